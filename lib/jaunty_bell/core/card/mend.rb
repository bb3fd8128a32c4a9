module JauntyBell::Core
  module Card
    # What can be done about a finding: a sentence, and the blocks after it (worked out when they are asked for).
    class Mend
      attr_reader :label

      def initialize(label, &change)
        @label = label
        @change = change
      end

      def blocks = @blocks ||= @change.call
    end
  end
end
