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
      LEAST_RATE = 0.05

      attr_reader :places

      # The rung the group stands at after what was drilled; -1 for none.
      attr_reader :begun

      # `standing` what is known today, copied; `chances` of marks at each class and `starts`, the score to set out
      # from, by learner; `top` the rung beyond which nobody is taken.
      def initialize(squad, standing, chances:, starts:, top:, begun:, wanted:, attempts:)
        @squad = squad
        @size = squad.size
        @standing = standing.copy
        @chances = chances
        @starts = starts
        @top = top
        @wanted = wanted
        @attempts = attempts
        @tracked = [begun, 0].max
        @begun = begun
        @last = Array.new(@size) { |l| @standing.highest(l, @tracked, 1.0) }
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

      # One more place, learner by learner, without the sums of #drill; what each did in it: [{rung:, rate:, before:,
      # after:}, …].
      def drill_each(index, rung, times)
        (0...@size).map do |l|
          scale = @squad.scale(l, index)
          own = version(l, rung, scale, highest(l, rung, scale))
          before = @standing.owned(l, own, scale)
          rate = practise(l, index, own, times, scale)
          {rung: own, rate: rate, before: before, after: @standing.owned(l, own, scale)}
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
        rate = rate(learner, rung, scale)
        chance = @chances[learner][index]
        @standing.practise(learner, rung, chance, @attempts * times, rate, scale) unless chance.zero?
        rate
      end

      # Expected clean share: what the score leads to by the group's habits; at a first meeting what is to be expected
      # at the rung beneath, or of what it builds on, less the step or the leap.
      def rate(learner, rung, scale)
        none = @standing.unmarked(learner, rung)
        again = @standing.expected(learner, rung, scale)
        return again if none.zero?
        first = rung.zero? ? @starts[learner] - habits.leap : @standing.expected(learner, rung - 1, scale) - habits.step
        first = LEAST_RATE if first < LEAST_RATE
        none * first + (1 - none) * again
      end

      def habits = @squad.habits

      def highest(learner, rung, scale) = @standing.highest(learner, rung, scale)
    end
  end
end
