module JauntyBell::Core
  module Book
    # Mastery for people: no decimals.
    module PlainWords
      # "sure of" in words.
      def self.sureness(value)
        case value
        when 0.85.. then "very sure"
        when 0.70..0.85 then "fairly sure"
        when 0.50..0.70 then "half sure"
        else "not sure yet"
        end
      end

      # How long marks vouch for something that is owned: it is the marks that age, and nobody promises memory.
      def self.vouched(number) = number && ((number.round < 1) ? "for less than a day" : "for #{days(number)}")

      # Days in words: "about 7 weeks", "about 9 days", "within a day".
      def self.days(number)
        return if number.nil?
        whole = number.round
        return "within a day" if whole < 1
        return "about #{whole} day#{"s" if whole > 1}" if whole < 14
        return "about #{(number / 7.0).round} weeks" if whole < 84
        "about #{(number / 30.4375).round} months"
      end
    end
  end
end
