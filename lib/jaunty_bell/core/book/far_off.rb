module JauntyBell::Core
  module Book
    # How far a coach's estimates of effort are from what students told of the same classes: the mean difference and
    # where most differences lie.
    #
    # Bias and limits of agreement: mean ± 1.96 standard deviations of the differences (Bland and Altman 1986,
    # Statistical methods for assessing agreement between two methods of clinical measurement, Lancet 327:307–310).
    #
    #   FarOff.of([[5, 6], [7, 7], …]).bias # => -0.4: the estimates are lower
    #
    #   pairs  how many were told and estimated; bias  estimate − told, nil of fewer than ENOUGH; limits [low, high]
    FarOff = Value.of(:pairs, bias: nil, limits: nil)

    class FarOff
      ENOUGH = 5 # pairs that say something
      SPREAD = 1.96

      # `told` pairs [estimate, their own word].
      def self.of(told)
        differences = told.map { |estimate, own| estimate - own }
        return new(pairs: differences.size) if differences.size < ENOUGH
        bias, deviation = Statistics.mean(differences), Statistics.sample_deviation(differences)
        new(pairs: differences.size, bias: bias, limits: [bias - SPREAD * deviation, bias + SPREAD * deviation])
      end

      # In plain words.
      def said
        return "#{pairs} told and estimated: too few to say" unless bias
        way = if bias.abs < 0.25 then "neither higher nor lower than they do"
        else "#{Words.number(bias.abs.round(1))} #{bias.positive? ? "higher" : "lower"} than they do, on the whole"
        end
        low, high = limits.map { |each| Words.number(each.round(1)) }
        "says #{way}; most between #{low} and #{high}, of #{pairs}"
      end
    end
  end
end
