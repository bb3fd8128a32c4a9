module Rehearsal
  # What was tapped and what was said to be kept, held against the database: nothing that was acknowledged is lost,
  # nothing is there twice, and in the end everything has arrived.
  class Verdict
    TABLES = %i[attendances marks notes efforts].freeze

    attr_reader :found

    def initialize(found, db)
      @found = found
      @db = db
    end

    def classes = found["classes"]

    def tapped = @tapped ||= classes.flat_map { |each| each["tapped"] }

    # {id => when it was acknowledged (ms)}
    def kept = @kept ||= classes.map { |each| each["kept"] }.reduce({}, :merge)

    # {table => ids in the database}
    def stored = @stored ||= TABLES.to_h { |table| [table, @db[table].where(class_id: ids).select_map(:id)] }

    # [sentence] of what is wrong.
    def wrong
      there, sent = stored.values.flatten, tapped.map { |each| each[1] }
      {"acknowledged, but lost" => kept.keys - there, "tapped, but never arrived" => sent - there,
       "there, but never tapped" => there - sent,
       "there twice" => there.tally.select { |_, count| count > 1 }.keys,
       "refused" => classes.flat_map { |each| each["refused"] },
       "counted wrongly in what students own" => miscounted, "efforts that count twice" => doubled}
        .reject { |_, list| list.empty? }.map { |what, list| "#{list.size} #{what} (#{list.first})" }
    end

    # The longest time (s) between `from` and `to` (ms) in which no fact was acknowledged to anybody.
    def silence(from, to)
      times = [from, *acknowledged.select { |at| at.between?(from, to) }, to]
      times.each_cons(2).map { |one, two| two - one }.max / 1000.0
    end

    # The longest time (s) a device waited for any of its facts.
    def longest = tapped.filter_map { |_, id, at| kept[id] && (kept[id] - at) }.max.to_i / 1000.0

    # [[what, count, 50 %, 95 %, 99 % (ms), {status => count}]]
    def answers
      found["answers"].group_by(&:first).map do |what, list|
        times = list.map { |each| each[2] }
        [what, times.size, *[0.5, 0.95, 0.99].map { |share| JauntyBell::Clock.within(times, share) },
          list.map(&:last).tally]
      end
    end

    private

    def ids = classes.map { |each| each["id"] }

    def acknowledged = @acknowledged ||= kept.values.sort

    # What students own that does not add up to the marks that count.
    def miscounted
      attempted(@db[:marks].where(club_id: clubs, taken_back_at: nil)).to_a -
        attempted(@db[:masteries].where(club_id: clubs)).to_a
    end

    def attempted(set)
      key = %i[club_id student_id combination_id rung]
      set.group(*key).select_hash(key, Sequel.function(:sum, :attempted).cast(Integer).as(:sum))
    end

    def doubled = @db[:efforts].where(class_id: ids, taken_back_at: nil).group_and_count(:class_id, :student_id)
      .having { count.function.* > 1 }.all

    def clubs = classes.filter_map { |each| each["club"] }
  end
end
