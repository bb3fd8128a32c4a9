require "strscan"

module JauntyBell::Core
  module Bench
    module Notation
      # Cuts a text into tokens with their positions.
      class Lexer
        # kind: :word, :number, :times_before, :times_after, :open, :close, :partner_open, :partner_close, :separator,
        # :pause
        Token = Struct.new(:kind, :text, :at, :value, :level)

        LEVELS = {"b" => :body, "body" => :body, "h" => :head, "head" => :head, "l" => :leg, "leg" => :leg}.freeze
        PUNCTUATION = {"(" => :open, ")" => :close, "[" => :partner_open, "]" => :partner_close}.freeze
        NUMBER = /(\d+)(body|head|leg|[bhl])?(?![[:alpha:]])/i

        # `hyphenated` are names that hold a hyphen themselves ("walk-up").
        def initialize(text, hyphenated = [])
          @scanner = StringScanner.new(text)
          @text = text
          @hyphenated = /(?:#{Regexp.union(hyphenated).source})(?![[:alnum:]])/i if hyphenated.any?
        end

        # An array of Tokens. Raises Unreadable at a character that means nothing.
        def tokens
          found = []
          until @scanner.skip(/[[:space:]]+/) && @scanner.eos? || @scanner.eos?
            at = @scanner.charpos
            found.concat(hyphenated_words(at) || [token(at)])
          end
          found
        end

        private

        def hyphenated_words(at)
          return unless @hyphenated && (name = @scanner.scan(@hyphenated))
          offset = at
          name.split("-").map do |word|
            Token.new(:word, word, offset, word.downcase).tap { offset += word.length + 1 }
          end
        end

        def token(at)
          if @scanner.scan(/\.\.+|…/) then Token.new(:pause, @scanner.matched, at)
          elsif @scanner.scan(/(\d+)\s*[x×](?=\s*\()/i) then Token.new(:times_before, @scanner.matched, at,
            @scanner[1].to_i)
          elsif @scanner.scan(/[x×]\s*(\d+)(?![[:alnum:]])/i) then Token.new(:times_after, @scanner.matched, at,
            @scanner[1].to_i)
          elsif @scanner.scan(/->|[-–—,+→]/) then Token.new(:separator, @scanner.matched, at)
          elsif @scanner.scan(/[()\[\]]/) then Token.new(PUNCTUATION.fetch(@scanner.matched), @scanner.matched, at)
          elsif @scanner.scan(NUMBER) then number(at)
          elsif @scanner.scan(/[[:alpha:]][[:alpha:]'’]*/) then Token.new(:word, @scanner.matched, at,
            @scanner.matched.downcase)
          else unknown(at)
          end
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
