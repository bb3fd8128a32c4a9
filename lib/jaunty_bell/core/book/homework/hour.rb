module JauntyBell::Core
  module Book
    class Homework
      # How the seconds of a class alone are shared out: a fifth to get warm, a tenth to come down, in the longer ones a
      # few exercises, and rounds between.
      #
      #   Hour.new(level: "building").of(900) # => Times(warm: 195, rounds: 5, work: 90, rest: 45, …)
      class Hour
        # Seconds of work and rest that a round usually has.
        ROUNDS = {"foundation" => [90, 30], "building" => [120, 45], "advanced" => [180, 60]}.freeze
        JUNIORS = [60, 40].freeze
        WARM, COOL = 1 / 5r, 1 / 10r
        STRENGTH_FROM = 15 * 60 # seconds of a class with exercises in it
        STRENGTH = 1 / 6r
        EXERCISE = [40, 20].freeze # seconds of work and rest
        SHORTEST = 30 # seconds of work

        # warm, cool, strength: seconds of each exercise in turn, strength with Hour::EXERCISE's rest after it; `rounds`
        # of `work` and `rest` seconds.
        Times = Value.of(:warm, :rounds, :work, :rest, :strength, :cool) do
          # The same with so many seconds more to get warm in.
          def warmer(seconds) = but(warm: [warm.first + seconds, *warm.drop(1)])
        end

        def initialize(level: nil, juniors: false)
          @work, @rest = juniors ? JUNIORS : ROUNDS.fetch(level || "foundation", ROUNDS.values.first)
        end

        # Whole seconds that come to `seconds` together: what does not go into rounds is spent on getting warm.
        def of(seconds)
          warm, cool = grid(seconds * WARM), grid(seconds * COOL)
          strength = (seconds < STRENGTH_FROM) ? 0 : (seconds * STRENGTH / EXERCISE.sum).floor
          left = seconds - warm - cool - strength * EXERCISE.sum
          rounds = [left.fdiv(@work + @rest).round, 1].max
          work = [grid(left.fdiv(rounds) - @rest), SHORTEST].max
          Times.new(warm: parts(warm + left - rounds * (work + @rest), 45), rounds: rounds, work: work, rest: @rest,
            strength: [EXERCISE.first] * strength, cool: parts(cool, 40))
        end

        private

        def grid(seconds) = (seconds / Card::GRID.to_r).floor * Card::GRID

        # A stretch of seconds in exercises of about `long`: what is over goes to the first.
        def parts(seconds, long)
          count = [seconds / long, 1].max
          each = grid(seconds / count.to_r)
          [seconds - each * (count - 1)] + [each] * (count - 1)
        end
      end
    end
  end
end
