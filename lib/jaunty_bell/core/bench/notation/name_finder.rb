require "did_you_mean"

module JauntyBell::Core
  module Bench
    module Notation
      # Finds technique names among tokens, and the nearest known words where there is none.
      class NameFinder
        LONGEST = 5 # words of a name
        NEAREST = 8 # names looked at
        STRAIGHTS = ["right hand", "left hand", "lead hand", "rear hand", "straight right", "straight left"].freeze

        def initialize(tokens, techniques)
          @tokens = tokens
          @techniques = techniques
          @words = tokens.map { |token| token.value if token.word? }
          @found = {}
        end

        # The technique whose longest name begins at token `i`, its length in words, and what the name says beyond it;
        # or nil.
        def at(i)
          return @found[i] if @found.key?(i)
          @found[i] = @words[i] && @techniques.longest_named(words(i))
        end

        # The same for a name in the plural, or said as what somebody does: "jabs", "low kicks", "steps in".
        def plural_at(i)
          words = words(i)
          words && @techniques.longest_in_plural(words)
        end

        # Known names near what is written at token `i`, the nearest first.
        def nearest(i)
          text = @tokens[i].text.downcase
          return [] if text.length > 24
          names = @techniques.written_names + Phrase::KEYWORDS + STRAIGHTS
          starting = (text.length > 1) ? names.select { |name| name.start_with?(text) } : []
          (with_next(starting, i) + with_next(spell(names, [text, @words[i + 1]].compact.join(" ")), i) + starting +
            spell(names, text)).uniq.first(NEAREST)
        end

        private

        def words(i) = @words[i] && @words[i, LONGEST].take_while { |word| word }

        # Of names that end with the next word, what stands before it: "flying" for "flyng knee".
        def with_next(names, i)
          following = @words[i + 1] or return names
          names.filter_map { |name| name.delete_suffix(" #{following}") if name.end_with?(" #{following}") }
        end

        def spell(names, text) = DidYouMean::SpellChecker.new(dictionary: names).correct(text)
      end
    end
  end
end
