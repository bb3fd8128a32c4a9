module JauntyBell
  module Core
    module Card
      # Other versions of a card, each in one step: for less time, without a partner, without a bag, with beginners in place
      # beside others moving, for juniors. Each gives new blocks; the card itself stays as it is.
      #
      #   Variants.of(plan, "no partner") # => blocks
      module Variants
        KINDS = ["shorter", "no partner", "no bag", "beginners beside", "juniors"].freeze
        BAGS = %w[hanging-bag free-standing-bag double-end-bag wall-dummy tyre].freeze
        IN_PLACE = %w[air count clock].freeze

        class << self
          # `minutes` for a shorter one. Raises InvalidInput where there is no such variant, or a shorter one cannot be.
          def of(plan, kind, minutes: nil)
            case kind
            when "shorter" then shorter(plan, minutes)
            when "no partner" then each(plan) { |round, task| alone(round, task, plan) }
            when "no bag" then each(plan) { |round, task| without_bag(round, task, plan) }
            when "beginners beside" then each(plan) { |round, task| beside(round, task) }
            when "juniors" then each(plan) { |round, task| for_juniors(round, task, plan.company.school) }
            else raise InvalidInput.new("There is no such version of a card. Choose from: #{KINDS.join(", ")}.", path: "kind")
            end
          end

          private

          def each(plan) = Edit.each_round(plan.blocks) { |round, _, at| yield(round, plan.tasks.fetch(at)) }

          def shorter(plan, minutes)
            raise InvalidInput.new("Say how many minutes the shorter class has.", path: "minutes") unless minutes
            fit = Fit.new(plan, minutes: minutes)
            raise InvalidInput.new(fit.reason, path: "minutes") unless fit.possible?
            fit.blocks
          end

          # Each strikes as long as before; the partner's actions are called aloud.
          def alone(round, task, plan)
            return if round.swap == "alone" && !task.held?
            work = plan.work(task)
            time = (work.seats == 1) ? round.work : round_up(work.turns.striking.sum / work.seats)
            answers = task.sequence.any? { |combination| combination.actions.any?(&:partner?) }
            round.but(swap: "alone", every: nil, swap_time: nil, work: [time, shortest(round)].max, implement: solo(task, plan.company),
              title: answers ? called(round.title) : round.title)
          end

          def called(title) = title.end_with?("(called)") ? title : "#{title} (called)"

          # A bag the club owns that takes the combination, else the air.
          def solo(task, company)
            return "air" if task.implement&.live
            bag = BAGS.first(2).find { |id| company.owned(Lexicon::Implements[id])&.positive? && task.done_on?(Lexicon::Implements[id]) }
            bag || "air"
          end

          # Pads or shields in turns where there are enough of them, else the air.
          def without_bag(round, task, plan)
            return unless BAGS.include?(task.implement&.id)
            pads = %w[long-pads kick-shield focus-mitts].map { |id| Lexicon::Implements[id] }.find { |held| task.done_on?(held) && enough?(held, plan.company) }
            return round.but(implement: "air") unless pads
            round.but(implement: pads.id, swap: (round.swap == "alone") ? "even" : round.swap)
          end

          def enough?(implement, company)
            owned = company.owned(implement)
            owned && owned >= [company.pairs || 1, 1].max
          end

          # One rung lower, in place.
          def beside(round, task)
            rung = Bench::Drill::RUNGS.index(round.rung)
            lower = IN_PLACE.last(2).reverse.find { |name| Bench::Drill::RUNGS.index(name) < rung }
            round.but(beginners: lower) if task.strikes? && lower
          end

          # No head contact, shorter rounds with more rest, nothing hard.
          def for_juniors(round, task, school)
            return unless task.strikes? || round.effort >= school.hard_effort
            work = task.strikes? ? round.work.clamp(0, [school.junior_round, shortest(round)].max) : round.work
            changes = {work: work, rest: [round.rest, round_up(work / 2)].max, effort: [round.effort, school.hard_effort - 1].min}
            changes[:intensity] = "light" if %w[medium hard].include?(round.intensity)
            changes.update(contact: false, intensity: "touch") if task.implement&.live
            changes[:every] = [round.every, work].min if round.swap == "every"
            round.but(**changes)
          end

          # What phases and an inner interval need at least.
          def shortest(round) = [round.phases.sum { |phase| phase.seconds || 1 }, round.on.to_i + round.off.to_i, 1].max

          def round_up(seconds) = (seconds / GRID.to_r).ceil * GRID
        end
      end
    end
  end
end
