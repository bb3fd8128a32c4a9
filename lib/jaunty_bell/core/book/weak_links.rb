module JauntyBell::Core
  module Book
    # Where one student's sets break: each link pooled over all combinations that hold it, fading like mastery.
    #
    #   WeakLinks.new(tries, {"id" => combination}, on: today).weak # => [Link, …], the weakest first
    #
    # A clean set passes every link of its combination. A set that broke at a link passed those before it and broke
    # there; those after it were not reached and are not counted. A rough set of which nobody said where it broke says
    # nothing of links. Score a/(a+b) with a = 1 + Σ w·passed, b = 1 + Σ w·broke, as Mastery has it.
    class WeakLinks
      WEAK = 0.8 # under this score …
      ENOUGH = 10 # … with at least so many attempts, faded ones counted as what is left of them
      FORMULA = "(1 + Σ w·passed) ÷ (2 + Σ w·(passed + broke)), w = 2^(−age/half-life)"

      # So many sets of a combination on a day; `broke_at` the link where its rough ones broke (0 between the first
      # action and the second), nil where nobody said.
      Try = Value.of(:on, :combination_id, :attempted, :clean, broke_at: nil)

      # Two actions that follow each other, on a day. `passed` and `broke` sums faded to that day; `spoils` ids of the
      # combinations it broke in, the most spoiled first.
      Link = Value.of(:pair, :on, :passed, :broke, :spoils) do
        def score = (1 + passed) / (2 + passed + broke)

        # What is left of them.
        def attempts = passed + broke

        def weak? = score < WeakLinks::WEAK && attempts >= WeakLinks::ENOUGH

        # The same on a later day, with nothing new.
        def fade(day, half_life)
          w = Evidence.fading([(day - on).to_i, 0].max, half_life)
          but(on: day, passed: w * passed, broke: w * broke)
        end

        # Indexes of the links of a combination that are this one.
        def places(combination) =
          combination.links.each_with_index.select { |link, _| link == pair.links.first }.map(&:last)
      end

      # `combinations` {id => Bench::Combination}; tries of others are left out, as are those after `on`.
      def initialize(tries, combinations, on:, half_life: Mastery::HALF_LIFE)
        @tries = tries.select { |try| try.on <= on && combinations.key?(try.combination_id) }
        @combinations = combinations
        @day = on
        @half_life = half_life
      end

      # Every link that was reached.
      def all =
        @all ||= sums.values.map { |sum|
          Link.new(pair: sum.pair, on: @day, passed: sum.passed, broke: sum.broke,
            spoils: sum.spoils.sort_by { |_, broke| -broke }.map(&:first))
        }

      def weak = all.select(&:weak?).sort_by(&:score)

      # How many days of marks matter: older ones would weigh less than a thousandth.
      def self.days(half_life) = 10 * half_life

      private

      Sum = Struct.new(:pair, :passed, :broke, :spoils)

      def sums
        @tries.each_with_object({}) do |try, sums|
          w = Evidence.fading((@day - try.on).to_i, @half_life)
          links_of(try.combination_id).each_with_index do |link, at|
            passed, broke = counted(try, at)
            next if passed.zero? && broke.zero?
            sum = sums[link] ||= Sum.new(pair(try.combination_id, at), 0.0, 0.0, Hash.new(0.0))
            sum.passed += w * passed
            sum.broke += w * broke
            sum.spoils[try.combination_id] += w * broke if broke.positive?
          end
        end
      end

      # [sets that passed the link, sets that broke there]
      def counted(try, at)
        rough = try.broke_at ? try.attempted - try.clean : 0
        [try.clean + ((try.broke_at && at < try.broke_at) ? rough : 0), (at == try.broke_at) ? rough : 0]
      end

      def links_of(id) = (@links ||= {})[id] ||= @combinations.fetch(id).links

      def pair(id, at) = Bench::Combination.new(@combinations.fetch(id).actions[at, 2])
    end
  end
end
