require "rubystats"

module JauntyBell
  module Core
    module Book
      # How well one student owns one combination at one rung, from marks whose evidence fades.
      #
      # With w = 2^(−age/h): a = 1 + Σ w·clean, b = 1 + Σ w·rough. Score = a/(a+b), the mean of Beta(a, b);
      # "sure of" is its 10 % quantile. Beta-binomial updating is standard (Gelman et al., Bayesian Data Analysis,
      # 3rd ed. 2013, section 2.4); the fading and h = 28 days are the product's own choice.
      #
      #   Mastery.new([Mark.new(on: today, attempted: 10, clean: 10)], on: today).score # => 0.9166…
      class Mastery
        HELD = 0.70 # "sure of" from here on is held
        DOUBT = 0.10 # the quantile
        HALF_LIFE = 28 # days
        DAYS_TO_HOLD = 2 # one good evening is not retention
        LONGEST = 3_650 # days ahead that a due date is looked for

        Mark = Value.of(:on, :attempted, :clean) do
          def rough = attempted - clean

          # Raises InvalidInput for counts that cannot be.
          def checked
            whole = [attempted, clean].all? { |n| n.is_a?(Integer) && n >= 0 }
            raise InvalidInput.new("Attempted and clean are whole numbers from 0.", path: "attempted") unless whole
            return self if clean <= attempted
            raise InvalidInput.new("#{clean} clean of #{attempted} attempted: clean cannot be more than attempted.", path: "clean")
          end
        end

        attr_reader :marks, :day, :half_life

        # `marks` of one student, combination and rung; `on` the day to judge on (marks after it do not count yet).
        def initialize(marks, on:, half_life: HALF_LIFE)
          raise InvalidInput.new("The half-life must be more than 0 days.", path: "half_life") unless half_life.positive?
          @marks = marks.map(&:checked).select { |mark| mark.on <= on && mark.attempted.positive? }.sort_by(&:on)
          @day = on
          @half_life = half_life
        end

        # a and b of the Beta distribution after `ahead` more days without practice.
        def evidence(ahead = 0)
          clean, rough = faded
          w = 2.0**(-ahead / half_life.to_f)
          [1 + w * clean, 1 + w * rough]
        end

        def score = evidence.then { |a, b| a / (a + b) }

        # The 10 % quantile, polished by one Newton step (the library's search stops a little early).
        def sure_of
          beta = Rubystats::BetaDistribution.new(*evidence)
          near = beta.icdf(DOUBT)
          near - (beta.cdf(near) - DOUBT) / beta.pdf(near)
        end

        # :new, :learning, :held or :fading.
        def state
          return :new if marks.empty?
          return :held if held?
          held_before? ? :fading : :learning
        end

        def held? = days_marked >= DAYS_TO_HOLD && sure?(0)

        def ready_to_go_up? = held?

        # For a fading one: :time where it was still held on its last day of marks, else :rough_marks.
        def faded_by
          return unless state == :fading
          held_after_each_day.last ? :time : :rough_marks
        end

        # Days from now, a real number, until "sure of" falls to 0.70 with no more practice; nil where it is below already.
        def due_in
          return unless marks.any? && sure?(0)
          near, far = 0.0, 1.0
          far *= 2 while sure?(far) && far < LONGEST
          60.times do
            middle = (near + far) / 2
            sure?(middle) ? near = middle : far = middle
          end
          near
        end

        # The first whole day on which "sure of" is below 0.70; nil where it is below already.
        def due_on = due_in && day + due_in.floor + 1

        def days_marked = marks.map(&:on).uniq.size

        private

        # Σ w·clean and Σ w·rough on the day.
        def faded
          @faded ||= marks.each_with_object([0.0, 0.0]) do |mark, sums|
            w = 2.0**(-(day - mark.on).to_i / half_life.to_f)
            sums[0] += w * mark.clean
            sums[1] += w * mark.rough
          end
        end

        # Whether "sure of" is at least 0.70 so many days ahead: the 10 % quantile is there exactly when no more than
        # 10 % of the distribution lies below.
        def sure?(ahead) = sure_with?(*evidence(ahead))

        # With a and b of 1 or more the density is log-concave, so at least 1/e of it lies below the mean (Grünbaum 1960,
        # Pacific J Math 10:1257–1261): where the mean is not above 0.70, the 10 % quantile is not either.
        def sure_with?(a, b) = a > HELD * (a + b) && Rubystats::BetaDistribution.new(a, b).cdf(HELD) <= DOUBT

        def held_before? = held_after_each_day.any?

        # Whether it was held at the end of each day that has marks, in one pass: what was known fades by the days between
        # and the day's own marks are added.
        def held_after_each_day
          @held_after_each_day ||= begin
            clean, rough, last = 0.0, 0.0, nil
            marks.group_by(&:on).each_with_index.map do |(on, of_day), earlier|
              fading = last ? 2.0**(-(on - last).to_i / half_life.to_f) : 1.0
              clean = clean * fading + of_day.sum(&:clean)
              rough = rough * fading + of_day.sum(&:rough)
              last = on
              earlier + 1 >= DAYS_TO_HOLD && sure_with?(1 + clean, 1 + rough)
            end
          end
        end
      end
    end
  end
end
