module JauntyBell::Core
  module Learning
    # A club's students as their marks show them: the log-odds of a clean repetition of a student at a combination and
    # rung on a day, with its doubt. What it is made of stands in Pull. The same marks always make the same model.
    #
    #   model = Model.new(marked, shelf: {id => combination})
    #   model.logit("ana", "lantern", 2, day) # as a coach between the strict and the mild would mark it
    #   model.variance("ana", "lantern", 2, day)
    class Model
      MOST = 2_500 # marks it is fitted to, the latest; those before count as practice
      # What each family varies by, before marks say otherwise: students, their pace, their forgetting, combinations,
      # coaches.
      USUAL = [0.4, 0.02, 0.01, 0.08, 0.1].freeze
      DEVIATIONS = [0.12, 0.3, 0.6].freeze # of a level at first, of which the likeliest is taken; the product's own
      DRIFTS = [0.003, 0.02, 0.08].freeze # variance a class adds to a level
      EVENINGS = 0.04 # of a share's variance is the evening's and not chance alone, before marks say otherwise
      # Variance of the log-odds that no shape of learning told in advance catches; the product's own, by what was found
      # on squads of laws it does not know
      SHAPE = 0.06
      BROKE = 5 # marks
      FEW = 200 # marks
      ATTEMPTED = 10 # a class, before marks say otherwise
      SEEN = 0.85 # before marks say otherwise, as if SEEN_OF had been there; the product's own
      SEEN_OF = 40

      attr_reader :attempted, :drift, :family_variances, :coefficients

      # `marked` [Marked] in order of days; `shelf` {id => Bench::Combination} of what they are of.
      def initialize(marked, shelf:)
        @marked = marked
        @actions = shelf.transform_values { |combination| combination.actions.size }
        basis = Bench::Basis.new(shelf)
        @bases = shelf.keys.to_h { |id| [id, basis.of(id)] }
        @trails = {}
        @days = marked.each_with_object(Hash.new { |hash, id| hash[id] = {} }) { |mark, days|
          days[mark.combination][mark.day] = true
        }.transform_values(&:keys)
        @held = marked.map(&:day).uniq
        @attempted = middle(marked.map(&:attempted)) || ATTEMPTED
        name(marked.last(MOST))
        fit(walked)
      end

      # How often somebody who is there gets to a combination that is done that day and is marked on it, 0–1: by the
      # marks, drawn to SEEN where there are few.
      def seen
        @seen ||= begin
          there, done = @marked.group_by(&:day).values.reduce([0, 0]) do |(all, marked), marks|
            students, combinations = marks.map(&:student).uniq.size, marks.map(&:combination).uniq.size
            [all + students * combinations, marked + marks.map { |mark| [mark.student, mark.combination] }.uniq.size]
          end
          (done + SEEN * SEEN_OF) / (there + SEEN_OF)
        end
      end

      # Julian days on which anybody was marked on a combination, in order.
      def days(combination) = @days.fetch(combination, NEVER)

      # How many of the latest days with marks had it, one after another.
      def running(combination) =
        @held.reverse_each.take_while { |day| days(combination).include?(day) }.size

      # The link at which a combination breaks most often among students, by the latest BROKE marks of each that say so;
      # nil where none does. Of links alike the first.
      def breaks(students, combination)
        @broke ||= @marked.select(&:broke_at).group_by { |mark| [mark.student, mark.combination] }
        students.flat_map { |id| @broke.fetch([id, combination], []).last(BROKE).map(&:broke_at) }.tally
          .max_by { |link, count| [count, -link] }&.first
      end

      # A Trail, empty for who has never met it.
      def trail(student, combination) = @trails[[student, combination]] || NOTHING

      # Clean repetitions, faded slowly, of what a combination builds on: the most there are of one.
      def help(student, combination, day) =
        @bases.fetch(combination, []).map { |base| trail(student, base).slow(day) }.max || 0.0

      def logit(student, combination, rung, day)
        dot(*terms(student, combination, rung, day)) + level(student, combination).mean
      end

      # Of the log-odds: of the level, of all that was fitted and of the shape of learning.
      def variance(student, combination, rung, day)
        indexes, values = terms(student, combination, rung, day)
        @fit.variance(indexes.zip(values)) + level(student, combination).variance + SHAPE
      end

      # The share of clean repetitions that is to be expected, the doubt weighed in.
      def share(student, combination, rung, day) =
        Learning.expected(logit(student, combination, rung, day), variance(student, combination, rung, day))

      # The chance that they really can.
      def can(student, combination, rung, day) =
        Learning.can(logit(student, combination, rung, day), variance(student, combination, rung, day))

      def level(student, combination) = @levels[[student, combination]] || @unmet

      # What does not change with practice: log-odds of a student at a combination's first rung with nothing behind
      # them; a student who is not known is as the rest.
      def ground(student, combination) =
        @coefficients[Pull::START] + @coefficients[Pull::SIZE] * (actions(combination) - Pull::USUAL_SIZE) +
          of(@students[student]) + of(@combinations[combination])

      # A student's own part of what practice gains and of what fades.
      def pace(student) = of(@students[student]&.succ)

      def forgetting(student) = of(@students[student]&.+(2))

      # Coefficient of one of Pull's.
      def weight(index) = @coefficients[index]

      # What a club's strict and mild coaches differ by, in log-odds: {coach => by}.
      def coaches = @coaches.transform_values { |index| @coefficients[index] }

      private

      def middle(numbers) = (numbers.sort[numbers.size / 2] if numbers.any?)

      def actions(combination) = @actions.fetch(combination, Pull::USUAL_SIZE)

      def of(index) = index ? @coefficients[index] : 0.0

      # Places of the coefficients: students three each, then combinations, then coaches.
      def name(marked)
        at = Pull::COUNT
        @students = marked.map(&:student).uniq.to_h { |id| [id, (at += 3) - 3] }
        @combinations = marked.map(&:combination).uniq.to_h { |id| [id, (at += 1) - 1] }
        coaches = marked.filter_map(&:coach).uniq
        @coaches = (coaches.size > 1) ? coaches.to_h { |id| [id, (at += 1) - 1] } : {}
        @size = at
      end

      # Walks through all marks in order; of the latest, the rows of the regression.
      def walked
        first = @marked.size - MOST
        @marked.each_with_index.filter_map do |mark, i|
          key = [mark.student, mark.combination]
          trail = @trails[key] ||= Trail.new
          row = row(mark) if i >= first && mark.attempted.positive?
          trail.add(mark.day, mark.rung, mark.clean, mark.attempted - mark.clean)
          [mark, *row] if row
        end
      end

      # By what stands in the trails before it.
      def row(mark)
        indexes, values = terms(mark.student, mark.combination, mark.rung, mark.day)
        if (coach = @coaches[mark.coach])
          indexes << coach
          values << 1.0
        end
        [indexes, values]
      end

      # [indexes, values] of all that is fitted.
      def terms(student, combination, rung, day)
        indexes, values = Pull.fixed(trail(student, combination), rung: rung, actions: actions(combination),
          help: help(student, combination, day), day: day)
        if (s = @students[student])
          indexes.push(s, s + 1, s + 2)
          values.push(1.0, values[Pull::SETTLED], values[Pull::QUICK] - values[Pull::SETTLED])
        end
        if (c = @combinations[combination])
          indexes << c
          values << 1.0
        end
        [indexes, values]
      end

      def dot(indexes, values)
        sum = 0.0
        indexes.each_with_index { |index, i| sum += @coefficients[index] * values[i] }
        sum
      end

      # Once without levels, then, with what they are taken out, once more.
      def fit(rows)
        @evenings = EVENINGS
        @fit = regression(rows, Hash.new(0.0), nil)
        take(@fit)
        @evenings = overdispersion(rows) if rows.size >= FEW
        levels(rows)
        @fit = regression(rows, @levels.transform_values(&:mean).tap { |means| means.default = 0.0 }, @fit)
        take(@fit)
        levels(rows)
      end

      def take(fit)
        @coefficients = fit.coefficients.dup
        # Practice does nobody harm: where marks say so, something else is behind it
        [Pull::QUICK, Pull::SLOW, Pull::SETTLED, Pull::RUNG, Pull::HELP].each do |index|
          @coefficients[index] = [@coefficients[index], LEAST].max
        end
        @family_variances = fit.family_variances
      end

      def regression(rows, levels, before)
        list = rows.map { |mark, indexes, values|
          [indexes, values, mark.attempted, mark.clean, levels[[mark.student, mark.combination]],
            weight_of(mark.attempted)]
        }
        Fit.new(list, count: @size, means: Pull::MEANS + [0.0] * (@size - Pull::COUNT),
          variances: Pull::VARIANCES + [nil] * (@size - Pull::COUNT), families: families,
          usual: before ? before.family_variances : USUAL, start: before&.coefficients, rounds: before ? 1 : 2,
          near: NEAR)
      end

      def families
        [0, 1, 2].map { |i| @students.values.map { |at| at + i } } + [@combinations.values, @coaches.values]
      end

      # What one of `attempted` repetitions tells beside one alone: an evening's are alike.
      def weight_of(attempted) = 1 / (1 + (attempted - 1) * @evenings)

      # By moments, of Pearson's residuals.
      def overdispersion(rows)
        excess = rows.sum do |mark, indexes, values|
          share = Learning.share(dot(indexes, values))
          n = mark.attempted
          ((mark.clean - n * share)**2 / (n * share * (1 - share)) - 1) / [n - 1, 1].max
        end
        (excess / rows.size / 2).clamp(0.0, 0.15) # half of it: the rest are levels
      end

      # The likeliest of a few ways levels may vary and drift.
      def levels(rows)
        logits = rows.map { |mark, indexes, values| [mark, dot(indexes, values)] }
        ways = (rows.size >= FEW) ? DEVIATIONS.product(DRIFTS) : [[DEVIATIONS[1], DRIFTS[1]]]
        best = ways.map { |deviation, drift| [walk_levels(logits, deviation**2, drift), deviation**2, drift] }
          .max_by { |(likely, _), _, _| likely }
        (_, @levels), variance, @drift = best
        @unmet = Level.new(variance: variance)
      end

      def walk_levels(logits, variance, drift)
        levels, likely = {}, 0.0
        logits.each do |mark, logit|
          level = levels[[mark.student, mark.combination]] ||= Level.new(variance: variance)
          likely += level.mark(logit, mark.attempted, mark.clean, weight: weight_of(mark.attempted), drift: drift)
        end
        [likely, levels]
      end
    end

    class Model
      LEAST = 0.01
      NEAR = 1e-3 # of a log-odds
      NOTHING = Trail.new.freeze
      NEVER = [].freeze
    end
  end
end
