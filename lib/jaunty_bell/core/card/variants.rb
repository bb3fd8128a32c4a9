module JauntyBell::Core
  module Card
    # Other versions of a card, asked for in one place: without a partner, a bag, gloves or floor space, with beginners
    # in place beside others moving, for juniors, on an easier day, for less time; any of them together. Each gives new
    # blocks; the card itself stays as it is.
    #
    #   Variants.of(plan, ["no partner", "no bag"], minutes: 45, load: 200) # => blocks
    module Variants
      # In the order in which they are made: what is missing first, so that nothing brings it back.
      KINDS = ["juniors", "beginners", "beginners beside", "no partner", "no bag", "no gloves", "no space"].freeze
      BAGS = %w[hanging-bag free-standing-bag double-end-bag wall-dummy tyre].freeze
      IN_PLACE = %w[air count clock].freeze
      BEGINNING = 6 # effort beginners are not asked for more than
      EASIEST = 3 # effort below which nothing is made easier

      class << self
        # `minutes` for a shorter one, `load` the most it may come to. Raises InvalidInput where there is no such
        # version, or where it cannot be: efforts come down before rounds go, and of the rounds technique stays before
        # finishers.
        def of(plan, kinds, minutes: nil, load: nil)
          strange = kinds - KINDS
          if strange.any?
            raise InvalidInput.new("There is no version \"#{strange.first}\" of a card. Choose from: " \
              "#{KINDS.join(", ")}.", path: "kinds")
          end
          if kinds.empty? && minutes.nil? && load.nil?
            raise InvalidInput.new("Say what the version is for: #{KINDS.join(", ")}, less time or an easier day.",
              path: "kinds")
          end
          plan = (KINDS & kinds).reduce(plan) { |made, kind| made.with(blocks: changed(made, kind, kinds)) }
          plan = fitted(plan, minutes, nil) if minutes
          load ? eased(plan, load).blocks : plan.blocks
        end

        private

        def changed(plan, kind, kinds)
          case kind
          when "no partner" then each(plan) { |round, task| alone(round, task, plan, kinds) }
          when "no bag" then each(plan) { |round, task| without_bag(round, task, plan, kinds) }
          when "no gloves" then each(plan) { |round, task| bare(round, task, plan) }
          when "no space" then each(plan) { |round, task| on_the_spot(round, task) }
          when "beginners" then each(plan) { |round, task| for_beginners(round, task, plan.company.school) }
          when "beginners beside" then each(plan) { |round, task| beside(round, task) }
          when "juniors" then each(plan) { |round, task| for_juniors(round, task, plan.company.school) }
          end
        end

        def each(plan) = Edit.each_round(plan.blocks) { |round, _, at| yield(round, plan.tasks.fetch(at)) }

        def fitted(plan, minutes, load)
          fit = Fit.new(plan, minutes: minutes, load: load)
          raise InvalidInput.new(fit.reason, path: load ? "load" : "minutes") unless fit.possible?
          plan.with(blocks: fit.blocks, minutes: minutes)
        end

        # The hardest rounds are made easier, a point at a time, until the load is under its limit; only then rounds go.
        def eased(plan, load)
          while plan.planned_load > load
            at, round = hardest(plan) || (return fitted(plan, plan.minutes, load))
            plan = plan.with(blocks: Edit.round(plan.blocks, at, **easier(round, plan.company.school)))
          end
          plan
        end

        # [at, round] of the hardest that can be made easier, the one that is worked longest of those alike.
        def hardest(plan)
          open = plan.tasks.map { |at, task| [at, task.round, plan.work(task).seconds * task.round.repeat] }
            .select { |_, round, _| effort_of(round) > EASIEST }
          open.max_by { |_, round, seconds| [effort_of(round), seconds] }
        end

        def effort_of(round) = [round.effort, *round.phases.filter_map(&:effort)].max

        def easier(round, school)
          top = effort_of(round)
          lower = ->(effort) { (effort && effort >= top) ? [effort - 1, EASIEST].max : effort }
          changes = {effort: lower.call(round.effort),
                     phases: round.phases.map { |phase| phase.but(effort: lower.call(phase.effort)) }}
          changes[:intensity] = "medium" if round.intensity == "hard" && changes[:effort] < school.hard_effort
          changes
        end

        # Each strikes as long as before; the partner's actions are called aloud.
        def alone(round, task, plan, kinds)
          return if round.swap == "alone" && !task.holder? && !task.trade
          work = plan.work(task)
          round = round.but(**untraded(round, task)) if task.trade
          task = Task.new(round, task.kind, school: plan.company.school)
          time = (work.seats == 1) ? round.work : round_up(work.seconds_striking / work.seats)
          answers = task.combinations.any? { |combination| combination.actions.any?(&:partner?) }
          round.but(swap: "alone", every: nil, swap_time: nil, work: [time, shortest(round)].max,
            implement: solo(task, plan.company, bags: !kinds.include?("no bag")),
            title: answers ? called(round.title) : round.title)
        end

        # What the first throws, on their own clock: nobody gives and nobody takes.
        def untraded(round, task)
          {drill: nil, combination: Named.new(id: task.combination_id, name: round.title, what: task.combination),
           rung: "clock", tempo: task.tempo, pause: task.pause, intensity: round.intensity}
        end

        def called(title) = title.end_with?("(called)") ? title : "#{title} (called)"

        # A bag the club owns that takes the combination, else the air.
        def solo(task, company, bags:)
          return "air" if task.implement&.live || !bags
          bag = BAGS.first(2).find do |id|
            company.owned(Lexicon::Implements[id])&.positive? && task.done_on?(Lexicon::Implements[id])
          end
          bag || "air"
        end

        # Pads or shields in turns where there is a partner and there are enough of them, else the air.
        def without_bag(round, task, plan, kinds)
          return unless BAGS.include?(task.implement&.id)
          return round.but(implement: "air", swap: "alone", every: nil, swap_time: nil) if kinds.include?("no partner")
          pads = %w[long-pads kick-shield focus-mitts].map { |id| Lexicon::Implements[id] }
            .find { |held| task.done_on?(held) && enough?(held, plan.company) }
          return round.but(implement: "air") unless pads
          round.but(implement: pads.id, swap: (round.swap == "alone") ? "even" : round.swap)
        end

        def enough?(implement, company)
          owned = company.owned(implement)
          owned && owned >= [company.pairs || 1, 1].max
        end

        # Nothing is hit that asks for gloves: the same in the air, each striking as long as before.
        def bare(round, task, plan)
          return unless task.gloves
          return round.but(implement: "air") if round.swap == "alone"
          work = plan.work(task)
          round.but(implement: "air", swap: "alone", every: nil, swap_time: nil,
            work: [round_up(work.turns.striking.sum / work.seats), shortest(round)].max)
        end

        # In place: what is done on the move is done on the clock, and patterns of steps on the spot.
        def on_the_spot(round, task)
          changes = {}
          changes[:rung] = "clock" if round.rung == "move"
          if round.exercise&.roomy? && !round.title.end_with?("on the spot")
            changes[:title] = "#{round.title}, on the spot"
          end
          changes[:ahead] = nil if round.ahead == "move"
          round.but(**changes) if changes.any?
        end

        # To a count in place of what is called, read or traded; on the spot in place of on the move; nothing hard, and
        # no partner who strikes back.
        def for_beginners(round, task, school)
          return unless task.drilled? || round.effort > BEGINNING
          changes = {effort: [round.effort, BEGINNING].min}
          changes[:intensity] = "light" if %w[medium hard].include?(round.intensity)
          changes[:ahead] = nil
          rank = Bench::Rungs.rank(round.rung)
          changes[:rung] = "clock" if round.rung == "move"
          changes.update(plainly(round, task)) if task.drilled? && (rank > Bench::Rungs.rank("move") || task.trade)
          round.but(**changes)
        end

        # The first of its drill, to a count, on what holds still.
        def plainly(round, task)
          id = task.combination_id
          named = round.combination || Named.new(id: id, name: round.title, what: task.combination.own_part)
          live = task.implement&.live
          {rung: "count", drill: nil, combination: named, tempo: task.tempo, pause: task.pause,
           implement: live ? "air" : task.implement&.id, contact: round.contact && !live,
           swap: live ? "alone" : round.swap, every: live ? nil : round.every}
        end

        # One rung lower, in place.
        def beside(round, task)
          rung = Bench::Rungs.rank(round.rung)
          lower = IN_PLACE.last(2).reverse.find { |name| Bench::Rungs.rank(name) < rung }
          round.but(beginners: lower) if task.strikes? && lower
        end

        # No head contact, shorter rounds with more rest, nothing hard.
        def for_juniors(round, task, school)
          return unless task.strikes? || round.effort >= school.hard_effort
          work = task.strikes? ? round.work.clamp(0, [school.junior_round, shortest(round)].max) : round.work
          changes = {work: work, rest: [round.rest, round_up(work / 2)].max,
                     effort: [round.effort, school.hard_effort - 1].min}
          changes[:intensity] = "light" if %w[medium hard].include?(round.intensity)
          changes.update(contact: false, intensity: "touch") if task.implement&.live
          changes[:every] = [round.every, work].min if round.swap == "every"
          round.but(**changes)
        end

        # What phases and an inner interval need at least.
        def shortest(round) = [round.phases_take, round.on.to_i + round.off.to_i, 1].max

        def round_up(seconds) = (seconds / GRID.to_r).ceil * GRID
      end
    end
  end
end
