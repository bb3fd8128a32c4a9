module JauntyBell::Core
  module Learning
    # What a student has behind them on one combination: clean repetitions, remembered as they fade quickly and slowly,
    # those of them that have settled and do not fade, rough ones, and the clean ones at each rung.
    #
    #   trail = Trail.new(rungs: 6)
    #   trail.add(day, rung, clean, rough)
    #   trail.quick(day) # clean repetitions, faded by QUICK
    class Trail
      QUICK = 10.0 # days in which half of it fades; the product's own, as is
      SLOW = 45.0

      SETTLES = 3.0 # days after which half of another class's repetitions add to what stays

      # How much of a class's repetitions adds to what stays, so many days after the class before (nil: the first):
      # what comes back soon adds little (spaced practice).
      def self.settling(days) = days ? 1 - 2.0**(-days / SETTLES) : 1.0

      attr_reader :settled, :rough, :at, :classes, :day

      def initialize(rungs: Bench::Rungs::ALL.size)
        @quick = @slow = @settled = @rough = 0.0
        @at = Array.new(rungs, 0.0)
        @classes = 0
        @day = nil
      end

      def add(day, rung, clean, rough)
        @quick = quick(day) + clean
        @slow = slow(day) + clean
        @settled += clean * Trail.settling(@day && day - @day)
        @rough += rough
        @at[rung] += clean
        @classes += 1
        @day = day
      end

      def quick(day) = @day ? @quick * 2.0**((@day - day) / QUICK) : 0.0

      def slow(day) = @day ? @slow * 2.0**((@day - day) / SLOW) : 0.0

      # The highest rung with clean repetitions, nil for none.
      def reached = @at.rindex(&:positive?)
    end
  end
end
