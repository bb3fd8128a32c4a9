module JauntyBell::Core
  module Weeks
    # How much clean evidence it takes to own a rung beside so much rough evidence: Mastery's own line at 0.70, worked
    # out once at quarters of a repetition and read between them, because a planner asks for it a million times.
    #
    #   OwnedLine.clean_for(0) # => 5.4556…, so six clean ones without a rough one
    #   OwnedLine.clean_for(4) # => 19.5152…
    module OwnedLine
      STEP = 0.25 # repetitions
      MOST = 40.0 # rough repetitions up to which it is worked out; beyond, the last stretch goes on
      NEAR = 1e-9

      # The least Σ w·clean with which "sure of" is 0.70 or more, beside Σ w·rough.
      def self.clean_for(rough, line = table)
        at = rough / STEP
        low = at.to_i
        low = line.size - 2 if low > line.size - 2
        from = line[low]
        from + (at - low) * (line[low + 1] - from)
      end

      # Clean repetitions that make up for one more rough one where much is known: a rough one weighs as 0.70 to 0.30.
      def self.price = Book::Mastery::OWNED / (1 - Book::Mastery::OWNED)

      def self.table = @table ||= (0..(MOST / STEP).to_i).map { |i| least_clean(i * STEP) }.freeze

      def self.least_clean(rough)
        low, high = 0.0, 20 + 4 * rough
        until high - low < NEAR
          middle = (low + high) / 2
          Book::Mastery.sure?(middle, rough) ? high = middle : low = middle
        end
        high
      end
      private_class_method :least_clean
    end
  end
end
