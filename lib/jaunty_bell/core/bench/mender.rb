module JauntyBell::Core
  module Bench
    # Tries a rule's proposals on the walk and keeps those that work: the finding is gone and nothing as bad is new.
    #
    # What it may walk in all is bounded, so that a long combination with much to mend answers at once: the findings
    # that stand first in the corner get their mends first.
    class Mender
      MOST = 3 # mends a finding
      WALKED = 240 # actions walked in all

      def initialize(walk)
        @walk = walk
        @counts = tally(walk)
        @tried = {}
        @left = WALKED
      end

      # The finding with its tried mends.
      def with_mends(finding)
        return finding if @left <= 0 || finding.taught
        kept = Flow::Rules[finding.rule].to_enum(:mends, finding, @walk).lazy.take_while { @left.positive? }
          .filter_map { |label, combination|
            Flow::Mend.new(label: label, combination: combination) if mends?(finding, combination)
          }.uniq(&:combination).first(MOST)
        kept.empty? ? finding : finding.but(mends: kept)
      end

      private

      def mends?(finding, combination)
        if combination.empty? || combination == @walk.combination ||
            combination.actions.size > Combination::MOST_ACTIONS
          return false
        end
        after = @tried[combination] ||= tried(combination)
        fewer?(finding, after) && nothing_worse?(finding, after)
      end

      def tried(combination)
        @left -= combination.actions.size
        tally(Flow::Trial.new(@walk, combination))
      end

      def fewer?(finding, after) = total(after, finding.rule) < total(@counts, finding.rule)

      def nothing_worse?(finding, after)
        after.all? { |(rule, rank), count| rank > finding.rank || count <= @counts.fetch([rule, rank], 0) }
      end

      def total(counts, rule) = counts.sum { |(id, _), count| (id == rule) ? count : 0 }

      def tally(walk) = walk.open_findings.map { |finding| [finding.rule, finding.rank] }.tally
    end
  end
end
