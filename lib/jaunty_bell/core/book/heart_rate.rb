module JauntyBell::Core
  module Book
    # Training impulse from heart rate: what a strap heard, weighted by how hard the heart worked. For adults only:
    # neither the weights nor the estimate of the maximum were made from children.
    #
    #   HeartRate.new([[0, 150], [1000, 150], …], rest: 60, most: 190).banister(:men).value
    class HeartRate
      BANISTER =
        "Banister 1991, Modeling elite athletic performance, in Physiological Testing of Elite Athletes (from memory)"
      EDWARDS = "Edwards 1993, The Heart Rate Monitor Book (from memory)"
      WEIGHTS = {men: [0.64, 1.92], women: [0.86, 1.67]}.freeze
      ZONES = [0.5, 0.6, 0.7, 0.8, 0.9].freeze # of the maximum, where each zone begins
      LONGEST_GAP = 10_000 # ms between two beats' readings; a longer one is a dropout and is not counted
      RATES = (25..250) # beats a minute that a heart can beat
      STEP = 5 # seconds of a curve's points
      FROM_THE_MEAN =
        "of the mean of all that was heard, as most published values are; on intervals it is lower than reading " \
        "by reading"
      BY_READING =
        "hard minutes weigh more than easy ones take away, so on intervals it is higher than from the mean; do " \
        "not mix the two in one row"

      # Beats a minute at most, by age in years: Tanaka et al. 2001, Age-predicted maximal heart rate revisited, J Am
      # Coll Cardiol 37:153–156.
      def self.most_by_age(age) = 208 - 0.7 * age

      # From [ms, beats a minute]. Raises InvalidInput for what no strap can have heard.
      def self.read(sample)
        at, beats = sample
        if [at, beats].all? { |number| number.is_a?(Numeric) && number.to_f.finite? } && at >= 0 && RATES.cover?(beats)
          return [at, beats]
        end
        raise InvalidInput.new("A reading is [milliseconds, #{RATES.min} to #{RATES.max} beats a minute], not " \
          "#{sample.inspect}.", path: "samples")
      end

      # Those samples that can have been heard; what was kept before anybody looked is left out.
      def self.heard(samples) =
        samples.select { |sample| read(sample) rescue false } # rubocop:disable Style/RescueModifier

      # Means over STEP seconds each, nil where nothing was heard: what a picture draws.
      def self.curve(samples)
        return [] if samples.empty?
        by_step = samples.group_by { |at, _| (at / (STEP * 1_000)).floor }
        (0..by_step.keys.max).map { |step| by_step[step]&.then { |some| some.sum(&:last).fdiv(some.size).round } }
      end

      # Of several recordings, each with a clock of its own, one after another.
      def self.joined(recordings, rest:, most:)
        samples = recordings.reject(&:empty?).reduce([]) do |all, one|
          all + one.map { |at, beats|
            [at + (all.empty? ? 0 : all.last.first + LONGEST_GAP + 1 - one.first.first), beats]
          }
        end
        new(samples, rest: rest, most: most)
      end

      # `samples` [[ms, beats a minute], …]; `rest` and `most` beats a minute. Raises InvalidInput where they are the
      # wrong way round.
      def initialize(samples, rest:, most:)
        unless most > rest
          raise InvalidInput.new("The heart at its most (#{most}) must beat faster than at rest (#{rest}).",
            path: "heart_max")
        end
        @spans = samples.sort_by(&:first).each_cons(2).filter_map do |(from, beats), (to, _)|
          [to - from, beats] if (to - from).between?(1, LONGEST_GAP)
        end
        @rest = rest
        @most = most
      end

      # Minutes heard, dropouts left out.
      def minutes = @spans.sum(&:first) / 60_000.0

      # Mean beats a minute over the time heard.
      def mean = @spans.sum { |ms, beats| ms * beats }.fdiv(@spans.sum(&:first))

      # Figure of Banister's impulse: D·x·k·e^(c·x), x the share of the reserve that the mean uses. `weights` :men or
      # :women.
      def banister(weights)
        factor, power = WEIGHTS.fetch(weights)
        figure(:trimp_banister, "minutes · x · #{factor} · e^(#{power}·x), x = (mean − rest) ÷ (most − rest)",
          BANISTER, FROM_THE_MEAN) { minutes * weighed(mean, factor, power) }
      end

      # The same, each reading weighed by itself and then added up.
      def banister_by_reading(weights)
        factor, power = WEIGHTS.fetch(weights)
        figure(:trimp_banister_by_reading,
          "Σ minutes · x · #{factor} · e^(#{power}·x) over the readings, x = (reading − rest) ÷ (most − rest)",
          BANISTER, BY_READING) do
          @spans.sum { |ms, beats| ms / 60_000.0 * weighed(beats, factor, power) }
        end
      end

      # Figure of Edwards' impulse: minutes in five zones of the maximum, times 1 to 5.
      def edwards
        figure(:trimp_edwards, "minutes in 50–60, 60–70, 70–80, 80–90, 90–100 % of the most × 1 to 5", EDWARDS) do
          zones.each_with_index.sum { |minutes, i| minutes * (i + 1) }
        end
      end

      # Minutes in each zone; below the first counts in none.
      def zones
        @spans.each_with_object([0.0] * ZONES.size) do |(ms, beats), minutes|
          at = ZONES.rindex { |from| beats >= from * @most }
          minutes[at] += ms / 60_000.0 if at
        end
      end

      private

      # What a minute at so many beats counts.
      def weighed(beats, factor, power)
        x = (beats - @rest).fdiv(@most - @rest).clamp(0, 1)
        x * factor * Math.exp(power * x)
      end

      def figure(name, formula, source, note = nil)
        facts = {name: name, formula: formula, source: source, note: note}
        return Figure.new(**facts, reason: "The strap heard nothing that lasted.") if @spans.empty?
        Figure.new(**facts, value: yield,
          inputs: {minutes: minutes.round(2), mean: mean.round(1), rest: @rest, most: @most})
      end
    end
  end
end
