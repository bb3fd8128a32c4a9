module JauntyBell::Core
  module Learning
    # A logistic regression with random effects: the coefficients that make what came most likely, each drawn towards
    # what was to be expected of it, as strongly as its family varies; and how much each family varies.
    #
    #   fit = Fit.new(rows, count: 3, means: [0, 0, 0], variances: [1.0, nil, nil], families: [[1, 2]])
    #   fit.coefficients; fit.variance([[0, 1.0], [2, 1.0]]); fit.family_variances
    #
    # `rows` are [indexes, values, attempted, clean, offset, weight]: sparse, each a binomial count; its log-odds are
    # offset + Σ value · coefficient. `variances` by coefficient, nil for a member of a family: a list of coefficients
    # drawn from one normal with mean 0. By penalised quasi-likelihood (Breslow and Clayton 1993, JASA 88:9–25, from
    # memory): Newton's steps for the coefficients, then each family's variance from their squares and their own doubt
    # (expectation–maximisation), in turn.
    class Fit
      ROUNDS = 3 # of family variances
      STEPS = 12
      NEAR = 1e-7 # a step of which nothing is left to go
      LONGEST = 1.0 # log-odds a step may go: where a curve is flat a whole one would go too far
      PRIOR = 3.0 # members' worth that a family varies as was to be expected of it

      attr_reader :coefficients, :family_variances

      # `usual` the variance to be expected of each family; `prior` how many members' worth that counts; `rounds` of
      # family variances, 0 to take them as they are; `start` coefficients of an earlier fit; `near` the step that is
      # small enough.
      def initialize(rows, count:, means:, variances:, families: [], usual: [], prior: PRIOR,
        rounds: ROUNDS, start: nil, near: NEAR)
        @rows = rows
        @count = count
        @means = means
        @variances = variances.dup
        @families = families
        @usual = usual
        @prior = prior
        @near = near
        @coefficients = (start || means).map(&:to_f)
        @family_variances = usual.dup
        vary
        rounds.times { round }
        climb(STEPS)
      end

      # Variance of Σ value · coefficient, for [[index, value], …].
      def variance(terms) =
        terms.sum { |i, one| terms.sum { |j, other| one * other * inverse[i][j] } }

      private

      def round
        climb(1)
        doubts = Cholesky.new(@bend).inverse_diagonal
        @families.each_with_index do |members, f|
          squares = members.sum { |i| (@coefficients[i] - @means[i])**2 + doubts[i] }
          @family_variances[f] = (squares + @prior * @usual[f]) / (members.size + @prior)
        end
        vary
      end

      def vary = @families.each_with_index { |members, f| members.each { |i| @variances[i] = @family_variances[f] } }

      # Newton's steps until nothing moves.
      def climb(most)
        most.times do
          slope, bend = slopes
          step = Cholesky.new(bend).solve(slope)
          moved = step.map(&:abs).max || 0.0
          short = (moved > LONGEST) ? LONGEST / moved : 1.0
          step.each_with_index { |by, i| @coefficients[i] += by * short }
          @bend, @inverse = bend, nil
          break if moved < @near
        end
      end

      # Slope of the penalised log-likelihood, and what it bends by.
      def slopes
        slope = Array.new(@count) { |i| (@means[i] - @coefficients[i]) / @variances[i] }
        bend = Array.new(@count) { |i| Array.new(@count, 0.0).tap { |row| row[i] = 1 / @variances[i] } }
        @rows.each { |row| add(row, slope, bend) }
        [slope, bend]
      end

      def add((indexes, values, attempted, clean, offset, weight), slope, bend)
        logit, size, i = offset, indexes.size, 0
        while i < size
          logit += values[i] * @coefficients[indexes[i]]
          i += 1
        end
        share = 1 / (1 + Math.exp(-logit))
        pull = weight * (clean - attempted * share)
        stiff = weight * attempted * share * (1 - share)
        i = 0
        while i < size
          at, value = indexes[i], values[i]
          slope[at] += pull * value
          row, by, j = bend[at], stiff * value, 0
          while j <= i
            row[indexes[j]] += by * values[j]
            j += 1
          end
          i += 1
        end
      end

      def inverse = @inverse ||= Cholesky.new(@bend).inverse
    end
  end
end
