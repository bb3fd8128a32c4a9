module JauntyBell
  module StandIns
    # A heart-rate strap over a class: lines "milliseconds,beats a minute", one a second. The heart follows the effort
    # of each stretch with a lag, and drifts upwards over the class.
    class HeartStrap
      LAG = 28.0 # s after which two thirds of a change have come
      DRIFT = 6.0 # beats a minute over an hour

      # `stretches` [[seconds, effort 0–10], …]; `rest` and `most` beats a minute; `dropouts` the share of seconds
      # without a beat.
      def initialize(stretches, seed:, rest: 62, most: 188, noise: 1.5, dropouts: 0.0)
        @stretches = stretches
        @random = Random.new(seed)
        @rest = rest
        @most = most
        @noise = noise
        @dropouts = dropouts
      end

      # [[ms, beats a minute], …]
      def samples
        heart, second = @rest.to_f, 0
        @stretches.flat_map do |seconds, effort|
          Array.new(seconds) do
            wanted = @rest + (@most - @rest) * effort / 10.0 + DRIFT * second / 3600
            heart += (wanted - heart) / LAG
            second += 1
            unless @random.rand < @dropouts
              [second * 1000, (heart + @random.rand(-@noise..@noise)).round.clamp(30, 230)]
            end
          end.compact
        end
      end

      def lines = samples.map { |at, beats| "#{at},#{beats}" }
    end
  end
end
