module JauntyBell::Core
  module Care
    # What a held student cannot do in a round, and the nearest thing they can do instead.
    #
    #   said = Substitute.for(blocks: ["right hand"], task: task, reading: reading, shelf: shelf)
    #   said.cannot  # => ["strike with the right hand"]
    #   said.instead # => "1-3b of it"
    module Substitute
      Said = Value.of(:cannot, :instead)
      MOST_EFFORT = 5 # of somebody held back from hard effort

      class << self
        # `shelf` maps ids to Named combinations; nil where the hold blocks nothing of this round.
        def for(blocks:, task:, reading:, shelf: {})
          return Said.new(cannot: ["take part"], instead: "watches, counts and keeps time") if blocks.include?("all")
          limbs = blocked_limbs(blocks, task, reading)
          cannot = [*("strike with the #{limbs.join(" or the ")}" if limbs.any?), *other(blocks, task)]
          Said.new(cannot: cannot, instead: instead(blocks, limbs, task, reading, shelf)) if cannot.any?
        end

        # Limbs ("right hand") an action strikes with, in a stance.
        def limb(action, reading) =
          action.contact? ? "#{reading.hand_of(action.side, :self)} #{action.technique.limb}" : nil

        # The longest run of a combination's actions that spares limbs and has a strike in it, or nil.
        def longest_part(combination, limbs, reading)
          runs = combination.actions.chunk_while do |one, two|
            [one, two].none? { |action| limbs.include?(limb(action, reading)) }
          end
          run = runs.select { |actions|
            actions.none? { |action| limbs.include?(limb(action, reading)) } && actions.any?(&:contact?)
          }.max_by(&:size)
          Bench::Combination.new(run) if run
        end

        private

        def blocked_limbs(blocks, task, reading)
          used = task.combinations.flat_map(&:actions).filter_map { |action| limb(action, reading) }.uniq
          if task.both_sides?
            used += used.map { |name| name.start_with?("left") ? name.sub("left", "right") : name.sub("right", "left") }
          end
          LIMBS & blocks & used
        end

        def other(blocks, task)
          pairs = task.holder? && task.round.swap != "alone"
          [("hold" if blocks.include?("holding") && pairs),
            ("have contact with a partner" if blocks.include?("contact") && (task.implement&.live || pairs)),
            ("work hard" if blocks.include?("hard effort") && task.hard?)].compact
        end

        # One sentence part, the gravest first.
        def instead(blocks, limbs, task, reading, shelf)
          said = [(instead_of_limbs(limbs, task, reading, shelf) if limbs.any?)]
          said << "the same alone, in the air" if blocks.include?("contact") && (task.implement&.live || task.holder?)
          if blocks.include?("holding") && task.holder? && !blocks.include?("contact")
            said << "strikes only: the third of a trio, or on a bag"
          end
          said << "at an easy effort, #{MOST_EFFORT} or less" if blocks.include?("hard effort") && task.hard?
          said.compact.join("; ")
        end

        def instead_of_limbs(limbs, task, reading, shelf)
          part = longest_part(task.combination, limbs, reading)
          near = likest(task.combination, limbs, reading, shelf)
          if part && part.actions.count(&:contact?) >= 2 then "the part #{Bench::Notation.write(part, reading)} of it"
          elsif near then "#{near.name} (#{Bench::Notation.write(near.what, reading)})"
          elsif part then "the part #{Bench::Notation.write(part, reading)} of it"
          else "its steps and defence, without striking"
          end
        end

        def likest(combination, limbs, reading, shelf)
          fit = shelf.values.select do |named|
            named.what.actions.any?(&:contact?) && named.what.actions
              .none? { |action| limbs.include?(limb(action, reading)) }
          end
          id, = Bench::Likeness.new(fit.to_h { |named| [named.id, named.what] }).like(combination, most: 1).first
          shelf[id]
        end
      end
    end
  end
end
