module JauntyBell
  module Files
    # Pairs that were made, as JSON-ready data.
    module PairsJson
      # From a Core::Floor::Pairs::Made.
      def self.of(made)
        {groups: made.groups.map(&:to_h), stuck: made.stuck.map(&:to_h), alone: made.alone.map(&:to_h), gap: made.gap}
      end
    end
  end
end
