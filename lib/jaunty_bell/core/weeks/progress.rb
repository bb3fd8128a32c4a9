module JauntyBell::Core
  module Weeks
    # A group taken through the classes of one strand, place by place: what each learner is expected to do cleanly after
    # it, by the Learning::Model.
    #
    #   walk = strand.set_out
    #   walk.drill(3, 1)     # at class 3, one place, everyone at a rung of their own
    #   walk.share(0, 3)     # of the group that really can at the first rung at class 3
    #   walk.course          # => Strand::Course of all that was drilled
    #
    # Each learner does a rung of their own: one up where enough (`climbs`) are expected to be clean and it has been
    # done at least once, never beyond the one wanted; one down where fewer than FALLS are. A class adds the clean
    # repetitions that are to be expected of it, times how likely they are there. Written out in docs/formulas.md.
    class Progress
      FALLS = 0.42 # the product's own
      AGAIN = 0.7 # power of the places of a class: the second brings less than the first; the product's own
      GAIN_DOUBT = 0.3 # standard deviation of what practice will gain, of the gain; the product's own

      Pull = Learning::Pull
      private_constant :Pull

      # By learner, the rung they stand at; clean repetitions as of today, faded slowly.
      attr_reader :own, :slow

      # `ground` a Ground; rows by learner, copied: clean repetitions as of today, faded `quick` and `slow`,
      # those that have `settled`, and `at` each rung; and those of what it builds on, `help`.
      def initialize(strand, ground, climbs:, quick:, slow:, settled:, at:, own:, help:, since:)
        @strand = strand
        @ground = ground
        @squad = strand.squad
        @size = @squad.size
        @rungs = strand.ladder.size
        @climbs = climbs
        @quick, @slow, @settled, @at, @own, @help, @since = quick, slow, settled, at, own, help, since
        @classes = Array.new(@size, 0.0)
        @from = settled.dup
        @last = nil
      end

      # One more place. With `rungs`, by learner, they do those.
      def drill(index, times, rungs = nil)
        l = 0
        while l < @size
          rung = rungs ? rungs[l] : next_rung(l, index)
          practise(l, index, rung, times, @strand.chances[l][index]) if rung
          l += 1
        end
        @last = index
      end

      # What it builds on was practised too: `bases` [Progress].
      def helped_by(bases)
        bases.each { |base| base.slow.each_with_index { |clean, l| @help[l] = clean if clean > @help[l] } }
      end

      # One more place as it could be at best: at the end, and as likely as in the likeliest class.
      def drill_at_best
        index = @squad.end_index
        @size.times { |l| practise(l, index, next_rung(l, index), 1, @strand.chances[l].max || 0.0) }
        @last = index
      end

      # The rung a learner would do at a class.
      def next_rung(learner, index)
        rung = own[learner]
        rung = top if rung > top
        return rung if rung == top && rung.zero?
        share = rate(learner, rung, index)
        return rung - 1 if share < FALLS && rung.positive?
        (share >= @climbs && rung < top && met?(learner, rung)) ? rung + 1 : rung
      end

      # Whether a learner has done a rung or a higher one.
      def met?(learner, rung)
        i, last = learner * @rungs + rung, (learner + 1) * @rungs
        while i < last
          return true if @at[i].positive?
          i += 1
        end
        false
      end

      # Clean share that is to be expected of a learner at a rung, at a class (nil: today).
      def rate(learner, rung, index) = Learning.share(logit(learner, rung, index))

      # The same with its doubt weighed in.
      def foretold(learner, rung, index) = Learning.expected(logit(learner, rung, index), variance(learner))

      # The chance that a learner really can at a rung.
      def can(learner, rung, index) = Learning.can(logit(learner, rung, index), variance(learner))

      # Log-odds that a repetition is clean.
      def logit(l, rung, index)
        quick, slow = index ? [@squad.quick(index), @squad.slow(index)] : [1.0, 1.0]
        @ground.start[l] + @ground.steps[rung] +
          @ground.quick_weight[l] * Pull.of(@quick[l] * quick) +
          @ground.slow_weight * Pull.of(@slow[l] * slow) +
          @ground.settled_weight[l] * Pull.of(@settled[l]) +
          @ground.rung_weight * Pull.of(@at[l * @rungs + rung]) +
          @ground.help_weight * Pull.of(@help[l] * slow)
      end

      # What is doubted of the student, of the classes to come, and of what practice will gain.
      def variance(l)
        gain = GAIN_DOUBT * @ground.practice_weight(l) * (Pull.of(@settled[l]) - Pull.of(@from[l]))
        @ground.doubt[l] + @ground.drift * @classes[l] + gain * gain
      end

      # The share of the group that really can.
      def share(rung, index) = mean { |l| can(l, rung, index) }

      def course
        ends = @squad.end_index
        share = share(wanted, ends)
        lapses = @last ? mean { |l| [can(l, wanted, @last) - can(l, wanted, ends), 0.0].max } : 0.0
        Strand::Course.new(share, credit(share, ends), wanted.zero? ? share : share(0, ends), lapses)
      end

      private

      def top = @top ||= @strand.top

      def wanted = @strand.wanted || 0

      def mean = @size.zero? ? 0.0 : (0...@size).sum { |l| yield l } / @size

      # WANTED of a goal is at the rung wanted, the rest spread over the rungs on the way.
      def credit(share, index)
        return share if wanted.zero?
        Strand::WANTED * share + (1 - Strand::WANTED) * (0...wanted).sum { |rung| share(rung, index) } / wanted
      end

      def practise(l, index, rung, times, chance)
        return if chance.zero?
        clean = chance * @strand.attempts * times**AGAIN * rate(l, rung, index)
        @quick[l] += clean / @squad.quick(index)
        @slow[l] += clean / @squad.slow(index)
        @settled[l] += clean * settling(l, index, chance)
        @at[l * @rungs + rung] += clean
        @classes[l] += chance
        @own[l] = rung
      end

      # By the day they are expected to have done it last.
      def settling(l, index, chance)
        day, last = @squad.day(index), @since[l]
        @since[l] = last ? last + chance * (day - last) : day
        Learning::Trail.settling(last && day - last)
      end
    end
  end
end
