require "json"
require "jaunty_bell/services"
require "jaunty_bell/api"

module Rehearsal
  # Clubs made by code, straight in the database: each with a coach who signs in, groups, students, a shelf, a card,
  # and weeks of history. Sizes are as clubs are: most small, one in fifty of 500.
  #
  #   Clubs.new(db).make(50, weeks: 2) # => what a coach needs for a class (devices.ts)
  class Clubs
    PASSWORD = "three-ropes-one-bell"
    SHELF = {"Jab cross" => "1-2", "Jab cross hook" => "1-2-3", "Hook cross" => "3-2", "Jab jab cross" => "1-1-2",
             "Cross hook cross" => "2-3-2", "Jab to the body, cross" => "1b-2"}.freeze
    SIZES = [8, 12, 15, 15, 20, 24, 30, 40, 60, 90].freeze # in turn
    LARGE = 500
    LARGE_EVERY = 50
    GROUP = 20 # students of one group

    def self.size(nth) = ((nth % LARGE_EVERY) == LARGE_EVERY - 1) ? LARGE : SIZES[nth % SIZES.size]

    def initialize(db)
      @db = db
    end

    # The first `coming` of them have a class at once.
    def make(count, weeks:, coming: count, size: Clubs.method(:size))
      hash = JauntyBell::Api::Accounts.hash(PASSWORD)
      @db.transaction { count.times { |nth| club(nth, size.call(nth), hash) } }
      history(weeks)
      %i[students marks efforts masteries].each { |table| @db.run("ANALYZE #{table}") }
      (0...coming).map { |nth| coach(nth) }
    end

    private

    def club(nth, size, hash)
      id = SecureRandom.uuid
      @db[:clubs].insert(id: id, name: name(nth), time_zone: "Europe/London", settings: Sequel.pg_jsonb({}))
      JauntyBell::Store::Logins.new(@db).place(club_id: id, name: "Coach #{nth}", role: "owner",
        login: {email: email(nth), hash: hash})
      groups = Array.new((size / GROUP.to_f).ceil) { |i| group(id, i) }
      @db[:students].multi_insert((0...size).map { |i|
        {club_id: id, id: SecureRandom.uuid, group_id: groups[i % groups.size], name: format("Student %03d", i),
         stance: (i % 7 == 3) ? "southpaw" : "orthodox", level: %w[foundation building advanced][i % 3]}
      })
      shelf = SHELF.map { |what, text|
        JauntyBell::Store::Combinations.new(@db, id).add(id: SecureRandom.uuid, name: what,
          combination: JauntyBell::Core::Bench::Notation.read(text))[:id]
      }
      card(id, shelf.first)
    end

    def group(club, nth)
      SecureRandom.uuid.tap { |id| @db[:groups].insert(club_id: club, id: id, name: "Group #{nth + 1}") }
    end

    def card(club, combination)
      round = {title: "Bag", work_s: 120, rest_s: 30, active: false, explain_s: 0, change_s: nil, drill_id: nil,
               combination_id: combination, exercise: nil, reps: nil, implement: nil, rung: "clock", effort: 6,
               intensity: nil, contact: false, tempo: nil, pause_s: nil, both_sides: nil, on_s: nil, off_s: nil,
               swap: "alone", every: nil, swap_s: nil, repeat: 1, keep: false, phases: [], capacity: 1, kit: [],
               beginners: nil, ahead: nil, flow_id: nil, written: nil}
      blocks = [{kind: "bag", title: "", laps: 1, importance: 3, work: nil, rest: nil, bells: "one",
                 rounds: [round] * 6}]
      JauntyBell::Store::Cards.new(@db, club).add(id: SecureRandom.uuid, name: "Six rounds", minutes: 45,
        blocks: JSON.parse(JSON.generate(blocks)), derived: {rounds: 6, seconds: 900, left_hand: 0, right_hand: 0})
    end

    # Two classes a week and student: an effort each, two marks each; and what they come to as it is kept.
    def history(weeks)
      days = "generate_series(now() - interval '#{weeks} weeks', now() - interval '1 day', " \
        "interval '3 days 12 hours') d"
      @db.run(<<~SQL)
        INSERT INTO efforts (club_id, id, student_id, "on", effort, minutes, at)
          SELECT club_id, gen_random_uuid(), id, d::date, 3 + floor(random() * 6), 45, d FROM students, #{days};
        INSERT INTO marks (club_id, id, student_id, combination_id, rung, "on", attempted, clean, broke_at, at)
          SELECT s.club_id, gen_random_uuid(), s.id, c.id, 'count', d::date, 10, 4 + floor(random() * 7), NULL, d
          FROM students s CROSS JOIN #{days} JOIN (SELECT club_id, id,
            row_number() OVER (PARTITION BY club_id ORDER BY name) AS at FROM combinations) c
            ON c.club_id = s.club_id AND (extract(doy FROM d)::int + c.at) % #{SHELF.size / 2} = 0;
        INSERT INTO masteries (club_id, student_id, combination_id, rung, "on", clean, rough, attempted, cleaned, days,
            owned_last, owned_before, half_life)
          SELECT club_id, student_id, combination_id, rung, max("on"), sum(clean) * 0.5, sum(attempted - clean) * 0.5,
            sum(attempted), sum(clean), count(DISTINCT "on"), false, false, 28
          FROM marks GROUP BY club_id, student_id, combination_id, rung;
      SQL
    end

    def coach(nth)
      club = @db[:clubs].first(name: name(nth))[:id]
      of = ->(table) { @db[table].where(club_id: club) }
      group = of[:groups].order(:name).get(:id)
      {login: email(nth), card: of[:cards].get(:id), group: group,
       students: of[:students].where(group_id: group).order(:name).select_map(:id),
       combination: of[:combinations].order(:name).get(:id)}
    end

    def name(nth) = format("Club %04d", nth)

    def email(nth) = "coach#{nth}@clubs.example"
  end
end
