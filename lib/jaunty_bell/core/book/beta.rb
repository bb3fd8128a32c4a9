require "rubystats"

module JauntyBell::Core
  module Book
    # The Beta distribution as mastery needs it: the share that lies below a value, and the value below which a share
    # lies. Distribution and density are the library's; its own search for a quantile is slow and stops early, so the
    # quantile is found from a good first guess by Newton's steps, kept between bounds.
    #
    #   Beta.new(21, 1).quantile(0.10) # => 0.8961505…
    class Beta
      NEAR = 1e-8 # a step of Newton's so small has come twice as many digits near
      MOST_STEPS = 60

      # a and b of 1 or more.
      def initialize(a, b)
        @a = a.to_f
        @b = b.to_f
        @distribution = Rubystats::BetaDistribution.new(@a, @b)
      end

      def mean = @a / (@a + @b)

      def below(x) = @distribution.cdf(x)

      # The x with below(x) = share. A step that would leave what is known to hold x is halved into it.
      def quantile(share)
        low, high, x = 0.0, 1.0, guess(share)
        MOST_STEPS.times do
          off = below(x) - share
          off.negative? ? low = x : high = x
          slope = @distribution.pdf(x)
          step = slope.positive? ? x - off / slope : low
          return step if (step - x).abs < NEAR
          x = step.between?(low, high) ? step : (low + high) / 2
        end
        x
      end

      private

      # Abramowitz and Stegun, Handbook of Mathematical Functions, 1964, 26.5.22 and 26.2.23 (from memory); only a
      # beginning.
      def guess(share)
        return share**(1 / @a) if @b <= 1
        t = Math.sqrt(-2 * Math.log(share))
        y = t - (2.30753 + 0.27061 * t) / (1 + t * (0.99229 + 0.04481 * t))
        one, two = 1 / (2 * @a - 1), 1 / (2 * @b - 1)
        h = 2 / (one + two)
        lambda = (y * y - 3) / 6
        w = y * Math.sqrt([h + lambda, 0].max) / h - (two - one) * (lambda + 5.0 / 6 - 2 / (3 * h))
        (@a / (@a + @b * Math.exp(2 * w))).clamp(1e-6, 1 - 1e-6)
      end
    end
  end
end
