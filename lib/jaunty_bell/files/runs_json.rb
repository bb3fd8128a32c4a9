module JauntyBell
  module Files
    # What a class does from bell to bell, as the Floor needs it: repeats and laps opened up.
    module RunsJson
      # From a Core::Card::Plan.
      def self.of(plan)
        plan.runs.map do |run|
          task = run.task
          {title: title(run), block: plan.blocks[run.block].kind, combination_id: task&.combination_id, rung: task&.round&.rung || "clock",
           work_s: run.work, beginners: task&.round&.beginners, ahead: task&.round&.ahead, shared: task&.shared? || false}
        end
      end

      def self.title(run) = (run.task && run.task.round.repeat > 1) ? "#{run.title}, #{run.nth + 1} of #{run.task.round.repeat}" : run.title
      private_class_method :title
    end
  end
end
