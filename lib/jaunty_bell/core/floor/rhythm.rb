module JauntyBell::Core
  module Floor
    # How somebody strikes one combination over and over: how fast within a set, and how long they wait before the next.
    #
    #   hands  of one set in order    times  of each in seconds from the first, at their own tempo
    #   gap    seconds from the last strike of a set to the first of the next
    #   slower share by which all of it takes longer for each second that goes by; `from` the second it is reckoned from
    #   unevenness  standard deviation of an interval, as a share of it
    Rhythm = Value.of(:hands, :times, :gap, slower: 0.0, from: 0.0, unevenness: 0.12)

    class Rhythm
      LEAST_PACE = 0.3
      TOLD = 3.0 # nats that must speak against every other way to read the pattern
      OTHER_HAND = 3.0 # nats
      STRANGE = 3.0 # nats, at most, for one interval that differs
      SEEN = 0.2 # by which share an interval differs before it is seen to
      SCALES = (-22..22).map { |step| 1.05**step }.freeze # tempos tried against the planned one: a third to three times
      # Share of its own beats after the last strike that a set keeps at the least: no pause is less than none
      HURRIED = 0.8
      LEAST_GAP = 0.05 # seconds
      LEAST = 4 # sets of strikes before anything is said of their tempo
      FEW = 160 # strikes that are looked at for a first guess

      class << self
        # A first guess from the strikes alone: the time of a cycle is what most strikes take to the one as many places
        # on as a set has; how it is shared out between strikes and pause is what makes the intervals likeliest.
        def guess(plan, strikes)
          own = new(hands: plan.hands, times: plan.times, gap: plan.gap)
          return own if strikes.size < LEAST * own.places
          cycle = usual(strikes.first(FEW).each_cons(plan.hands.size + 1)
            .map { |some| (some.last.at - some.first.at) / 1000.0 })
          return own.but(gap: cycle) if own.places == 1
          pairs = strikes.first(FEW).each_cons(2).map { |one, two| [one.hand, two.hand, (two.at - one.at) / 1000.0] }
          SCALES.map { |scale| own.but(times: plan.times.map { |time| time * scale }, gap: cycle - plan.span * scale) }
            .each_with_index.select { |rhythm, i| rhythm.gap >= [plan.beats * SCALES[i] * HURRIED, LEAST_GAP].max }
            .map(&:first).max_by { |rhythm| likelihood(rhythm, pairs) } || own
        end

        private

        # Where most values lie: the middle of the narrowest half of the narrowest half … (half-sample mode, Bickel and
        # Frühwirth 2006, from memory).
        def usual(values)
          values = values.sort
          while values.size > 3
            half = (values.size + 1) / 2
            values = (0..values.size - half).map { |i| values[i, half] }.min_by { |some| some.last - some.first }
          end
          values.sum / values.size
        end

        def likelihood(rhythm, pairs)
          ways = (0...rhythm.places).map do |i|
            [rhythm.hands[i], rhythm.hands[(i + 1) % rhythm.places],
              (rhythm.times[i + 1] || rhythm.cycle) - rhythm.times[i]]
          end
          pairs.sum do |one, two, interval|
            Math.log(1e-3 +
              ways.sum { |from, to, usual|
                (from == one && to == two) ? Math.exp(-((interval / usual - 1) / 0.12)**2 / 2) / usual : 0
              })
          end
        end
      end

      # How many strikes a set has.
      def places = hands.size

      def cycle = times.last + gap

      # Seconds from the strike at one place to that at another, so many sets later, at an instant of the round.
      def between(one, two, sets, at) = (times[two] - times[one] + sets * cycle) * pace(at)

      # How long everything takes at an instant, against the rhythm's own times.
      def pace(at) = [1 + slower * (at - from), LEAST_PACE].max

      # Whether a set can be told from its neighbours. It cannot where the strikes, moved on by some places, look the
      # same: the same hands, and no pause that differs from the others.
      def told_apart?
        places > 1 && (1...places).none? { |by| alike(by) < TOLD }
      end

      private

      # How much speaks against the pattern moved on by so many places, in nats.
      def alike(by)
        intervals = [*times.each_cons(2).map { |one, two| two - one }, gap]
        (0...places).sum do |i|
          hand = (hands[i] == hands[(i + by) % places]) ? 0 : OTHER_HAND
          hand + [(Math.log(intervals[i] / intervals[(i + by) % places]) / SEEN)**2 / 2, STRANGE].min
        end
      end
    end
  end
end
