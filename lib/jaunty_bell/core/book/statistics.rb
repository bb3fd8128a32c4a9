module JauntyBell::Core
  module Book
    # The two plain statistics of the load figures.
    module Statistics
      def self.mean(values) = values.sum.fdiv(values.size)

      # With n − 1 below the line.
      def self.sample_deviation(values)
        middle = mean(values)
        Math.sqrt(values.sum { |value| (value - middle)**2 } / (values.size - 1))
      end
    end
  end
end
