module JauntyBell
  module Core
    module Floor
      # A round as a strike sensor felt it, held against what was planned. It sees hands alone: feints, touches it does not feel
      # and kicks are no part of it. The figures are the product's own; no source.
      #
      #   review = Review.new(strikes, plan: Review::Planned.of(combination, reading, tempo: 140, pause: 0.6))
      #   review.whole  # => sets without a missed or a wrong hand
      class Review
        LEAST = 6 # strikes in a third before anything is said of fade or drift

        # One set as planned: `hands` in order, `times` of each in seconds from the first, `gap` seconds from the last strike of a
        # set to the first of the next.
        Planned = Value.of(:hands, :times, :gap) do
          # From a Bench::Combination as it is read for a stance.
          def self.of(combination, reading, tempo:, pause:, setting: Bench::Flow::Setting.new)
            analysis = Bench::Analysis.new(combination, reading: reading, setting: setting, tempo: tempo, pause: pause)
            seen = analysis.walk.visits.select { |visit| visit.action.own? && visit.action.contact? && visit.action.technique.limb == :hand }
            times = seen.map { |visit| Bench::Pace.set_time(beats: visit.starts_at, tempo: tempo).to_f }
            first = times.first || 0
            new(hands: seen.map { |visit| reading.hand_of(visit.action.side, :self) }, times: times.map { |time| time - first }, gap: (analysis.set_time + pause).to_f - (times.last.to_f - first))
          end

          def span = times.last.to_f

          def longest = times.each_cons(2).map { |one, two| two - one }.max || 0

          # The pause that parts two sets can be told from the pauses within one.
          def parted? = gap > longest * 1.3
        end

        # `strikes` Strikes in any order; what comes before the one in front of it is put in its place.
        def initialize(strikes, plan:)
          @strikes = strikes.sort_by(&:at)
          @plan = plan
        end

        # Runs of strikes with no long pause between them; one run where sets cannot be told apart by pauses.
        def bursts
          return [@strikes].reject(&:empty?) unless @plan.parted?
          limit = (@plan.longest + @plan.gap) / 2 * 1000
          @strikes.slice_when { |one, two| two.at - one.at > limit }.reduce([]) { |all, burst| one_set?(all.last, burst) ? all[...-1] << all.last + burst : all << burst }
        end

        # Sets that were begun: [[Strike or nil for each planned hand], …].
        def sets = laid.flat_map(&:first)

        def whole = sets.count { |set| set.each_with_index.all? { |strike, i| strike && strike.hand == @plan.hands[i] } }

        def missed = sets.sum { |set| set.count(nil) }

        def wrong = sets.sum { |set| set.each_with_index.count { |strike, i| strike && strike.hand != @plan.hands[i] } }

        def extra = laid.sum(&:last)

        # Mean of what intervals within sets take against the plan (1: as planned; 1.1: a tenth slower); nil without intervals.
        def pace = mean(ratios.map(&:last))

        # How evenly: the standard deviation of those shares about their mean, as a share of it; nil with fewer than three.
        def spread
          values = ratios.map(&:last)
          return if values.size < 3
          middle = mean(values)
          Math.sqrt(values.sum { |value| (value - middle)**2 } / (values.size - 1)) / middle
        end

        # The last third against the first, as a share: how much slower sets got, and how much softer strikes; nil with too few.
        def drift = change(ratios.map(&:last))

        def fade = change(@strikes.map { |strike| strike.g.to_f })

        # Share of the strikes that were the left hand's, and of their force.
        def left = share { 1.0 }

        def left_force = share { |strike| strike.g.to_f }

        def strikes = @strikes.size

        private

        SLOWER = 1.3 # times as long as planned, up to which two bursts are one set with a strike missing between them

        def one_set?(one, two)
          one && one.size + two.size <= @plan.hands.size && two.last.at - one.first.at <= @plan.span * SLOWER * 1000
        end

        # [[sets, extra strikes], …] by burst.
        def laid
          @laid ||= @plan.hands.empty? ? [] : bursts.map { |burst| lay(burst) }
        end

        # As many sets as fit a burst best.
        def lay(burst)
          near = burst.size.fdiv(@plan.hands.size)
          counts = [near.floor, near.ceil].map { |count| [count, 1].max }.uniq
          best = counts.map { |count| Alignment.new(@plan.hands * count, burst.map(&:hand)) }.min_by(&:cost)
          sets = Array.new(best.planned.size / @plan.hands.size) { Array.new(@plan.hands.size) }
          best.steps.each { |i, j| sets[i / @plan.hands.size][i % @plan.hands.size] = burst[j] if i && j }
          [sets, best.steps.count { |i, _| i.nil? }]
        end

        # [when, actual against planned interval] of neighbours within a set that were both struck.
        def ratios
          @ratios ||= sets.flat_map do |set|
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
end
