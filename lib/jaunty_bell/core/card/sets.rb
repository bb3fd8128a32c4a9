module JauntyBell::Core
  module Card
    # Whole sets and their counts in stretches of striking time, in exact arithmetic (Bench::Pace).
    #
    # A sequence is gone through in order, each set followed by the pause, and begins again with every stretch; with
    # both sides every set is done in one stance and then in the other, and a set without its twin is not counted.
    class Sets
      NAMED = 2 # seconds at least that naming the next of a pool takes
      # One set that is counted: its `number`, when it begins in seconds, and whether it is on the other side.
      # `named_at` is when its combination is named, for the first of each but the pool's first, which is named before
      # the bell.
      Counted = Value.of(:combination, :number, :at, :other, named_at: nil)

      # `reading` names left and right.
      def initialize(task, reading)
        @task = task
        @own = reading
        @other = reading.but(stance: (reading.stance == :southpaw) ? :orthodox : :southpaw)
      end

      # Seconds of a counted drill for one striker: everything in the pool `count` times, on both sides where asked, the
      # next one named before it is counted. A count is the count: nothing is added for time that is left over.
      def counted = counted_sets.last&.then { |set| set.at + length(set.combination) } || 0

      # Every set of the counted part of one striker in order: a count on one side, then the same on the other.
      def counted_sets
        @counted_sets ||= @task.count ? laid_out : []
      end

      # Counts of the counted part for one striker.
      def counts_of_count
        add(counted_sets.map { |set| [set.combination, set.other] }.tally
          .map { |(combination, other), sets| counts(combination, other).times(sets) })
      end

      def sets_of_count = counted_sets.size

      # [sets, counts] of stretches: [seconds, other stance?, what is gone through] each.
      def of(stretches)
        done = stretches.map { |seconds, other, lap|
          tally(seconds, lap).transform_values { |sets| [sets, other] }
        }
        counts = add(done.flat_map { |one|
          one.flat_map { |combination, (sets, other)| sided(combination, sets, other) }
        })
        [done.sum { |one| one.values.sum(&:first) }, counts]
      end

      # Counts of one set of a combination.
      def counted_once(combination) = counts(combination, false)

      # Seconds of one set of a combination.
      def length(combination) =
        (@lengths ||= {})[combination] ||= Bench::Pace.set_time(beats: beats(combination), tempo: @task.tempo)

      private

      def beats(combination) = Bench::Flow::Walk.new(combination, @task.setting).beats

      def laid_out
        clock = 0r
        @task.sequence.each_with_index.flat_map do |combination, i|
          named_at = clock if i.positive?
          clock += naming(combination) if named_at
          sides.product((1..@task.count).to_a).map do |other, number|
            first = number == 1 && !other
            Counted.new(combination: combination, number: number, at: clock, other: other,
              named_at: (named_at if first)).tap { clock += length(combination) + @task.pause }
          end
        end
      end

      def sides = @task.both_sides? ? [false, true] : [false]

      # Whole seconds in which a combination is spoken.
      def naming(combination)
        voice = Floor::Voice.default
        [voice.length(voice.words(@task.spoken(combination))).fdiv(1_000).ceil, NAMED].max
      end

      # {combination => sets} in so many seconds.
      def tally(seconds, lap)
        times = @task.both_sides? ? lap.flat_map { |combination| [combination, combination] } : lap
        lap_time = times.sum { |combination| length(combination) + @task.pause }
        return {} if seconds <= 0 || lap_time.zero?
        laps = ((seconds + @task.pause) / lap_time).floor
        times.tally.transform_values { |n| n * laps }
          .merge(rest_of(seconds - laps * lap_time, times)) do |_, whole, more|
          whole + more
        end
      end

      # What is begun of another lap; with both sides only whole pairs of it.
      def rest_of(left, times)
        done = times.take_while do |combination|
          left -= length(combination)
          fits = left >= 0
          left -= @task.pause
          fits
        end
        done = done.first(done.size / 2 * 2) if @task.both_sides?
        done.tally
      end

      # Counts of so many sets; with both sides half of them in the other stance.
      def sided(combination, sets, other)
        return [counts(combination, other).times(sets)] unless @task.both_sides?
        [counts(combination, other).times(sets / 2), counts(combination, !other).times(sets - sets / 2)]
      end

      def counts(combination, other)
        (@counts ||= {})[[combination, other]] ||= Bench::Counts.of(combination, other ? @other : @own, @task.setting)
      end

      def add(list) = list.reduce(Bench::Counts.none, :+)
    end
  end
end
