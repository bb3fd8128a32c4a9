module JauntyBell::Core
  module Weeks
    # How a group's marks have come about so far: what a forecast goes by.
    #
    #   attempted  attempts a mark counts, at the most (a slot may have time for more than a coach counts)
    #   seen       0–1, how often somebody who is there is marked on what is drilled
    #   gain       0–1, how much of what is missing from the best goes with each class
    #   best       0–1, the clean share that practice leads to in the end
    #   step       0–1, how far below what is to be expected at the rung beneath a rung falls when it is begun
    #   leap       0–1, how far below what is to be expected of what it builds on a combination falls when it is new
    #
    #   wobble     0–1, variance of a clean share from one class to another beyond what chance alone makes: good and bad
    #              evenings
    #
    # Each is worked out from the group's own marks where there are FEWEST of them, else the product's default stands.
    Habits = Value.of(attempted: 10, seen: 0.8, gain: 0.15, best: 0.95, step: 0.1, leap: 0.2, wobble: 0.01,
      from: {}.freeze) do
      # From what was known before a day's marks and what came of them: [{kind:, score:, days:, attempted:, clean:}, …].
      # `kind` is :again, :rung (a rung is begun) or :new; `score` the score before, or that of the rung beneath or of
      # what it builds on (nil where there was none), and `days` how many classes stand behind that score, faded as
      # their marks are. `drilled` how many times somebody was there while something was drilled, `marked` how many were
      # marked.
      def self.of(cases, drilled: 0, marked: 0)
        kinds = cases.select { |one| one[:score] && one[:attempted].positive? }.group_by { |one| one[:kind] }
        again, rung, unmet = kinds.values_at(:again, :rung, :new).map(&:to_a)
        found = {}
        found[:attempted] = middle(cases.map { |one| one[:attempted] }).clamp(1, 100) if cases.size >= self::FEWEST
        found.update(curve(again.last(self::MOST))) if again.size >= self::FEWEST
        habits = new(**found)
        found[:step] = fall(rung, habits) if rung.size >= self::FEWEST
        found[:leap] = fall(unmet, habits) if unmet.size >= self::FEWEST
        found[:wobble] = wobble(again.last(self::MOST), habits) if again.size >= self::FEWEST
        found[:seen] = marked.fdiv(drilled).clamp(0.1, 1.0) if drilled >= self::FEWEST
        new(**found, from: {attempted: cases.size, gain: again.size, step: rung.size, leap: unmet.size, seen: drilled})
      end

      # The clean share to be expected of somebody with a score and so many classes behind it.
      def rate(score, days) = best - self.class.lag(days, gain) * (best - score)

      # What is still missing now, of what was missing on average over `days` classes that each left 1 − gain of it:
      # practice goes by an exponential law (Heathcote, Brown and Mewhort 2000, Psychonomic Bulletin & Review 7:185–207,
      # from memory), and a score is a mean of the past.
      def self.lag(days, gain)
        return 1.0 if days < 1e-6 || gain < 1e-6
        left = (1 - gain)**days
        days * gain * left / (1 - left)
      end

      # Gain and best on a grid, with the least squares of clean shares, weighted by attempts.
      def self.curve(cases)
        self::GAINS.flat_map do |gain|
          lagged = cases.map do |one|
            [lag(one[:days], gain), one[:score], one[:clean].fdiv(one[:attempted]), one[:attempted]]
          end
          self::BESTS.map do |best|
            [lagged.sum { |lag, score, came, times| times * (came - best + lag * (best - score))**2 } +
              self::DOUBT * (best - self::OPTIONAL[:best])**2, {gain: gain, best: best}]
          end
        end.min_by(&:first).last
      end

      # Mean fall from what was to be expected, weighted by attempts.
      def self.fall(cases, habits)
        (cases.sum { |one| one[:attempted] * habits.rate(one[:score], one[:days]) - one[:clean] } /
          cases.sum { |one| one[:attempted] }).clamp(0.0, 0.5)
      end

      # What is left of the squares when those of a binomial share are taken off, by moments.
      def self.wobble(cases, habits)
        cases.sum do |one|
          rate = habits.rate(one[:score], one[:days])
          (one[:clean].fdiv(one[:attempted]) - rate)**2 - rate * (1 - rate) / one[:attempted]
        end.fdiv(cases.size).clamp(0.0, 0.06)
      end

      def self.middle(numbers) = numbers.sort[numbers.size / 2]
      private_class_method :curve, :fall, :wobble, :middle
    end

    class Habits
      FEWEST = 30
      MOST = 300 # of the latest
      DOUBT = 1000 # attempts' worth that the best is as the default says: marks of beginners alone say nothing of it
      GAINS = (0..20).map { |fortieths| fortieths / 40.0 }.freeze
      BESTS = [0.8, 0.85, 0.9, 0.95, 1.0].freeze
    end
  end
end
