module JauntyBell::Core
  module Card
    # Numbers as a coach says them.
    module Words
      # "3:00", "1:02:05"; a minus sign before what is less than nothing.
      def self.clock(seconds)
        whole = seconds.abs.round
        hours, rest = whole.divmod(3600)
        text = hours.positive? ? format("%d:%02d:%02d", hours, *rest.divmod(60)) : format("%d:%02d", *rest.divmod(60))
        seconds.negative? ? "-#{text}" : text
      end

      # "7", "7.5"
      def self.number(number) = (number % 1).zero? ? number.to_i.to_s : number.to_f.to_s

      # "one pair", "7 pairs"
      def self.many(number, one, more = "#{one}s") = "#{number} #{(number == 1) ? one : more}"

      # "a, b and c"
      def self.list(words) = (words.size < 2) ? words.join : "#{words[0..-2].join(", ")} and #{words.last}"
    end
  end
end
