module JauntyBell::Core
  module Floor
    # Combinations called unannounced: a draw from a pool, the same for the same seed.
    #
    # What is due or holds a weak link is drawn more often (weights); none comes more than twice running while there is
    # another; each leaves the time to hear it, do it and come home, and never less than the rung allows.
    class Calls
      ALIKE = 2 # running, at most
      DUE = 2 # added to a weight of 1 for each: all of the class have it due …
      WEAK = 2 # … all of the class have a weak link in it

      # `say` words that take `length` ms, `set` ms one set takes, `weight` more than 0.
      Choice = Value.of(:id, :text, :say, :length, :set, weight: 1)

      # How much more often a combination is drawn: `due` and `weak` are shares (0–1) of those present.
      def self.weight(due:, weak:) = 1 + DUE * due + WEAK * weak

      # `pause` ms after a set, `apart` ms from one call to the next at the least, `random` a Random.
      def initialize(choices, pause:, apart:, random:)
        @choices = choices
        @pause = pause
        @apart = apart
        @random = random
        @drawn = []
      end

      # [[ms, Choice], …] within a stretch of time in ms; the last is done before it ends.
      def within(from, to)
        called = []
        while (choice = draw(to - from))
          called << [from, choice]
          from += [choice.length + choice.set + @pause, @apart].max
        end
        called
      end

      private

      # One that can still be done in the time left, or nil.
      def draw(left)
        open = @choices.select { |choice| choice.length + choice.set <= left }
        open -= [@drawn.last] if @drawn.size >= ALIKE && @drawn.last(ALIKE).uniq.size == 1 && @choices.size > 1
        return if open.empty?
        @drawn << weighted(open)
        @drawn.last
      end

      def weighted(open)
        mark = @random.rand * open.sum(&:weight)
        open.find { |choice| (mark -= choice.weight) < 0 } || open.last
      end
    end
  end
end
