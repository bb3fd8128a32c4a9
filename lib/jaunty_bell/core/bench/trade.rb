module JauntyBell::Core
  module Bench
    # How two partners give and take: whose turn it is and when it turns.
    #
    #   turn     "n for n": so many sets each; "until countered": one goes on until the other counters; "last to
    #            finish": back and forth until one stops; "counter at once": each set is countered at once
    #   sets     of each, n for n
    #   begins   "in turn": each begins every other exchange; "one": the same partner begins them all
    #   expected sets of an exchange before the counter, or of all of it, last to finish: nobody knows beforehand, so
    #            counts go by it; the product's own, no source
    #
    #   Trade.new(turn: "n for n", sets: 2).exchange # => [0, 0, 1, 1]: who strikes, set by set; 0 began
    Trade = Value.of(:turn, sets: 1, begins: "in turn", expected: 3) do
      # Raises InvalidInput.
      def checked
        choice("turn", turn, self.class::TURNS)
        choice("begins", begins, self.class::BEGINS)
        within("sets", sets, "So many sets each")
        within("expected", expected, "An exchange is expected to take so many sets")
        self
      end

      # Who strikes, set by set, in one exchange: 0 the one who begins, 1 the other.
      def exchange
        case turn
        when "n for n" then [0] * sets + [1] * sets
        when "until countered" then [0] * expected + [1]
        when "last to finish" then (0...expected).map { |i| i % 2 }
        else [0, 1]
        end
      end

      # Whether the other's set follows without a pause.
      def at_once? = turn == "counter at once"

      # Somebody counts who was last.
      def tallied? = turn == "last to finish"

      # Whether exchanges are begun by each in turn.
      def alternating? = begins == "in turn"

      # What is said before it begins.
      def said
        each = Words.many(sets, "set")
        ["#{(begins == "one") ? "One begins every time" : "Begin in turn"}.",
          {"n for n" => "#{each} each.", "until countered" => "Go on until the other counters.",
           "last to finish" => "Back and forth until one stops. Last to finish counts.",
           "counter at once" => "Counter at once."}.fetch(turn)].join(" ")
      end

      private

      def choice(path, value, allowed)
        return if allowed.include?(value)
        raise InvalidInput.new("\"#{value}\" is not a choice. Choose from: #{allowed.join(", ")}.",
          path: "trade/#{path}")
      end

      def within(path, value, says)
        return if value.is_a?(Integer) && self.class::SETS.cover?(value)
        raise InvalidInput.new("#{says}: from 1 to 20, not #{value.inspect}.", path: "trade/#{path}")
      end
    end

    class Trade
      TURNS = ["n for n", "until countered", "last to finish", "counter at once"].freeze
      BEGINS = ["in turn", "one"].freeze
      SETS = (1..20)
    end
  end
end
