module JauntyBell::Core
  module Card
    class Fit
      # Writes choices back into blocks and gives rest back as far as the time goes, five seconds at a time, to the
      # round whose rest is furthest from what was written.
      class Rests
        def initialize(plan, choices, seconds)
          @plan = plan
          @kept = choices.select(&:steps)
          @seconds = seconds
        end

        def blocks
          rests = @kept.to_h { |choice| [choice.item.at, choice.item.rest[0]] }
          spare = @seconds - @plan.with(blocks: written(rests)).total
          while (choice = shortest(rests, spare))
            rests[choice.item.at] += GRID
            spare -= GRID * pauses(choice)
          end
          written(rests)
        end

        private

        # How many of its rests are counted: the card's last is not.
        def pauses(choice) = choice.item.times - (choice.equal?(@kept.last) ? 1 : 0)

        def shortest(rests, spare)
          open = @kept.select do |choice|
            pauses(choice).positive? && rests[choice.item.at] + GRID <= choice.item.rest[1] &&
              GRID * pauses(choice) <= spare
          end
          open.min_by { |choice| rests[choice.item.at].fdiv([choice.item.rest[1], 1].max) }
        end

        def written(rests)
          by_place = @kept.to_h { |choice| [choice.item.at, choice] }
          @plan.blocks.each_with_index.filter_map { |block, b|
            block.circuit? ? circuit(block, by_place[[b]], rests[[b]]) : rounds(block, b, by_place, rests)
          }
        end

        def rounds(block, b, by_place, rests)
          kept = block.rounds.each_with_index.filter_map do |round, r|
            choice = by_place[[b, r]]
            choice && set(round, choice, rests[[b, r]])
          end
          block.but(rounds: kept) if kept.any? || block.rounds.empty?
        end

        def circuit(block, choice, rest) =
          choice && block.but(rounds: block.rounds.map { |round| set(round, choice, rest) })

        # A round whose length is settled (a count, repetitions) keeps its work as written.
        def set(round, choice, rest)
          item = choice.item
          round.but(rest: rest,
            work: (item.most_steps.zero? && item.at.size == 2) ? round.work : item.work(choice.steps))
        end
      end
    end
  end
end
