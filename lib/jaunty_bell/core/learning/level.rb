module JauntyBell::Core
  module Learning
    # Where a student stands with one combination beside what the rest of the model says: a mean and a variance, moved
    # by each mark as far as it tells more than is known (a Kalman filter on log-odds: Kalman 1960; for binomial counts
    # by one step of Newton's, West, Harrison and Migon 1985, both from memory), and less sure with each class.
    class Level
      attr_reader :mean, :variance

      def initialize(mean: 0.0, variance: 0.0)
        @mean = mean
        @variance = variance
      end

      # `logit` what the model says without it; `weight` of a repetition (evenings differ); `drift` the variance that a
      # class adds. Returns the log-likelihood of what came.
      def mark(logit, attempted, clean, weight:, drift:)
        @variance += drift
        share = Learning.share(logit + @mean)
        known = weight * attempted * share * (1 - share)
        said = foretold(logit, attempted, clean, weight)
        @variance = 1 / (1 / @variance + known)
        @mean += @variance * weight * (clean - attempted * share)
        said
      end

      private

      def foretold(logit, attempted, clean, weight)
        share = Learning.expected(logit + @mean, @variance).clamp(1e-9, 1 - 1e-9)
        weight * (clean * Math.log(share) + (attempted - clean) * Math.log(1 - share))
      end
    end
  end
end
