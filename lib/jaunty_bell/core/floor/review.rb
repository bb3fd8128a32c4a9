module JauntyBell::Core
  module Floor
    # A round as a strike sensor felt it, compared with what was planned. It sees hands alone: feints, touches it does
    # not feel and kicks are no part of it. The figures are the product's own; no source.
    #
    #   review = Review.new(strikes, plan: Review::Planned.of(combination, reading, tempo: 140, pause: 0.6))
    #   review.whole  # => sets without a missed or a wrong hand
    #
    # The tempo is worked out from the strikes (Rhythm), then each is put at its place in a set by hand and time
    # together (Alignment); what that tells of the rhythm goes in once more. Where sets look like their neighbours moved
    # on by a strike or two, nothing is told of sets or of what was missed.
    class Review
      LEAST = 6 # strikes in a third before anything is said of fade or drift

      # One set as planned: `hands` in order, `times` of each in seconds from the first, `gap` seconds from the last
      # strike of a set to the first of the next, of which `beats` seconds are the set's own and the rest is the pause;
      # `tempo` in beats a minute, nil where it is not known.
      Planned = Value.of(:hands, :times, :gap, beats: 0.0, tempo: nil) do
        # From a Bench::Combination as it is read for a stance.
        def self.of(combination, reading, tempo:, pause:, setting: Bench::Flow::Setting.new)
          analysis = Bench::Analysis.new(combination, reading: reading, setting: setting, tempo: tempo, pause: pause)
          seen = analysis.walk.visits.select do |visit|
            visit.action.own? && visit.action.contact? && visit.action.technique.limb == :hand
          end
          times = seen.map { |visit| Bench::Pace.set_time(beats: visit.starts_at, tempo: tempo).to_f }
          first = times.first || 0
          beats = analysis.set_time.to_f - times.last.to_f + first
          new(hands: seen.map { |visit| reading.hand_of(visit.action.side, :self) },
            times: times.map { |time| time - first }, gap: beats + pause.to_f, beats: beats, tempo: tempo.to_f)
        end

        def span = times.last.to_f
      end
      ROUNDS = 3 # times the rhythm and the places of the strikes are worked out from each other
      SPREAD = 1.4826 # from the median of distances to a standard deviation, for a normal distribution

      # `strikes` Strikes in any order; what comes before the one in front of it is put in its place.
      def initialize(strikes, plan:)
        @strikes = strikes.sort_by(&:at)
        @plan = plan
      end

      # Whether one set can be told from the next.
      def told_apart? = @plan.hands.any? && rhythm.told_apart?

      # Sets that were begun: [[Strike or nil for each planned hand], …]; nil where they cannot be told apart, as all
      # that follows from them.
      def sets
        return unless told_apart?
        @strikes.empty? ? [] : laid.sets
      end

      def whole = sets&.count { |set| set.each_with_index.all? { |strike, i| strike && strike.hand == @plan.hands[i] } }

      def missed = sets&.sum { |set| set.count(nil) }

      def wrong = sets&.sum { |set| set.each_with_index.count { |strike, i| strike && strike.hand != @plan.hands[i] } }

      def extra = (laid.extra if told_apart?)

      # Beats a minute as they were struck; nil without intervals.
      def tempo = pace && @plan.tempo && @plan.tempo / pace

      # Mean of what intervals within sets take against the plan (1: as planned; 1.1: a tenth slower); nil without
      # intervals.
      def pace = mean(ratios.map(&:last))

      # How evenly: the standard deviation of those shares about their mean, as a share of it; nil with fewer than
      # three.
      def spread
        values = ratios.map(&:last)
        return if values.size < 3
        middle = mean(values)
        Math.sqrt(values.sum { |value| (value - middle)**2 } / (values.size - 1)) / middle
      end

      # The last third against the first, as a share: how much slower sets got, and how much softer strikes; nil with
      # too few.
      def drift = change(ratios.map(&:last))

      def fade = change(@strikes.map { |strike| strike.g.to_f })

      # Share of the strikes that were the left hand's, and of their force.
      def left = share { 1.0 }

      def left_force = share { |strike| strike.g.to_f }

      def strikes = @strikes.size

      private

      EVENEST, UNEVENEST = 0.04, 0.2 # shares of an interval

      def rhythm = worked_out.first

      def laid = worked_out.last

      # [Rhythm, Alignment]
      def worked_out
        @worked_out ||= begin
          rhythm = Rhythm.guess(@plan, @strikes)
          laid = Alignment.new(rhythm, @strikes)
          (ROUNDS - 1).times do
            rhythm = learnt(rhythm, laid)
            laid = Alignment.new(rhythm, @strikes)
          end
          [rhythm, laid]
        end
      end

      # The rhythm that the strikes at their places speak for: medians, and a line through those of the first and last
      # third.
      def learnt(rhythm, laid)
        within = laid.within.select { |step| step[:planned].positive? }
        return rhythm if within.size < 2 * LEAST && laid.between.size < 2 * LEAST
        ratios = (within + laid.between).map { |step| [step[:at], step[:seconds] / step[:planned]] }
        slower, from, middle = trend(ratios.sort)
        scale = within.empty? ? 1.0 : median(within.map { |step|
          step[:seconds] / step[:planned] / (1 + slower * (step[:at] - from))
        })
        gaps = laid.between.map { |step| step[:seconds] / (1 + slower * (step[:at] - from)) }
        off = ratios.map { |at, ratio| (ratio / middle / (1 + slower * (at - from)) - 1).abs }
        rhythm.but(times: rhythm.times.map { |time| time * scale },
          gap: gaps.empty? ? rhythm.gap * scale : median(gaps), slower: slower, from: from,
          unevenness: (SPREAD * median(off)).clamp(EVENEST, UNEVENEST))
      end

      # [share a second, second it is reckoned from, median] of [[at, ratio], …] in order of time.
      def trend(ratios)
        third = ratios.size / 3
        first, last = ratios.first(third), ratios.last(third)
        middle = median(ratios.map(&:last))
        from = median(ratios.map(&:first))
        return [0.0, from, middle] if third < LEAST
        seconds = median(last.map(&:first)) - median(first.map(&:first))
        [seconds.positive? ? (median(last.map(&:last)) - median(first.map(&:last))) / seconds / middle : 0.0, from,
          middle]
      end

      def median(values)
        sorted = values.sort
        (sorted[(sorted.size - 1) / 2] + sorted[sorted.size / 2]) / 2.0
      end

      # [when, actual against planned interval] of neighbours within a set that were both struck.
      def ratios
        @ratios ||= (@plan.hands.empty? ? [] : laid.sets).flat_map do |set|
          (1...set.size).filter_map do |i|
            planned = @plan.times[i] - @plan.times[i - 1]
            [set[i].at, (set[i].at - set[i - 1].at) / (planned * 1000.0)] if set[i] && set[i - 1] && planned.positive?
          end
        end
      end

      def change(values)
        third = values.size / 3
        return if third < LEAST
        first, last = mean(values.first(third)), mean(values.last(third))
        (last - first) / first unless first.zero?
      end

      def mean(values) = values.empty? ? nil : values.sum / values.size

      def share
        whole = @strikes.sum { |strike| yield strike }
        @strikes.select { |strike| strike.hand == :left }.sum { |strike| yield strike } / whole unless whole.zero?
      end
    end
  end
end
