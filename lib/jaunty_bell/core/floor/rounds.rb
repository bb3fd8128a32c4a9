module JauntyBell::Core
  module Floor
    # What a class does from bell to bell, as the Floor needs it: repeats and laps opened up.
    module Rounds
      # From a Card::Plan.
      def self.of(plan)
        items = Card::Fit::Items.of(plan, spare: false).to_h { |item| [item.at, item] }
        plan.runs.map do |run|
          task = run.task
          {title: title(run), block: plan.blocks[run.block].kind, combination_id: task&.combination_id,
           rung: task&.round&.rung || "clock", work_s: run.work, beginners: task&.round&.beginners,
           ahead: task&.round&.ahead, shared: task&.shared? || false, first: first(run),
           late: late(run, items.fetch([run.block, run.round].compact))}
        end
      end

      # What the round may be cut to where the class runs late, by the rules of the card's own fit.
      def self.late(run, item)
        {least_s: [item.fixed + item.least, run.work].min, least_rest_s: [item.rest[0], run.rest].min, must: item.must,
         weight: item.weight}
      end

      # Which of a pair strikes first; nil where nobody takes turns.
      def self.first(run)
        return unless run.task&.strikes? && run.task.round.swap != "alone"
        (run.task.round.swap == "round") ? run.nth % 2 : 0
      end

      def self.title(run) =
        (run.task && run.task.round.repeat > 1) ? "#{run.title}, #{run.nth + 1} of #{run.task.round.repeat}" : run.title
      private_class_method :title, :first, :late
    end
  end
end
