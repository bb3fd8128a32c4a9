module JauntyBell::Core
  module Weeks
    # How forecasts of classes came out, beside two plain guesses: of what was said to be so clean, how much was.
    #
    #   scores = Scores.new([Scores::Case.new(0.7, 0.8, 0.6), Scores::Case.new(0.7, 0.6, nil)])
    #   scores.bins  # => [Bin(from: 0.6, to: 0.8, said: 0.7, came: 0.7, count: 2)]
    #   scores.error # => 0.1 (the root of the mean of (said − came)²: 0 is perfect)
    class Scores
      # Shares 0–1 of clean repetitions: what was `said` of a student at a place, what `came`, and what came the `last`
      # time (nil for a first).
      Case = Struct.new(:said, :came, :last)
      Bin = Value.of(:from, :to, :said, :came, :count)
      EDGES = [0.0, 0.2, 0.4, 0.6, 0.8, 1.0].freeze
      FEWEST = 20 # forecasts before anything is said of how good they are

      # `cases` [Case].
      def initialize(cases)
        @cases = cases
      end

      def count = @cases.size

      def enough? = count >= FEWEST

      def error = off(@cases, &:said)

      # Of whoever says it will be as last time, and of the forecasts of the same cases.
      def as_last_time = off(met, &:last)

      def of_the_same = off(met, &:said)

      # Of whoever always says what came on average.
      def base
        return if @cases.empty?
        mean = @cases.sum(&:came) / count
        off(@cases) { mean }
      end

      def bins
        EDGES.each_cons(2).filter_map do |from, to|
          inside = @cases.select { |one| one.said >= from && (one.said < to || to == EDGES.last) }
          next if inside.empty?
          Bin.new(from: from, to: to, said: inside.sum(&:said) / inside.size, came: inside.sum(&:came) / inside.size,
            count: inside.size)
        end
      end

      private

      def met = @cases.select(&:last)

      # nil of nothing.
      def off(cases) =
        cases.empty? ? nil : Math.sqrt(cases.sum { |one| (yield(one) - one.came)**2 } / cases.size)
    end
  end
end
