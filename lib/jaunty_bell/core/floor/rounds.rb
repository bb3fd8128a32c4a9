module JauntyBell::Core
  module Floor
    # What a class does from bell to bell, as the Floor needs it: repeats and laps opened up.
    module Rounds
      class << self
        # From a Card::Plan.
        def of(plan)
          items = Card::Fit::Items.of(plan, spare: false).to_h { |item| [item.at, item] }
          plan.runs.map { |run| round(plan, run, items.fetch([run.block, run.round].compact)) }
        end

        # What is drilled that is on no shelf, by the key that rounds and phases show it by: {key => {name:, what:}}.
        def written(plan)
          plan.blocks.each_with_index.flat_map { |block, b|
            block.rounds.each_with_index.flat_map do |round, r|
              [round, *round.phases].filter_map { |each| each.combination if each.combination && !each.combination.id }
                .map { |named| [key([b, r], named), {name: named.name, what: named.what}] }
            end
          }.to_h
        end

        private

        def round(plan, run, item)
          task, at = run.task, [run.block, run.round]
          {title: title(run), block: plan.blocks[run.block].kind, combination_id: task&.combination_id,
           shown: (shown(task, at) if task && !task.read?), exercise: task&.round&.exercise&.id,
           rung: task&.round&.rung || "clock", work_s: run.work, beginners: task&.round&.beginners,
           ahead: task&.round&.ahead, shared: task&.shared? || false, first: first(run),
           phases: task ? phases(plan.work(task, nth: run.nth), at) : [], feeds: feeds(task),
           trade: task&.trade && {said: task.trade_said, tallied: task.trade.tallied?},
           stations: task ? [] : stations(plan, run), late: late(run, item)}
        end

        # What a round, or a phase of it, is drawn by: an id of the shelf, or the key of what is written on the card.
        def shown(task, at)
          return task.combination_id if task.combination_id
          named = task.round.combination || task.phases.find(&:combination)&.combination
          named && key(at, named)
        end

        def key(at, named) = named.id || "#{at.join("/")}/#{named.name}"

        # Stretches of its work that have a name: when, in ms from the bell, and what is done.
        def phases(work, at)
          start = work.counting * 1_000
          work.phase_spans.filter_map do |phase, from, to|
            next unless phase
            {name: phase.name, from: start + (from * 1_000).round, to: start + (to * 1_000).round,
             exercise: phase.exercise&.id, shown: phase.combination && key(at, phase.combination), sides: phase.sides,
             burst: phase.burst}
          end
        end

        # What is shown in a read drill, each with the id of its answer.
        def feeds(task)
          return [] unless task&.read?
          task.drill.facts.feeds.zip(task.round.drill.members)
            .map { |feed, id| {text: feed.text, spoken: feed.spoken, combination_id: id} }
        end

        # The stations of a circuit, each with its own on and off where it keeps them.
        def stations(plan, run)
          plan.blocks[run.block].rounds.each_with_index.map do |round, r|
            task = plan.tasks.fetch([run.block, r])
            on, off = task.interval
            {title: round.title, exercise: round.exercise&.id, shown: shown(task, [run.block, r]), on_s: on, off_s: off,
             phases: phases(plan.work(task), [run.block, r]), capacity: round.capacity}
          end
        end

        # What the round may be cut to where the class runs late, by the rules of the card's own fit.
        def late(run, item)
          {least_s: [item.fixed + item.least, run.work].min, least_rest_s: [item.rest[0], run.rest].min,
           must: item.must, weight: item.weight}
        end

        # Which of a pair strikes first; nil where nobody takes turns.
        def first(run)
          return unless run.task&.drilled? && run.task.round.swap != "alone"
          (run.task.round.swap == "round") ? run.nth % 2 : 0
        end

        def title(run) =
          if run.task && run.task.round.repeat > 1
            "#{run.title}, #{run.nth + 1} of #{run.task.round.repeat}"
          else
            run.title
          end
      end
    end
  end
end
