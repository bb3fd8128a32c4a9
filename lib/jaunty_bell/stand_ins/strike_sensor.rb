module JauntyBell
  module StandIns
    # A strike sensor on somebody who does one combination over and over: lines "milliseconds,hand,peak g".
    #
    #   StrikeSensor.new(plan, seconds: 180, seed: 3, fatigue: 0.2).lines
    class StrikeSensor
      FORCE = 28.0 # g, a fresh straight
      EVEN = 0.06 # of an interval, how unevenly a rested student strikes

      # `plan` a Core::Floor::Review::Planned. `fatigue` how much slower and softer the end is than the start (a share),
      # `misses` the share of strikes that do not happen, `noise` of peaks that were no strike, `dropouts` of strikes
      # not felt.
      def initialize(plan, seconds:, seed:, fatigue: 0.0, misses: 0.0, noise: 0.0, dropouts: 0.0)
        @plan = plan
        @seconds = seconds
        @random = Random.new(seed)
        @fatigue = fatigue
        @misses = misses
        @noise = noise
        @dropouts = dropouts
      end

      # Core::Floor::Strikes in order of time.
      def strikes = @strikes ||= sets.flat_map { |set| set.fetch(:struck).compact + set.fetch(:noise) }.sort_by(&:at)

      # What was really done: [[Strike or nil for each planned hand], …].
      def truth = sets.map { |set| set.fetch(:struck) }

      def lines = strikes.map { |strike| "#{strike.at},#{strike.hand},#{strike.g}" }

      private

      def sets = @sets ||= done

      def done
        clock = 0.8
        found = []
        while clock + @plan.times.last.to_f < @seconds
          tired = 1 + @fatigue * clock / @seconds
          found << set(clock, tired)
          clock += (@plan.times.last.to_f + @plan.gap) * tired
        end
        found
      end

      def set(from, tired)
        struck = @plan.hands.zip(@plan.times).map do |hand, time|
          next if @random.rand < @misses + @dropouts
          strike(from + time * tired + uneven(time), hand, FORCE / tired)
        end
        noise = (@random.rand < @noise) ? [strike(from + @plan.times.last.to_f * tired / 2 + 0.05,
          %i[left right].sample(random: @random), FORCE / 4)] : []
        {struck: struck, noise: noise}
      end

      def strike(at, hand, force)
        Core::Floor::Strike.new(at: [(at * 1000).round, 0].max, hand: hand,
          g: (force * @random.rand(0.8..1.2)).round(1))
      end

      def uneven(time) = time.zero? ? 0 : @random.rand(-EVEN..EVEN) * (@plan.times[1] || 0)
    end
  end
end
