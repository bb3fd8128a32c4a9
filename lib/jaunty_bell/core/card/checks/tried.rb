module JauntyBell::Core
  module Card
    module Checks
      # Mends tried out on the card.
      class Tried
        MOST = 3 # offered for one finding

        def initialize(plan, found)
          @plan = plan
          @before = found.map(&:rule).tally
        end

        def of(finding)
          finding.mends.lazy.select { |mend| sound?(finding, mend) }.first(MOST)
        end

        private

        def sound?(finding, mend)
          after = Checks.of(@plan.with(blocks: mend.blocks), mended: false)
          counts = after.map(&:rule).tally
          return false unless counts.fetch(finding.rule, 0) < @before.fetch(finding.rule)
          after.none? { |other| other.rank <= finding.rank && counts[other.rule] > @before.fetch(other.rule, 0) }
        rescue InvalidInput
          false
        end
      end
    end
  end
end
