module JauntyBell::Core
  module Lexicon
    # A club's numbering scheme: which technique each digit stands for. In a running scheme the digits count
    # alternating hands in a rising run from 1, and a digit may only follow the one below it.
    class Numbering
      Entry = Value.of(:technique, :side, level: nil)

      attr_reader :id, :name, :entries

      # `facts` is a numbering's entry in schools.yml. Raises InvalidInput for a technique, side or level there is not.
      def initialize(facts, techniques)
        @id = facts.fetch("id")
        @name = facts.fetch("name")
        @running = facts.fetch("running", false)
        @entries = facts.fetch("numbers").to_h { |digit, meaning|
          [Integer(digit), entry(digit, meaning, techniques)]
        }.freeze
        @digits = @entries.each_with_object({}) { |(digit, entry), found|
          found[[entry.technique.id, entry.side, entry.level]] ||= digit
        }.freeze
        freeze
      end

      def running? = @running

      def [](digit) = entries[digit]

      # The digit for a technique on a side, at a level or at whatever level is written after it; nil if none.
      # `last` is the digit written before it (running schemes count on from there).
      def digit_for(technique, side, level, last: nil)
        return running_digit(technique, side, last) if running?
        @digits[[technique.id, side, level]] || @digits[[technique.id, side, nil]]
      end

      # Whether `digit` may stand after `last` (nil at the start).
      def follows?(digit, last) = !running? || digit == 1 || digit == last.to_i + 1

      private

      def entry(digit, meaning, techniques)
        technique = techniques[meaning.fetch("technique")]
        side = meaning["side"]&.to_sym || technique.side
        level = meaning["level"]&.to_sym
        fits = (technique.sides.empty? || technique.sides.include?(side)) &&
          (level.nil? || technique.levels.include?(level))
        unless fits
          raise InvalidInput.new("Number #{digit}: a #{technique.plain} cannot be " \
            "#{[side, level].compact.join(" to the ")}.", path: "numbers/#{digit}")
        end
        Entry.new(technique: technique, side: side, level: level)
      end

      def running_digit(technique, side, last)
        [1, last.to_i + 1].find { |digit| (entry = self[digit]) && entry.technique == technique && entry.side == side }
      end
    end
  end
end
