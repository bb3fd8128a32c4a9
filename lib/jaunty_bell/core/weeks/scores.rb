module JauntyBell::Core
  module Weeks
    # How forecasts came out: of what was said to be so likely, how much came true.
    #
    #   scores = Scores.new([[0.7, true], [0.7, false]])
    #   scores.bins  # => [Bin(from: 0.6, to: 0.8, said: 0.7, came: 0.5, count: 2)]
    #   scores.brier # => 0.29 (Brier 1950: mean of (said − came)²; 0 is perfect, 0.25 is a coin's)
    class Scores
      Bin = Value.of(:from, :to, :said, :came, :count)
      EDGES = [0.0, 0.2, 0.4, 0.6, 0.8, 1.0].freeze
      FEWEST = 20 # forecasts before anything is said of how good they are

      # `forecasts` [said 0–1, came true].
      def initialize(forecasts)
        @forecasts = forecasts
      end

      def count = @forecasts.size

      def enough? = count >= FEWEST

      def brier = if @forecasts.empty?
                    nil
                  else
                    @forecasts.sum { |said, came| (said - (came ? 1 : 0))**2 } / count
                  end

      # Brier's score of somebody who always says the share that came true: what a forecast must beat.
      def base
        return if @forecasts.empty?
        share = @forecasts.count(&:last).fdiv(count)
        share * (1 - share)
      end

      def bins
        EDGES.each_cons(2).filter_map do |from, to|
          inside = @forecasts.select { |said, _| said >= from && (said < to || to == EDGES.last) }
          next if inside.empty?
          Bin.new(from: from, to: to, said: inside.sum(&:first) / inside.size,
            came: inside.count(&:last).fdiv(inside.size), count: inside.size)
        end
      end
    end
  end
end
