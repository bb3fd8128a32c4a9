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
        numbers = days.map(&:jd).uniq.sort # days as numbers: a page looks at some thousands of them
        numbers.pop while numbers.last&.>(today)
        return if numbers.empty?
        return new(left: Date.jd(numbers.last)) if today - numbers.last >= line
        at = numbers.each_index.to_a.reverse.find { |i| i.positive? && numbers[i] - numbers[i - 1] >= line }
        new(left: Date.jd(numbers[at - 1]), back: Date.jd(numbers[at])) if at && today < numbers[at] + FOR
      end

      # Days they were, or have been, away.
      def days(on) = ((back || on) - left).to_i

      # The day from which it is not worth a word any more, once they are back.
      def over_on = back && back + FOR
    end
  end
end
