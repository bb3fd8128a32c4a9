module JauntyBell
  module StandIns
    # A strike sensor on somebody in a read drill: after each thing shown they answer after a time of their own, now and
    # then wrongly, now and then before they can have seen it, or not at all.
    #
    #   ReaderSensor.new(shown, plans, seed: 3, wrong: 0.1, guesses: 0.05).strikes
    class ReaderSensor
      FORCE = 28.0 # g
      SOONEST = 180 # ms
      # Reaction times are skewed: a normal part and an exponential one (ex-Gaussian; Luce 1986, from memory). The
      # figures are the product's own.
      MIDDLE, UNEVEN, TAIL = 320.0, 40.0, 110.0 # ms

      # What was done of one thing shown: `time` ms, nil where nothing or a guess; `right`, `guessed`.
      Truth = Core::Value.of(:time, :right, :guessed)

      # `shown` Core::Floor::Reaction::Showns in order; `plans` {feed => Core::Floor::Review::Planned} of their answers;
      # `wrong`, `guesses` and `misses` shares.
      def initialize(shown, plans, seed:, wrong: 0.0, guesses: 0.0, misses: 0.0)
        @shown = shown
        @plans = plans
        @random = Random.new(seed)
        @wrong = wrong
        @guesses = guesses
        @misses = misses
      end

      # Core::Floor::Strikes in order of time.
      def strikes = done.flat_map(&:first).sort_by(&:at)

      # [Truth] for each thing shown.
      def truth = done.map(&:last)

      def lines = strikes.map { |strike| "#{strike.at},#{strike.hand},#{strike.g}" }

      private

      # [[strikes, Truth], …]
      def done = @done ||= @shown.map { |shown| one(shown) }

      def one(shown)
        return [[], Truth.new(time: nil, right: false, guessed: false)] if @random.rand < @misses
        if @random.rand < @guesses
          at = shown.at - @random.rand(60..350)
          return [answer(at, other(shown)), Truth.new(time: nil, right: nil, guessed: true)]
        end
        wrong = @random.rand < @wrong
        time = [reaction.round, SOONEST].max
        plan = wrong ? other(shown) : @plans.fetch(shown.feed)
        [answer(shown.at + time, plan), Truth.new(time: time, right: !wrong, guessed: false)]
      end

      # The answer to something else, that can be told from the right one.
      def other(shown)
        right = @plans.fetch(shown.feed).hands
        @plans.values.reject { |plan| plan.hands.first(right.size) == right }.sample(random: @random) ||
          raise(ArgumentError, "no other answer can be told apart")
      end

      def answer(at, plan)
        plan.hands.zip(plan.times).map do |hand, time|
          Core::Floor::Strike.new(at: [(at + time * 1_000).round, 0].max, hand: hand,
            g: (FORCE * @random.rand(0.8..1.2)).round(1))
        end
      end

      def reaction
        normal = Math.sqrt(-2 * Math.log(1 - @random.rand)) * Math.cos(2 * Math::PI * @random.rand)
        MIDDLE + UNEVEN * normal - TAIL * Math.log(1 - @random.rand)
      end
    end
  end
end
