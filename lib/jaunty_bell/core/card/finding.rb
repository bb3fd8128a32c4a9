module JauntyBell::Core
  module Card
    # What a check has to say. `at` is [block, round] indexes, [block] for a whole block, [] for the card; severities
    # are those of the Bench: fault, caution, weak, cue. `details` are further sentences, where the reason sums many up.
    Finding = Value.of(:rule, :severity, :at, :reason, mends: [].freeze, details: [].freeze) do
      def rank = Bench::Flow::SEVERITIES.index(severity)
    end
  end
end
