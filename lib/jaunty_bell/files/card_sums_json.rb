module JauntyBell
  module Files
    # The sums and findings of a card as JSON-ready data: the same for the command line and the API. Times in seconds.
    class CardSumsJson
      SECONDS = %i[striking holding moving resting standing].freeze

      # @param plan [Core::Card::Plan]
      # `problems` of rounds that cannot be as they are written (Core::Card::Data.as_far_as_it_goes).
      def initialize(plan, problems: [])
        @plan = plan
        @problems = problems
      end

      def to_h
        {total: @plan.total, over: @plan.over, planned_load: @plan.planned_load.to_f.round(3),
         mean_effort: @plan.mean_effort.to_f.round(3), rounds: rounds, runs: runs, counts: counts(@plan.counts),
         share: share(@plan.share), trio: @plan.trio_share && share(@plan.trio_share), students: @plan.company.students,
         circuits: circuits, findings: findings, kit: Core::Card::KitList.of(@plan)}
      end

      # Counts of a mean student in whole numbers.
      def counts(counts) =
        counts.to_h.transform_values { |value| value.is_a?(Hash) ? value.transform_values(&:round) : value.round }

      # What the checks say, each with the labels of its mends.
      def findings
        cannot = @problems.map do |problem|
          {rule: "cannot-be", severity: :fault, at: problem[:at], reason: problem[:reason], details: [], mends: []}
        end
        cannot + @plan.findings.map do |finding|
          {rule: finding.rule, severity: finding.severity, at: finding.at, reason: finding.reason,
           details: finding.details, mends: finding.mends.map(&:label)}
        end
      end

      private

      # The sums of each round as written, repeats together; nil where nobody strikes. A circuit's stations have
      # theirs.
      def rounds
        @plan.tasks.map do |at, task|
          work = @plan.work(task)
          share = @plan.once(work, :shown) { Core::Card::Share.mean(work.shares) }.times(task.round.repeat)
          {at: at, what: what(task), implement: task.implement&.id, manner: task.manner, work: work.seconds,
           counting: work.counting, strikes: task.strikes? && share.strikes.round,
           sets: task.drilled? && share.sets.round, hard: task.hard?, combination_id: task.combination_id,
           kit: task.kit, phases: phases(work), written: written(task), trade: trade(task, work)}
        end
      end

      def what(task) =
        (task.round.combination || task.round.drill || task.round.flow)&.name || task.round.exercise&.plain

      # A combination that is written on the card itself, drawn and in words, or nil.
      def written(task)
        named = task.round.combination
        return if named.nil? || named.id
        @plan.once(task, :written) do
          analysis = Core::Bench::Analysis.new(named.what, reading: @plan.company.reading)
          {spoken: analysis.spoken, actions: AnalysisJson.new(analysis).actions,
           set_time: analysis.set_time.to_f.round(6)}
        end
      end

      # What each of a pair strikes and takes of a trade, by where it lands; nil for the rest.
      def trade(task, work)
        return unless work.exchanges
        {said: task.trade_said, exchanges: work.exchanges.count,
         seats: (0...work.seats).map { |seat|
           taken = work.exchanges.taken(seat)
           {struck: work.shares[seat].strikes.round, taken: taken.strikes.round,
            by_level: taken.by_level.transform_values(&:round)}
         }}
      end

      def phases(work) = work.phase_seconds.map { |phase, seconds| {name: phase&.name, seconds: seconds.map(&:to_f)} }

      def runs
        @plan.runs.map do |run|
          {at: [run.block, run.round].compact, title: run.title, from: run.from, change: run.change,
           explain: run.explain, bell: run.bell, to: run.bell_end,
           rest: run.rest, effort: run.effort.to_f, active: run.active}
        end
      end

      def share(share) =
        SECONDS.to_h { |member| [member, share[member].to_f.round(1)] }
          .merge(strikes: share.strikes.round, sets: share.sets.round, impacts: share.impacts.round)

      def circuits
        @plan.blocks.each_index.select { |b| @plan.blocks[b].circuit? }.map do |b|
          rotation = @plan.circuit(@plan.blocks[b])
          {block: b, groups: rotation.groups, places: rotation.places, table: rotation.table, steps: rotation.steps,
           waits: rotation.waits}
        end
      end
    end
  end
end
