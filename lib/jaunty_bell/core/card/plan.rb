module JauntyBell
  module Core
    module Card
      # A card's rounds in order and the class length, with the sums a coach would do on a whiteboard.
      #
      #   plan = Plan.new(rounds, minutes: 60)
      #   plan.total # => seconds, the last rest not counted
      #   plan.over  # => seconds more than the class has (negative: seconds left)
      class Plan
        attr_reader :rounds, :minutes, :reading

        # Raises InvalidInput for rounds or a class length out of reason. `reading` names left and right.
        def initialize(rounds, minutes:, reading: Bench::Notation::Reading.new)
          unless minutes.is_a?(Integer) && minutes.between?(1, LONGEST_CLASS)
            raise InvalidInput.new("A class lasts from 1 minute to #{LONGEST_CLASS / 60} hours; this is #{minutes} minutes.", path: "minutes")
          end
          @rounds = rounds.each_with_index.map { |round, i| round.checked("rounds/#{i}") }
          @minutes = minutes
          @reading = reading
        end

        # Seconds from the first word to the last bell: explaining, work and rest; the last rest is not counted.
        def total = rounds.sum { |round| round.explain + round.work + round.rest } - (rounds.last&.rest || 0)

        def over = total - minutes * 60

        # Seconds from the start of the class at which each round's work begins and ends.
        def spans
          clock = 0
          rounds.map do |round|
            from = clock + round.explain
            clock = from + round.work + round.rest
            {from: from, to: from + round.work, until: clock}
          end
        end

        # Whole sets and strike counts of each round for one student; nil for plain items.
        def each_student
          @each_student ||= rounds.map do |round|
            next unless round.combination
            sets = round.sets(walk(round).beats)
            {sets: sets, counts: both_stances(round, sets)}
          end
        end

        # Strike counts of the whole class for one student.
        def counts
          each_student.compact.map { |share| share[:counts] }.reduce(Bench::Counts.none) { |sum, each| sum + each }
        end

        # Seconds of the whole class each student strikes, holds and rests (a plain item is neither striking nor holding).
        def seconds
          striking, plain = rounds.partition(&:combination)
          {striking: striking.sum(&:striking), holding: striking.sum { |round| round.work - round.striking },
           other: plain.sum(&:work), resting: total - rounds.sum(&:work)}
        end

        # The time-weighted mean of planned effort × the class's minutes, comparable with what is recorded after.
        def planned_load
          worked = rounds.sum(&:work)
          worked.zero? ? 0 : rounds.sum { |round| round.effort * round.work }.fdiv(worked) * minutes
        end

        private

        def walk(round) = Bench::Flow::Walk.new(round.combination, Bench::Flow::Setting.new(seam: round.pause.zero?))

        # With both sides, every second set is mirrored.
        def both_stances(round, sets)
          one = Bench::Counts.of(round.combination, reading)
          return one.times(sets) unless round.both_sides
          mirrored = Bench::Counts.of(round.combination, reading.but(stance: (reading.stance == :southpaw) ? :orthodox : :southpaw))
          one.times(sets / 2) + mirrored.times(sets - sets / 2)
        end
      end
    end
  end
end
