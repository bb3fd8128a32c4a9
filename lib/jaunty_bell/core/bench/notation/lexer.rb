require "strscan"

module JauntyBell::Core
  module Bench
    module Notation
      # Cuts a text into tokens with their positions.
      class Lexer
        # kind: :word, :number, :times_before, :times_after, :open, :close, :partner_open, :partner_close, :separator,
        # :pause, :gap, :distance (cm); and what Wording makes of phrases. `tight`: a separator with no blank about it.
        Token = Struct.new(:kind, :text, :at, :value, :level, :tight) do
          def ends = at + text.length

          def word? = kind == :word
        end

        LEVELS = {"b" => :body, "body" => :body, "h" => :head, "head" => :head, "l" => :leg, "leg" => :leg}.freeze
        BLANK = 32
        PUNCTUATION = {"(" => :open, ")" => :close, "[" => :partner_open, "]" => :partner_close}.freeze
        NUMBER = /(\d+)(body|head|leg|[bhl])?(?=[x×]\s*\d|[^[:alpha:]]|\z)/i
        DISTANCE = /(\d{1,4}(?:[.,]\d{1,2})?)\s*(cm|m|metres?|meters?)(?![[:alpha:]])/i
        GAP = "\u25a2".freeze # stands where something could not be read (Notation.partly)

        # `gaps`: whether GAP may stand in it.
        def initialize(text, gaps: false)
          @gaps = gaps
          @scanner = StringScanner.new(text.sub(/[.;!\s]+\z/) { |tail| tail.include?("..") ? tail : " " * tail.length })
        end

        # An array of Tokens. Raises Unreadable at a character that means nothing.
        def tokens
          found = []
          until @scanner.skip(/[[:space:]]+/) && @scanner.eos? || @scanner.eos?
            found << token(@scanner.charpos)
            @scanner.skip(/:/) if found.last.word?
          end
          found
        end

        private

        def token(at)
          if @scanner.scan(%r{\.\.+|…|/}) then Token.new(:pause, @scanner.matched, at)
          elsif @scanner.scan(/(\d+)\s*[x×](?=\s*\()/i) then Token.new(:times_before, @scanner.matched, at,
            @scanner[1].to_i)
          elsif @scanner.scan(/[x×]\s*(\d+)(?![[:alnum:]])/i) then Token.new(:times_after, @scanner.matched, at,
            @scanner[1].to_i)
          elsif @scanner.scan(/->|[-–—,+→&;>]/) then separator(at)
          elsif @scanner.scan(/[()\[\]]/) then Token.new(PUNCTUATION.fetch(@scanner.matched), @scanner.matched, at)
          elsif @scanner.scan(DISTANCE) then distance(at)
          elsif @scanner.scan(NUMBER) then number(at)
          elsif @scanner.scan(/[[:alpha:]][[:alpha:]'’]*/) then Token.new(:word, @scanner.matched, at,
            @scanner.matched.downcase.tr("’", "'"))
          elsif @gaps && @scanner.scan(/#{GAP}+/o) then Token.new(:gap, @scanner.matched, at)
          else unknown(at)
          end
        end

        def separator(at)
          text = @scanner.matched
          Token.new(:separator, text, at, nil, nil, text == "-" && solid?(@scanner.pos - 2) && solid?(@scanner.pos))
        end

        # Whether a byte of the text is there and no blank.
        def solid?(place) = place >= 0 && (@scanner.string.getbyte(place) || BLANK) > BLANK

        def distance(at)
          centimetres = @scanner[1].tr(",", ".").to_r * ((@scanner[2].downcase == "cm") ? 1 : 100)
          unless centimetres.between?(*Action::DISTANCES.minmax)
            raise Unreadable.new("A step goes from #{Action::DISTANCES.min} cm to #{Action::DISTANCES.max / 100} m, " \
              "not #{@scanner.matched}.", token: @scanner.matched, at: at)
          end
          Token.new(:distance, @scanner.matched, at, centimetres.round)
        end

        def number(at)
          digits = @scanner[1]
          Token.new(:number, @scanner.matched, at, digits.to_i, LEVELS[@scanner[2]&.downcase])
        end

        def unknown(at)
          stray = @scanner.scan(/\d+[[:alpha:]]+|./m)
          raise Unreadable.new("\"#{stray}\" at character #{at + 1} means nothing here. A number takes b, h or l " \
            "after it: 3b.",
            token: stray, at: at)
        end
      end
    end
  end
end
