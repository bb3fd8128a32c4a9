# Makes a club of 500 students with three years of history (about 700,000 facts, drawn in the database) and prints how
# long its pages wait. Run with bin/measure club.
require "support/database"
require_relative "ask"

module MeasureClub
  STUDENTS = 500
  GROUPS = 12
  YEARS = 3

  def self.run
    Ask.with_demo("jaunty_large") do |db, ask|
      fill(db)
      recompute(db)
      sizes(db)
      student = db[:students].where(Sequel.like(:name, "Large%")).first[:id]
      held = db[:classes].reverse(:starts_at).first[:id]
      group = db[:groups].where(Sequel.like(:name, "Large%")).order(:name).first[:id]
      {"a group of #{STUDENTS / GROUPS} in the squad" => "/api/book/squad?group=#{group}",
       "everybody in the squad, the first 60" => "/api/book/squad?group=all",
       "everybody by what is due" => "/api/book/squad?group=all&order=due",
       "everybody by who needs a word" => "/api/book/squad?group=all&order=word",
       "the board of a group" => "/api/book/board?group=#{group}",
       "the next class of a group" => "/api/book/next?group=#{group}",
       "a student" => "/api/book/students/#{student}", "what a student struck" => "/api/book/students/#{student}/work",
       "a student's classes" => "/api/book/students/#{student}/classes", "the weeks" => "/api/weeks",
       "the classes" => "/api/floor/classes", "who is signed in" => "/api/session", "the groups" => "/api/groups",
       "a class" => "/api/floor/classes/#{held}", "the shelf" => "/api/bench/combinations"}.each do |page, path|
        Ask.say "#{STUDENTS} students, #{YEARS} years: #{page}", Ask.timed(12) { ask.call(path) }, "500 ms"
      end
      Ask.say "#{STUDENTS} students, #{YEARS} years: … the first to ask that day", Ask.timed(12) {
        JauntyBell::Store::Foremost.forget(db)
        ask.call("/api/book/squad?group=all&order=word")
      }, "500 ms"
      card = db[:cards].first(name: "Tuesday, kicks off the hands")
      draft = {minutes: 75, blocks: JSON.parse(JSON.generate(card[:blocks])), group_id: group, students: nil}
      Ask.say "#{STUDENTS} students, #{YEARS} years: sums of a card for a group",
        Ask.timed(12) { ask.call("/api/card/sums", draft) }, "500 ms"
      Ask.say "#{STUDENTS} students, #{YEARS} years: five weeks of the calendar",
        Ask.timed(12) { ask.call("/api/calendar?from=#{Clock.today}&days=35") }, "500 ms"
    end
  end

  # What a fact weighs on disk, its share of the indexes included, and the whole club.
  def self.sizes(db)
    %i[efforts marks masteries links].each do |table|
      parts = Sequel.lit("(SELECT sum(pg_total_relation_size(relid)) FROM pg_partition_tree(?))", table.to_s)
      bytes = db.get(Sequel.function(:coalesce, parts, Sequel.lit("pg_total_relation_size(?)", table.to_s))).to_i
      puts format("%-58s %7d rows, %4d bytes each", table, db[table].count, bytes / db[table].count)
    end
    puts format("%-58s %d MB", "the whole database",
      db.get(Sequel.lit("pg_database_size(current_database())")) / 1_048_576)
  end

  # What it takes to work out masteries and weak links anew: of one student, and of everybody.
  def self.recompute(db)
    club = db[:clubs].get(:id)
    masteries = JauntyBell::Store::Masteries.of(db, club)
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    masteries.rewrite_all
    puts format("%-58s %.1f s   target 120 s", "the whole club worked out again",
      Process.clock_gettime(Process::CLOCK_MONOTONIC) - began)
    students = db[:students].where(Sequel.like(:name, "Large%")).limit(12).select_map(:id)
    one = students.cycle
    Ask.say "one student worked out again", Ask.timed(12) { masteries.rewrite([one.next]) }, "50 ms"
    puts "#{db[:masteries].count} masteries, #{db[:links].count} links"
  end

  def self.fill(db)
    club = db[:clubs].get(:id)
    db.run(<<~SQL)
      INSERT INTO groups (club_id, id, name) SELECT '#{club}', gen_random_uuid(), 'Large group ' || n FROM generate_series(1, #{GROUPS}) n;
      INSERT INTO students (club_id, id, group_id, name, stance, level)
        SELECT '#{club}', gen_random_uuid(), g.id, 'Large ' || n, 'orthodox', 'building' FROM generate_series(1, #{STUDENTS}) n
        JOIN (SELECT id, row_number() OVER () AS at FROM groups WHERE name LIKE 'Large%') g ON g.at = 1 + n % #{GROUPS};
      INSERT INTO efforts (club_id, id, student_id, "on", effort, minutes, at)
        SELECT '#{club}', gen_random_uuid(), s.id, d::date, 3 + floor(random() * 6), 60, d FROM students s, generate_series(now() - interval '#{YEARS} years', now(), interval '2 days 8 hours') d
        WHERE s.name LIKE 'Large%';
      INSERT INTO marks (club_id, id, student_id, combination_id, rung, "on", attempted, clean, broke_at, at)
        SELECT '#{club}', gen_random_uuid(), s.id, c.id, 'count', d::date, 10, 5 + floor(random() * 6), CASE WHEN random() < 0.2 THEN 0 END, d
        FROM students s, generate_series(now() - interval '#{YEARS} years', now(), interval '2 days 8 hours') d,
          (SELECT id, row_number() OVER (ORDER BY name) AS at, count(*) OVER () AS all FROM combinations WHERE club_id = '#{club}') c
        WHERE s.name LIKE 'Large%' AND c.at - 1 IN (extract(day FROM d)::int % c.all, (extract(day FROM d)::int + 5) % c.all);
      ANALYZE;
    SQL
    puts "#{db[:marks].count} marks, #{db[:efforts].count} efforts"
  end
end

Minitest.after_run { MeasureClub.run }
