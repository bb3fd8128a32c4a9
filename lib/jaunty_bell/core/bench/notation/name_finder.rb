require "did_you_mean"

module JauntyBell::Core
  module Bench
    module Notation
      # Finds technique names among tokens, and the nearest known words where there is none.
      class NameFinder
        def initialize(tokens, techniques)
          @tokens = tokens
          @techniques = techniques
          @words = tokens.map { |token| token.value if token.kind == :word }
          @found = {}
        end

        # The technique whose longest name begins at token `i` and its length in words, or nil.
        def at(i)
          return @found[i] if @found.key?(i)
          @found[i] = @words[i] && @techniques.longest_named(@words[i, 4].take_while { |word| word })
        end

        # Up to three known names near what is written at token `i`.
        def nearest(i)
          text = @tokens[i].text.downcase
          return [] if text.length > 24
          names = @techniques.written_names + Phrase::KEYWORDS
          pair = [text, @words[i + 1]].compact.join(" ")
          starting = (text.length > 1) ? names.select { |name| name.start_with?(text) } : []
          (starting + spell(names, pair) + spell(names, text)).uniq.first(3)
        end

        private

        def spell(names, text) = DidYouMean::SpellChecker.new(dictionary: names).correct(text)
      end
    end
  end
end
