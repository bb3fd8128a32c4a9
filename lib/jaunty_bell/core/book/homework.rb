module JauntyBell::Core
  module Book
    # A class that one student does alone: made of what is due, weak or next for them, for what they have there, within
    # their load and their holds, and exact to the second. The same is never given twice in a week.
    #
    #   Homework.new(minutes: 15, wishes: [wish], home: Homework::Home.new(have: ["mirror"]), seed: 7).made
    #   # => Made(plan: Card::Plan of 900 seconds, …)
    #
    # How the time is shared out, and how hard it is: the house's own, no source.
    class Homework
      MINUTES = (5..45)
      ROOMS = %w[spot mat lane].freeze
      THINGS = %w[mirror bag gloves rope bench weights].freeze
      GEAR = {"rope" => "skipping rope", "bench" => "bench", "weights" => "light weights"}.freeze # as exercises name it
      AGAIN = 7 # days within which no two are the same
      TRIES = 60 # of choosing otherwise, before it is said that nothing else is left
      EASIEST = 2 # effort a drill may be lowered to
      FULL = "This week is full: rest is the homework. More would make it a big week.".freeze
      NOTHING = "Nothing of what is due, weak or next can be done there. Say what more they have, or let them move."
        .freeze
      NOT_AGAIN = "Everything that can be made of this was homework within the week: another length, or more to " \
        "drill, makes it another one.".freeze

      # kind :due, :weak, :ready or :next; `named` a Card::Named combination; `rung` to drill it at; `reason` in words.
      Wish = Value.of(:kind, :named, :rung, reason: nil)
      KINDS = %i[due weak ready next].freeze # what is taken first

      # `plan` a Card::Plan; `load` planned; `signature` what it is made of; `reasons` why, by [block, round];
      # `cautions` sentences; `left_out` [[name, why]]; `shorter` minutes it was to have where the load allows no more.
      Made = Value.of(:plan, :signature, :reasons, :cautions, left_out: [].freeze, shorter: nil) do
        def load = plan.planned_load
      end

      # `minutes` wanted; `wishes` in order; `home` a Home; `holds` Care::Holds of the day; `load` what may be added at
      # most, nil where nothing limits it; `easy` effort it may reach at most, or nil; `recent` signatures of the week;
      # `level` a level of the club's or nil; `seed` an Integer. Raises InvalidInput.
      def initialize(minutes:, wishes:, home: Home.new, holds: [], load: nil, easy: nil, recent: [], level: nil,
        juniors: false, seed: 0, reading: Bench::Notation::Reading.new, school: Lexicon::School.default,
        exercises: Lexicon::Exercises.default)
        unless minutes.is_a?(Integer) && MINUTES.cover?(minutes)
          raise InvalidInput.new("Homework lasts from #{MINUTES.min} to #{MINUTES.max} minutes; this is #{minutes}.",
            path: "minutes")
        end
        @wanted = minutes
        @limit = load
        @recent = recent
        @seed = seed
        @hour = Hour.new(level: level, juniors: juniors)
        @drills = Drills.new(wishes, home: home, holds: holds, reading: reading)
        @moves = Moves.new(exercises, home: home, holds: holds)
        @most = [easy, (Care::Substitute::MOST_EFFORT if blocked?(holds, "hard effort"))].compact.min
        @company = Card::Company.new(students: 1, juniors: juniors, reading: reading, school: school)
        rested(holds)
      end

      # Raises InvalidInput where there is nothing to do, or nothing new.
      def made
        raise InvalidInput.new(NOTHING, path: "have") if @drills.none?
        minutes = within_the_load
        found = (0...TRIES).lazy.map { |nth| attempt(minutes, @seed * TRIES + nth) }
          .find { |each| !@recent.include?(each.signature) }
        found or raise InvalidInput.new(NOT_AGAIN, path: "minutes")
      end

      private

      def blocked?(holds, what) = holds.any? { |hold| hold.blocks.include?(what) }

      def rested(holds)
        out = holds.find { |hold| hold.blocks.include?("all") } or return
        raise InvalidInput.new("They are held back from everything (#{out.matter}): rest is the homework.",
          path: "holds")
      end

      # Minutes that the load has room for, at the easiest if need be.
      def within_the_load
        return @wanted unless @limit
        possible = (@limit / EASIEST.to_f).floor
        raise InvalidInput.new(FULL, path: "load") if possible < MINUTES.min
        [@wanted, possible].min
      end

      # Gloves that have to be put on take their time from the rest; where so laid out fewer are, what is left goes to
      # getting warm.
      def attempt(minutes, seed)
        changes = 0
        loop do
          times = @hour.of(minutes * 60 - changes)
          made = built(minutes, times, Random.new(seed))
          over = made.plan.over
          return made if over.zero?
          return built(minutes, times.warmer(-over), Random.new(seed)) if over.negative?
          changes += over
        end
      end

      def built(minutes, times, random)
        drilled = @drills.rounds(times, random)
        blocks = [block("warm-up", @moves.warm(times.warm, random)), block("technique", drilled.map(&:round)),
          (block("finisher", @moves.strength(times.strength, random)) if times.strength.any?),
          block("cool-down", @moves.cool(times.cool, random))].compact
        plan = eased(Card::Plan.new(blocks, minutes: minutes, company: @company))
        Made.new(plan: plan, signature: signature(plan), left_out: @drills.left_out,
          shorter: (@wanted if minutes < @wanted), cautions: cautions(plan),
          reasons: drilled.each_with_index.to_h { |drill, i| [[1, i], drill.reason] })
      end

      def block(kind, rounds) = Card::Block.new(kind: kind, rounds: rounds)

      # Nothing harder than may be; then every effort lowered alike until the load is kept.
      def eased(plan)
        most = @most || Effort::RATINGS.max
        least = [EASIEST, most].min
        found = most.step(least, -1).lazy.map { |effort| at_most(effort, plan) }
          .find { |each| @limit.nil? || each.planned_load <= @limit }
        found || at_most(least, plan)
      end

      def at_most(effort, plan)
        plan.with(blocks: plan.blocks.map { |block|
          block.but(rounds: block.rounds.map { |round| round.but(effort: [round.effort, effort].min) })
        })
      end

      def signature(plan)
        plan.blocks.flat_map(&:rounds).map { |round|
          round.exercise&.id || [round.combination&.id || round.title, round.rung].join(" ")
        }.join(", ")
      end

      def cautions(plan)
        drilled = plan.tasks.values.select(&:drilled?).flat_map { |task|
          [task.implement, *task.combinations.flat_map(&:actions).map(&:technique)]
        }
        exercises = plan.blocks.flat_map(&:rounds).filter_map(&:exercise)
        Words.sentences((drilled + exercises).flat_map(&:cautions))
      end
    end
  end
end
