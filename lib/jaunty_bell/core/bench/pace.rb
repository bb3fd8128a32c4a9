module JauntyBell::Core
  module Bench
    # The arithmetic of sets in a round, in exact numbers.
    #
    # A set of B beats at a tempo takes d = 60·B/tempo seconds; n sets with a pause p between them take n·d + (n−1)·p,
    # so in work time T there are n = floor((T + p)/(d + p)). Source: arithmetic, written out in docs/formulas.md.
    #
    #   Pace.sets(beats: 4.5r, work: 180, tempo: 140, pause: 0.6r) # => 71
    module Pace
      TEMPOS = (0..600) # beats a minute, above 0
      PAUSES = (0..60) # seconds
      TEMPO = 140 # beats a minute, the product's default
      PAUSE = Rational(3, 5) # seconds, the product's default
      LONG_BURST = 10 # seconds a rate must last before it is pointed out

      # Raised where no pace can do what is asked.
      class Infeasible < InvalidInput; end

      class << self
        # Seconds one set takes, exactly.
        def set_time(beats:, tempo: TEMPO) = 60 * beats.to_r / positive(tempo, "tempo")

        # Whole sets that fit the work time (seconds).
        def sets(beats:, work:, tempo: TEMPO, pause: PAUSE)
          set = set_time(beats: beats, tempo: tempo)
          unless set.positive?
            raise Infeasible.new("A set must take some time: write at least one action.", path: "notation")
          end
          ((not_negative(work, "work") + not_negative(pause, "pause")) / (set + pause.to_r)).floor
        end

        # Seconds that n sets take, with the pauses between them.
        def work(beats:, sets:, tempo: TEMPO, pause: PAUSE)
          n = whole(sets)
          n * set_time(beats: beats, tempo: tempo) + (n - 1) * not_negative(pause, "pause")
        end

        # The pause in seconds that makes n sets fill the work time exactly.
        def pause(beats:, sets:, work:, tempo: TEMPO)
          n = whole(sets)
          set = set_time(beats: beats, tempo: tempo)
          raise Infeasible.new("One set has no pause after it: ask for two sets or more.", path: "sets") if n == 1
          pause = (not_negative(work, "work") - n * set) / (n - 1)
          return pause unless pause.negative?
          raise Infeasible.new("#{Words.many(n, "set")} alone #{(n == 1) ? "takes" : "take"} " \
            "#{seconds(n * set)}, more " \
            "than the #{seconds(work)} there is: " \
            "fewer sets or a quicker tempo.", path: "sets")
        end

        # The tempo in beats a minute at which exactly n sets fill the work time: d = (T + p)/n − p.
        def tempo(beats:, sets:, work:, pause: PAUSE)
          n = whole(sets)
          gap = not_negative(pause, "pause")
          set = (not_negative(work, "work") + gap) / n - gap
          return 60 * beats.to_r / set if set.positive?
          raise Infeasible.new("#{n - 1} pauses of #{seconds(gap)} already fill #{seconds(work)}: no tempo fits. " \
            "Shorten the pause or ask for fewer sets.", path: "pause")
        end

        # Strikes a second over the sets of a round, pauses included; nil where the round is too short for the rate to
        # matter.
        def strike_rate(strikes:, sets:, work:)
          Rational(strikes * sets) / work.to_r if work.to_r >= LONG_BURST && sets.positive?
        end

        # A sentence where a round asks for more strikes a second than a school finds likely, for LONG_BURST or longer;
        # nil otherwise. Five a second is the product's own default; common practice, no source.
        def unlikely(strikes:, sets:, work:, school:)
          rate, limit = strike_rate(strikes: strikes, sets: sets, work: work), school.likely_strikes_per_second
          return unless rate && rate > limit
          "#{Words.number(rate.to_f.round(1))} strikes a second for #{work.to_i} s is unlikely: more than #{limit} " \
            "for longer than #{LONG_BURST} s."
        end

        private

        def positive(value, path)
          number = value.to_r
          return number if number.positive?
          raise InvalidInput.new("#{path.capitalize} must be more than 0.", path: path)
        end

        def not_negative(value, path)
          number = value.to_r
          return number unless number.negative?
          raise InvalidInput.new("#{path.capitalize} cannot be less than 0.", path: path)
        end

        def whole(sets)
          return sets if sets.is_a?(Integer) && sets.positive?
          raise InvalidInput.new("Sets must be a whole number from 1.", path: "sets")
        end

        def seconds(value) = "#{Words.number(value.to_f.round(2))} s"
      end
    end
  end
end
