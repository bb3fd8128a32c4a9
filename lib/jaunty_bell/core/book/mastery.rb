module JauntyBell::Core
  module Book
    # How well one student owns one combination at one rung, from marks whose evidence fades.
    #
    # With w = 2^(−age/h): a = 1 + Σ w·clean, b = 1 + Σ w·rough. Score = a/(a+b), the mean of Beta(a, b);
    # "sure of" is its 10 % quantile. Beta-binomial updating is standard (Gelman et al., Bayesian Data Analysis,
    # 3rd ed. 2013, section 2.4); the fading and h = 28 days are the product's own choice.
    #
    #   Mastery.new([Mark.new(on: today, attempted: 10, clean: 10)], on: today).score # => 0.9166…
    #   Mastery.from(evidence, on: today).state # the same from what is kept of the marks (Evidence)
    class Mastery
      OWNED = 0.70 # "sure of" from here on is owned
      DOUBT = 0.10 # the quantile
      HALF_LIFE = 28 # days
      HALF_LIVES = (3..365) # that a club may choose
      ATTEMPTS = (1..1_000) # that one mark may count
      DAYS_TO_OWN = 2 # one good evening is not retention
      LONGEST = 3_650 # days ahead that a due date is looked for
      SOURCE = "Beta-binomial updating (Gelman et al. 2013, Bayesian Data Analysis, 3rd ed., section 2.4); fading, " \
        "half-life and the line at 0.70 are the product's own choice"
      FORMULA =
        "a = 1 + Σ w·clean, b = 1 + Σ w·rough, w = 2^(−age/half-life); score a/(a+b); \"sure of\" is the 10 % " \
        "quantile of Beta(a, b)"

      Mark = Value.of(:on, :attempted, :clean) do
        def rough = attempted - clean

        # Raises InvalidInput for counts that cannot be.
        def checked
          whole = [attempted, clean].all? { |n| n.is_a?(Integer) && n >= 0 }
          raise InvalidInput.new("Attempted and clean are whole numbers from 0.", path: "attempted") unless whole
          return self if clean <= attempted
          raise InvalidInput.new("#{clean} clean of #{attempted} attempted: clean cannot be more than attempted.",
            path: "clean")
        end
      end
      STATES = %i[new learning owned fading].freeze

      # Whether the 10 % quantile of Beta(1 + clean, 1 + rough) is at least 0.70: it is exactly when no more than 10 %
      # of the distribution lies below. With a and b of 1 or more the density is log-concave, so at least 1/e of it lies
      # below the mean (Grünbaum 1960, Pacific J Math 10:1257–1261): where the mean is not above 0.70, the quantile is
      # not either.
      def self.sure?(clean, rough)
        a, b = 1 + clean, 1 + rough
        a > OWNED * (a + b) && Beta.new(a, b).below(OWNED) <= DOUBT
      end

      # Whether marks of days up to `on` vouch for it on that day: the same as a Mastery's #owned?, for who wants to
      # know no more.
      def self.owned?(marks, on:, half_life: HALF_LIFE)
        marks = marks.select { |mark| mark.attempted.positive? }
        return false if marks.map(&:on).uniq.size < DAYS_TO_OWN
        weights = marks.map { |mark| Evidence.fading(on - mark.on, half_life) }
        sure?(weights.zip(marks).sum { |w, mark| w * mark.clean }, weights.zip(marks).sum { |w, mark| w * mark.rough })
      end

      # From Evidence (nil: no marks) of days up to `on`; on an earlier day it counts as on its own.
      def self.from(evidence, on:, half_life: HALF_LIFE) =
        allocate.tap { |mastery| mastery.send(:take, evidence, on, evidence&.half_life || half_life) }

      # Whether somebody owns a rung: it, or a higher one. The block gives their Mastery at a rung, or nil.
      def self.owned_at?(rung) = Bench::Rungs.from(rung).any? { |each| yield(each)&.owned? }

      # {combination id => [rung, Mastery]} of the highest rung marked, from {[combination id, rung] => Mastery}.
      def self.highest(known)
        known.group_by { |(id, _), _| id }.transform_values do |list|
          (_, rung), mastery = list.max_by { |(_, each), _| Bench::Rungs.rank(each) }
          [rung, mastery]
        end
      end

      attr_reader :day, :half_life, :known

      # `marks` of one student, combination and rung; `on` the day to judge on (marks after it do not count yet).
      def initialize(marks, on:, half_life: HALF_LIFE)
        raise InvalidInput.new("The half-life must be more than 0 days.", path: "half_life") unless half_life.positive?
        take(Evidence.of(marks.map(&:checked).select { |mark| mark.on <= on }, half_life: half_life), on, half_life)
      end

      # a and b of the Beta distribution after `ahead` more days without practice.
      def evidence(ahead = 0)
        return [1.0, 1.0] unless known
        w = Evidence.fading(age + ahead, half_life)
        [1 + w * known.clean, 1 + w * known.rough]
      end

      def score = evidence.then { |a, b| a / (a + b) }

      def sure_of = @sure_of ||= Beta.new(*evidence).quantile(DOUBT)

      # One of STATES.
      def state
        return :new unless known
        return :owned if owned?
        (known.owned_last || known.owned_before) ? :fading : :learning
      end

      def owned? = days_marked >= DAYS_TO_OWN && !due_in.nil?

      def ready_to_go_up? = owned?

      # For a fading one: :time where it was still owned on its last day of marks, else :rough_marks.
      def faded_by
        return unless state == :fading
        Evidence.slipped_by(known.owned_last)
      end

      # Days from now, a real number, until "sure of" falls to 0.70 with no more practice; nil where it is below
      # already.
      def due_in
        left = known&.due_after && known.due_after - age
        left unless left&.negative?
      end

      # The first whole day on which "sure of" is below 0.70; nil where it is below already.
      def due_on = due_in && known.due_on

      def days_marked = known ? known.days : 0

      def attempted = known ? known.attempted : 0

      def cleaned = known ? known.cleaned : 0

      private

      def take(evidence, on, half_life)
        @known = evidence
        @day = on
        @half_life = half_life
      end

      # Days since the last marks.
      def age = [(day - known.on).to_i, 0].max
    end
  end
end
