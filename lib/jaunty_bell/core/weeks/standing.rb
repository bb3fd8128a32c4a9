module JauntyBell::Core
  module Weeks
    # What a group knows of one combination, learner by learner and rung by rung, as evidence that would be weighed
    # today: where it stands, and what a class is expected to add.
    #
    #   standing = Standing.today(known, rungs: 3, on: today, habits: habits)
    #   standing.owned(0, 1, 1.0)              # the chance that learner 0 owns rung 1
    #   standing.copy.practise(0, 1, 0.8, 10, 0.6, 1.0)
    #
    # A planner asks this millions of times, so every figure is a flat row of floats; where in it a learner's rung
    # stands is known here alone. `scale` is by how much more a mark of today weighs than one of the day it is looked at
    # from.
    class Standing
      PRICE = OwnedLine.price
      WIDTH = 1 + PRICE
      DOUBT = 0.06 # standard deviation of how far one student's pace is from the group's; the product's own

      # From `known` [[Book::Evidence or nil by rung] by learner] on a day.
      def self.today(known, rungs:, on:, habits:)
        faded = ->(evidence) { Book::Evidence.fading([(on - evidence.on).to_i, 0].max, evidence.half_life) }
        all = known.flatten(1)
        column = ->(missing, &figure) { all.map { |evidence| evidence ? figure.call(evidence) : missing } }
        new(rungs: rungs, habits: habits, reached: known.map { |list| list.rindex { |evidence| evidence } || -1 },
          clean: column.call(0.0) { |e| e.clean * faded.call(e) },
          rough: column.call(0.0) { |e| e.rough * faded.call(e) },
          days: column.call(0.0) { |e| e.behind * faded.call(e) }, none: column.call(1.0) { 0.0 },
          one: column.call(0.0) { |e| (e.days == 1) ? 1.0 : 0.0 })
      end

      # Rows by learner and rung: evidence of `clean` and `rough` repetitions, `days` of marks behind it, the chances of
      # `none` and of `one` day of marks. `reached` by learner: the highest rung with marks, -1 for none.
      def initialize(rungs:, habits:, clean:, rough:, days:, none:, one:, reached:)
        @rungs = rungs
        @habits = habits
        @line = OwnedLine.table
        @clean, @rough, @days, @none, @one, @reached = clean, rough, days, none, one, reached
        @vary, @more = Array.new(clean.size, 0.0), Array.new(clean.size, 0.0)
      end

      # The same, to be practised on.
      def copy
        Standing.new(rungs: @rungs, habits: @habits, clean: @clean.dup, rough: @rough.dup, days: @days.dup,
          none: @none.dup, one: @one.dup, reached: @reached.dup)
      end

      # The chance that a learner owns a rung itself.
      def owned(learner, rung, scale) = owned_at(learner * @rungs + rung, scale)

      # The chance that they own it or a higher one.
      def highest(learner, rung, scale)
        most = 0.0
        i = learner * @rungs + rung
        last = learner * @rungs + @reached[learner]
        while i <= last
          now = owned_at(i, scale)
          most = now if now > most
          i += 1
        end
        most
      end

      # Days of marks that are missing before a rung can be owned.
      def days_short(learner, rung) = (learner * @rungs + rung).then { |i| @none[i].positive? ? 2 : @one[i].round }

      # Whether there are marks above a rung.
      def known_above?(learner, rung) = @reached[learner] > rung

      # The chance that there are no marks at a rung.
      def unmarked(learner, rung) = @none[learner * @rungs + rung]

      # The clean share the score leads to, by the group's habits.
      def expected(learner, rung, scale)
        i = learner * @rungs + rung
        @habits.rate((1 + @clean[i] * scale) / (2 + (@clean[i] + @rough[i]) * scale), @days[i] * scale)
      end

      # Adds what `n` repetitions at a clean share of `rate` are expected to bring, if the learner is there with a
      # `chance`.
      def practise(learner, rung, chance, n, rate, scale)
        i = learner * @rungs + rung
        known = 2 + (@clean[i] + @rough[i]) * scale
        none = @none[i]
        @clean[i] += chance * n * rate / scale
        @rough[i] += chance * n * (1 - rate) / scale
        @days[i] += chance / scale
        @more[i] += chance * n / scale
        @vary[i] += spread(chance, n, rate, known) / (scale * scale)
        @one[i] = @one[i] * (1 - chance) + none * chance
        @none[i] = none * (1 - chance)
        @reached[learner] = rung if rung > @reached[learner]
      end

      private

      # The chance that the evidence at i stands above the line.
      def owned_at(i, scale)
        twice = 1 - @none[i] - @one[i]
        return 0.0 if twice <= 0
        margin = @clean[i] * scale - OwnedLine.clean_for(@rough[i] * scale, @line)
        doubt = @more[i] * (WIDTH * DOUBT)
        vary = @vary[i] + doubt * doubt
        return ((margin < 0) ? 0.0 : twice) if vary < 1e-12
        0.5 * (1 + Math.erf(margin / (scale * Math.sqrt(2 * vary)))) * twice
      end

      # Variance of what a class adds to the margin clean − price·rough: of the repetitions, of how good the student
      # really is, of the evening, of whether they are there.
      def spread(chance, n, rate, known)
        mean = n * (rate * WIDTH - PRICE)
        within = WIDTH * WIDTH * (n * rate * (1 - rate) * (1 + n / (known + 1)) + n * n * @habits.wobble)
        chance * (within + (1 - chance) * mean * mean)
      end
    end
  end
end
