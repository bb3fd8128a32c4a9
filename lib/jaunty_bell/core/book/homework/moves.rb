module JauntyBell::Core
  module Book
    class Homework
      # The exercises of a class alone: what gets warm, makes strong and comes down there. Of whoever is held back
      # from a limb nothing is asked but to move what is well.
      class Moves
        WARM = %w[raise mobilise].freeze # one after the other
        STRONG = %w[strength core].freeze
        GENERAL = %w[strength core-work mobility].freeze # they stand for several; alone one wants to know which
        HARD = 7 # no exercise above it is given to somebody alone
        CAREFUL = {"warm-up" => "Loosen what is well, easily", "finisher" => "Rest",
                   "cool-down" => "Breathe and come down"}.freeze
        CAREFUL_EFFORT = {"warm-up" => 2, "finisher" => 0, "cool-down" => 1}.freeze

        def initialize(exercises, home:, holds:)
          @exercises = exercises.to_a
          @home = home
          @careful = holds.any? { |hold| (hold.blocks & Care::LIMBS).any? || hold.matter == "pregnancy" }
        end

        # Rounds of so many seconds each.
        def warm(times, random) = rounds("warm-up", times, random, WARM)

        def strength(times, random) = rounds("finisher", times, random, STRONG, rest: Hour::EXERCISE.last)

        def cool(times, random) = rounds("cool-down", times, random, ["cool down"])

        private

        def rounds(kind, times, random, purposes, rest: 0)
          chosen = chosen(purposes, times.size, random)
          times.zip(chosen).map { |seconds, exercise| round(kind, exercise, seconds, rest) }
        end

        def round(kind, exercise, seconds, rest)
          return careful(kind, seconds, rest) unless exercise
          Card::Round.new(title: exercise.name, exercise: exercise, work: seconds, rest: rest, effort: exercise.effort,
            contact: false)
        end

        def careful(kind, seconds, rest) =
          Card::Round.new(title: CAREFUL.fetch(kind), work: seconds, rest: rest, effort: CAREFUL_EFFORT.fetch(kind),
            contact: false)

        # As many as are wanted, the purposes by turns, none twice while there are others; nil in place of one there is
        # not.
        def chosen(purposes, count, random)
          return [nil] * count if @careful
          pools = purposes.map { |purpose| possible(purpose).shuffle(random: random) }
          Array.new(count) { |i| pools[i % pools.size].then { |pool| pool[(i / pools.size) % pool.size] if pool.any? } }
        end

        def possible(purpose)
          @exercises.select do |each|
            each.purpose == purpose && @home.rooms.include?(each.room) && (each.gear - @home.gear).empty? &&
              each.effort <= HARD && !GENERAL.include?(each.id) && !(@home.quiet && each.loud?)
          end
        end
      end
    end
  end
end
