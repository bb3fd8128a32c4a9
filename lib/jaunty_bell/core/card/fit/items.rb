module JauntyBell::Core
  module Card
    class Fit
      # What there is to choose, from a plan. A block's own limits are taken as they are. Where it has none the card is
      # taken at its word as far as it goes: with time to spare rounds of striking that are not hard may only grow, by
      # half; too long or too heavy, they may shrink to half, or be left out, and their rests to half, but to no less
      # than their effort asks for.
      class Items
        SHORTEST = 30 # seconds of work, where a block allows nothing else
        ALWAYS = ["warm-up", "cool-down"].freeze # never left out
        # Of those alike, the last gives up its time last
        KEPT = ["finisher", "circuit", "bag", "partner", "mitts", "pads", "technique"].freeze
        # Seconds that an effort asks for; the product's own
        REST = {5 => 15, 6 => 20, 7 => 30, 8 => 45, 9 => 60, 10 => 90}.freeze

        # `load` is the limit, or nil; `spare` whether there is time to spare, where that is known otherwise.
        def self.of(plan, load: nil, spare: plan.over <= 0 && (load.nil? || plan.planned_load <= load)) =
          new(plan, spare).all

        def initialize(plan, spare)
          @plan = plan
          @spare = spare
        end

        # Items in order of the card.
        def all
          @plan.blocks.each_with_index.flat_map do |block, b|
            if block.circuit?
              [circuit(block, b)]
            else
              block.rounds.each_with_index.map { |round, r| item(block, round, [b, r]) }
            end
          end
        end

        private

        def item(block, round, at)
          task = @plan.tasks.fetch(at)
          work = @plan.work(task)
          settled = round.reps || round.flow || (task.count && task.manner == "counted")
          least, step, most = settled ? [work.seconds, GRID,
            0] : choices(block, round, work, grows: task.strikes? && work.effort < @plan.company.school.hard_effort)
          Item.new(at: at, times: round.repeat, fixed: settled ? 0 : work.counting, talk: round.explain, least: least,
            step: step, most_steps: most, rest: rests(block, round.rest, work.effort), must: must?(block, [round]),
            rank: rank(block), importance: block.importance, effort: work.effort, gloves: task.gloves,
            holder_kit: task.holder_kit, change: round.change)
        end

        def circuit(block, b)
          runs = @plan.runs.select { |run| run.block == b }
          least, most = allowed(block, runs.first.work, grows: runs.first.effort < @plan.company.school.hard_effort)
          gloves = @plan.tasks.filter_map { |at, task| task.gloves if at[0] == b }
          Item.new(at: [b], times: runs.size, fixed: 0, talk: block.rounds.sum(&:explain), least: least, step: GRID,
            most_steps: (most - least) / GRID, rest: rests(block, block.rounds.map(&:rest).max, runs.first.effort),
            must: must?(block, block.rounds), rank: rank(block), importance: block.importance,
            effort: runs.first.effort, gloves: gloves.any? || nil, holder_kit: nil)
        end

        def rank(block) = KEPT.index(block.kind) || KEPT.size

        def must?(block, rounds) = ALWAYS.include?(block.kind) || rounds.any?(&:keep) || (@spare && block.work.nil?)

        # [least, step, most steps] of work. Turns that come out even stay even, where the block allows any that do.
        def choices(block, round, work, grows:)
          least, most = allowed(block, round.work, grows: grows)
          least = [least, round_up(round.phases_take)].max
          most = [most, least].max
          even(round, work, least, most) || [least, GRID, (most - least) / GRID]
        end

        def even(round, work, least, most)
          return if round.swap != "every" || work.turns.uneven?
          change = work.task.swap_time
          lap = work.seats * (round.every + change)
          laps = ((least + change) / lap.to_r).ceil..((most + change) / lap.to_r).floor
          [laps.first * lap - change, lap, laps.size - 1] if laps.any?
        end

        # A warm-up never loses what warms the legs.
        def allowed(block, work, grows:)
          return block.work if block.work
          always = ALWAYS.include?(block.kind)
          return [work, (always || !grows) ? work : work + work / 2 / GRID * GRID] if @spare
          least = always ? @plan.company.school.warm_legs : [round_up(work / 2), SHORTEST].max
          [least.clamp(1, work), work]
        end

        def rests(block, rest, effort) =
          block.rest || [@spare ? rest : [round_up(rest / 2), REST.fetch(effort.round, 0)].max.clamp(0, rest), rest]

        def round_up(seconds) = seconds.fdiv(GRID).ceil * GRID
      end
    end
  end
end
