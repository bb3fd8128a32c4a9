module JauntyBell::Core
  module Bench
    # The text a coach types, read into a Combination and written back.
    #
    #   combination = Notation.read("1-2-3b-2")
    #   Notation.write(combination)                       # => "1-2-3b-2"
    #   Notation.spoken(combination)                      # => "jab, cross, lead hook to the body, cross"
    module Notation
      MOST_CHARACTERS = 2_000

      # What a text is read with. `stance` is the striker's, :orthodox, :southpaw or :square (named as orthodox);
      # `partner` is :same or :opposite.
      Reading = Value.of(techniques: nil, numbering: nil, stance: :orthodox, partner: :same) do
        def lexicon = techniques || Lexicon::Techniques.default

        def scheme = numbering || Lexicon::Numberings.all.first

        # :lead or :rear for :left or :right, for us or for the partner.
        def side_of(hand, by)
          southpaw = (stance == :southpaw) ^ (by == :partner && partner == :opposite)
          ((hand == :left) ^ southpaw) ? :lead : :rear
        end

        # :left or :right for :lead or :rear.
        def hand_of(side, by)
          southpaw = (stance == :southpaw) ^ (by == :partner && partner == :opposite)
          ((side == :lead) ^ southpaw) ? :left : :right
        end
      end

      # Reads a text. Returns a Combination; raises Notation::Unreadable with token, position and suggestions.
      def self.read(text, reading = Reading.new)
        Reader.new(text, reading).combination
      rescue Unreadable => e
        raise fitting(text.to_s, e, reading)
      end

      # What of a text can be read: a Partly::Part.
      def self.partly(text, reading = Reading.new) = Partly.read(text, reading)

      # The error with those of its suggestions that can be read in that place, three at most.
      def self.fitting(text, error, reading)
        return error if error.suggestions.empty?
        error.suggesting(error.suggestions.lazy.select { |words| fits?(text, error, words, reading) }.first(3))
      end

      def self.fits?(text, error, words, reading)
        Reader.new(text[0...error.at] + words + text[(error.at + error.length)..].to_s, reading).combination
        true
      rescue Unreadable => e
        e.at >= error.at + words.length
      end
      private_class_method :fits?

      # Writes a combination in the reading's numbering scheme.
      def self.write(combination, reading = Reading.new) = Writer.new(reading).write(combination)

      # In spoken words, lead and rear.
      def self.spoken(combination) = Speech.new.combination(combination)

      # In spoken words with left and right for a stance.
      def self.by_hand(combination, reading) = Speech.new(reading).combination(combination)
    end
  end
end
