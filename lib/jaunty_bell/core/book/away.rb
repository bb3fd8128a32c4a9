module JauntyBell::Core
  module Book
    # A long time away from training, while it lasts and for a fortnight after it.
    #
    #   Away.of([may_1, june_10], on: june_12, line: 21) # => Away(left: may_1, back: june_10)
    #
    #   left  the last day they trained before it     back  the day they came again, or nil while they are away
    Away = Value.of(:left, back: nil)

    class Away
      FOR = 14 # days after the return in which it is still worth a word

      # `days` they trained on in any order; nil where they were not away for `line` days or more, or came back long
      # ago.
      def self.of(days, on:, line:)
        today = on.jd
        # Days as numbers, the last first: a page looks at some thousands of them.
        numbers = days.map(&:jd).uniq.sort.reverse.drop_while { |number| number > today }
        return if numbers.empty?
        return new(left: Date.jd(numbers.first)) if today - numbers.first >= line
        back, left = numbers.each_cons(2).find { |after, before| after - before >= line }
        new(left: Date.jd(left), back: Date.jd(back)) if back && today < back + FOR
      end

      # Days they were, or have been, away.
      def days(on) = ((back || on) - left).to_i

      # The day from which it is not worth a word any more, once they are back.
      def over_on = back && back + FOR
    end
  end
end
