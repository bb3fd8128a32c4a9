module JauntyBell::Core
  module Weeks
    # A group taken through the classes of one strand, place by place: what each learner is expected to know after it.
    #
    #   walk = strand.set_out
    #   walk.share(0, 3)     # of the group that own the first rung or a higher one at class 3
    #   walk.drill(3, 0, 1)  # at class 3, the group's rung 0, one place
    #   walk.course          # => Strand::Course of all that was drilled
    #
    # A class adds the evidence that is to be expected of it to the Beta model of the Book, with its variance; P(owned)
    # is the normal share above the line at 0.70 times the chance of marks from two different days. Written out in
    # docs/formulas.md.
    class Progress
      PRICE = OwnedLine.price
      WIDTH = 1 + PRICE
      LEAST_RATE = 0.05
      DOUBT = 0.06 # standard deviation of how far one student's pace is from the group's; the product's own

      attr_reader :places

      # `stock` what is known today (Strand::Stock), copied; `top` the rung beyond which nobody is taken.
      def initialize(squad, stock, rungs:, top:, begun:, wanted:, attempts:)
        @squad = squad
        @size = squad.size
        @rungs = rungs
        @top = top
        @wanted = wanted
        @attempts = attempts
        @habits = squad.habits
        @line = OwnedLine.table
        @chances = stock.chances
        @starts = stock.starts
        @clean, @rough, @days = stock.clean.dup, stock.rough.dup, stock.days.dup
        @none, @one, @reached = stock.none.dup, stock.one.dup, stock.reached.dup
        @vary, @more = Array.new(@clean.size, 0.0), Array.new(@clean.size, 0.0)
        @tracked = [begun, 0].max
        @begun = begun
        @last = Array.new(@size) { |l| highest(l, @tracked, 1.0) }
        @lapsed = 0.0
        @places, @gates, @before, @after = [], [], [], []
      end

      # Share of the group that owns a rung or a higher one at a class.
      def share(rung, index)
        sum = 0.0
        l = -1
        @squad.scales_at(index).each { |scale| sum += highest(l += 1, rung, scale) }
        sum / most
      end

      # The rung the group stands at after what was drilled; -1 for none.
      attr_reader :begun

      # One more place.
      def drill(index, rung, times)
        gate = share(rung - 1, index) if rung > @begun && rung.positive?
        before = after = 0.0
        l = -1
        @squad.scales_at(index).each do |scale|
          l += 1
          now = highest(l, @tracked, scale)
          @lapsed += @last[l] - now if now < @last[l]
          now = highest(l, rung, scale) unless rung == @tracked
          before += now
          practise(l, index, version(l, rung, scale, now), times, scale)
          after += @last[l] = highest(l, rung, scale)
        end
        @tracked = rung
        @begun = rung if rung > @begun
        @places << [index, rung, times]
        @gates << gate
        @before << before / most
        @after << after / most
      end

      # What each learner does at a place, without the sums of #drill: [{rung:, rate:, before:, after:}, …].
      def told(index, rung, times)
        (0...@size).map do |l|
          scale = @squad.scale(l, index)
          own = version(l, rung, scale, highest(l, rung, scale))
          before = owned(l * @rungs + own, scale)
          rate = practise(l, index, own, times, scale)
          {rung: own, rate: rate, before: before, after: owned(l * @rungs + own, scale)}
        end
      end

      # The chance of each learner to own a rung or a higher one at the end.
      def at_the_end(rung) = Array.new(@size) { |l| highest(l, rung, @squad.last_scale(l)) }

      def course
        ends = at_the_end(@tracked)
        lapses = @lapsed + @size.times.sum { |l| [@last[l] - ends[l], 0.0].max }
        share = @wanted && mean(at_the_end(@wanted))
        Strand::Course.new(@places.freeze, share, share && credit(share), mean(at_the_end(0)), lapses / most, @gates,
          @before, @after)
      end

      # Chances of two days of marks, of `needed` more of them in so many classes: what Bound asks.
      def days_short(learner, rung) = (learner * @rungs + rung).then { |i| @none[i].positive? ? 2 : @one[i].round }

      def known_above?(learner, rung) = @reached[learner] > rung

      def owns?(learner, rung, index = nil) =
        highest(learner, rung, index ? @squad.scale(learner, index) : 1.0) >= Versions::OWNS

      private

      def most = (@size.zero? ? 1 : @size).to_f

      def mean(values) = values.sum / most

      # WANTED of a goal is at the rung wanted, the rest spread over the rungs on the way.
      def credit(share)
        return share if @wanted.zero?
        Strand::WANTED * share + (1 - Strand::WANTED) * (0...@wanted).sum { |rung| mean(at_the_end(rung)) } / @wanted
      end

      # The rung a learner does where the group does `rung`, which they own with a chance of `now`; Versions in numbers.
      def version(learner, rung, scale, now)
        return rung - 1 if rung.positive? && now < Versions::OWNS && highest(learner, rung - 1, scale) < Versions::OWNS
        (rung < @top && now >= Versions::OWNS) ? rung + 1 : rung
      end

      # Adds what a class is expected to bring; returns the clean share that is expected in it.
      def practise(learner, index, rung, times, scale)
        i = learner * @rungs + rung
        clean, rough, none = @clean[i] * scale, @rough[i] * scale, @none[i]
        rate = rate(learner, rung, scale)
        chance = @chances[learner][index]
        return rate if chance.zero?
        n = @attempts * times
        @clean[i] += chance * n * rate / scale
        @rough[i] += chance * n * (1 - rate) / scale
        @days[i] += chance / scale
        @more[i] += chance * n / scale
        @vary[i] += spread(chance, n, rate, 2 + clean + rough) / (scale * scale)
        @one[i] = @one[i] * (1 - chance) + none * chance
        @none[i] = none * (1 - chance)
        @reached[learner] = rung if rung > @reached[learner]
        rate
      end

      # Variance of what a class adds to the margin clean − price·rough: of the repetitions, of how good the student
      # really is, of the evening, of whether they are there.
      def spread(chance, n, rate, known)
        mean = n * (rate * WIDTH - PRICE)
        within = WIDTH * WIDTH * (n * rate * (1 - rate) * (1 + n / (known + 1)) + n * n * @habits.wobble)
        chance * (within + (1 - chance) * mean * mean)
      end

      # Expected clean share: what the score leads to by the group's habits; at a first meeting what is to be expected
      # at the rung beneath, or of what it builds on, less the step or the leap.
      def rate(learner, rung, scale)
        i = learner * @rungs + rung
        none = @none[i]
        again = expected(i, scale)
        return again if none.zero?
        first = rung.zero? ? @starts[learner] - @habits.leap : expected(i - 1, scale) - @habits.step
        first = LEAST_RATE if first < LEAST_RATE
        none * first + (1 - none) * again
      end

      def expected(i, scale) =
        @habits.rate((1 + @clean[i] * scale) / (2 + (@clean[i] + @rough[i]) * scale), @days[i] * scale)

      # The chance that the evidence at i stands above the line.
      def owned(i, scale)
        twice = 1 - @none[i] - @one[i]
        return 0.0 if twice <= 0
        margin = @clean[i] * scale - OwnedLine.clean_for(@rough[i] * scale, @line)
        doubt = @more[i] * (WIDTH * DOUBT)
        vary = @vary[i] + doubt * doubt
        return ((margin < 0) ? 0.0 : twice) if vary < 1e-12
        0.5 * (1 + Math.erf(margin / (scale * Math.sqrt(2 * vary)))) * twice
      end

      def highest(learner, rung, scale)
        most = 0.0
        i = learner * @rungs + rung
        last = learner * @rungs + @reached[learner]
        while i <= last
          now = owned(i, scale)
          most = now if now > most
          i += 1
        end
        most
      end
    end
  end
end
