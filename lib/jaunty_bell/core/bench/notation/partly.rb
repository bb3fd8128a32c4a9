module JauntyBell::Core
  module Bench
    module Notation
      # What of a text can be read although not all of it can: the actions before and after what is not understood, with
      # a gap in its place.
      #
      #   part = Notation.partly("1-2-hok-2")
      #   part.combination.actions.size   # => 4, one of them the gap
      #   part.gaps                       # => [Gap(text: "hok", at: 4, length: 3, index: 2)]
      #   part.error.suggestions          # => ["hook"]
      module Partly
        # Stands among the actions where something could not be read; never stored.
        GAP = Lexicon::Technique.new("id" => "gap", "family" => "pause", "beats" => 1, "leaves" => "set again",
          "names" => {"plain" => "gap", "short" => Lexer::GAP, "spoken" => "gap"})
        MOST = 40 # times a text is read again, each without one thing more

        # `index` is the place among the actions, opened up; `at` and `length` in characters of the text.
        Gap = Value.of(:text, :at, :length, :index)
        # `combination` nil where nothing could be read; `error` the first thing that could not (Unreadable), or nil.
        Part = Value.of(:combination, :gaps, :error)

        # A Part. Raises nothing for a text that cannot be read.
        def self.read(text, reading)
          whole = text.to_s.dup.force_encoding(Encoding::UTF_8).scrub(Lexer::GAP).unicode_normalize(:nfc)
          rest, first = whole, nil
          MOST.times do
            combination = Reader.new(rest, reading, gaps: true).combination
            nothing = combination.actions.all? { |action| action.technique == GAP }
            return Part.new(combination: (combination unless nothing),
              gaps: gaps(whole, rest, combination), error: first)
          rescue Unreadable => e
            first ||= Notation.fitting(whole, e, reading)
            rest = without(rest, e) or break
          end
          Part.new(combination: nil, gaps: [], error: first)
        end

        # The text with a gap (a blank, for a bracket or a separator) in place of what cannot be read; nil where that
        # would change nothing.
        def self.without(text, error)
          length = [error.length, text.length - error.at].min
          piece = text[error.at, length].to_s
          return if piece.strip.empty?
          filler = piece.match?(/[[:alnum:]]/) ? Lexer::GAP : " "
          after = text[0...error.at] + filler * length + text[(error.at + length)..]
          after unless after == text
        end

        def self.gaps(whole, rest, combination)
          places = combination.named.each_index.select { |i| combination.named[i].technique == GAP }
          runs = []
          rest.scan(/#{Lexer::GAP}(?:[#{Lexer::GAP}\s]*#{Lexer::GAP})?/o) { runs << Regexp.last_match.offset(0) }
          runs.zip(places).filter_map do |(from, to), index|
            Gap.new(text: whole[from...to], at: from, length: to - from, index: index) if index
          end
        end
        private_class_method :without, :gaps
      end
    end
  end
end
