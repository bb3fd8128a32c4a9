module JauntyBell::Core
  module Card
    module Checks
      # What all checks share: a plan, and a short way to say something of it.
      class Check
        # @param plan [Plan]
        def initialize(plan)
          @plan = plan
        end

        def self.rule(id, severity)
          define_method(:rule) { id }
          define_method(:severity) { severity }
        end

        private

        attr_reader :plan

        def blocks = plan.blocks

        def school = plan.company.school

        def company = plan.company

        def round_at(at) = blocks[at[0]].rounds[at[1]]

        # [[at, task], …] in order of the card.
        def tasks = plan.tasks

        def say(at, reason, mends = [], as: severity, details: [])
          Finding.new(rule: rule, severity: as, at: at.compact, reason: reason, mends: mends.compact, details: details)
        end

        def mend(label, &) = Mend.new(label, &)

        # Runs with the indexes and tasks they stand for: one, or a circuit's stations.
        def works
          @works ||= plan.runs.map { |run| [run, run.round ? [[run.block, run.round]] : stations(run.block)] }
        end

        def stations(block) = blocks[block].rounds.each_index.map { |r| [block, r] }

        def clock(seconds) = Words.clock(seconds)

        def titled(at) = "\"#{round_at(at).title}\""
      end
    end
  end
end
