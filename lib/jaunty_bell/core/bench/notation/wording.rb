require "yaml"

module JauntyBell::Core
  module Bench
    module Notation
      # Coaches' English: phrases among the tokens become the tokens they stand for ("to the body" a level, "stepping
      # in" with step in), names written with hyphens become words. The table is english.yml; a technique's own name
      # wins over a phrase as long.
      class Wording
        Token = Lexer::Token
        LONGEST = 7 # words of a phrase

        # {[word, …] => [kind, value]}
        def self.phrases
          @phrases ||= YAML.safe_load_file(File.expand_path("english.yml", __dir__)).flat_map { |kind, says|
            means = says.is_a?(Array) ? {kind => says} : says
            means.flat_map do |value, said|
              said.map { |phrase| [phrase.to_s.split.freeze, [kind.to_sym, value].freeze] }
            end
          }.to_h.freeze
        end

        # The phrases of a kind, as they are said.
        def self.said(kind) = phrases.filter_map { |words, (which, _)| words.join(" ") if which == kind }

        # Words some phrase begins with: {word => the longest such phrase in words}
        def self.firsts
          @firsts ||= phrases.keys.group_by(&:first).transform_values { |list| list.map(&:size).max }.freeze
        end

        def initialize(tokens, techniques)
          @tokens = tokens
          @techniques = techniques
        end

        def tokens
          found = []
          at = 0
          while at < @tokens.size
            taken, made = here(at)
            found.pop if joins?(made.first, found.last)
            found.concat(made)
            at += taken
          end
          found
        end

        private

        # ", then" is one separator; ", put it down in front" belongs to the kick before it.
        def joins?(token, before)
          return false unless before&.kind == :separator && before.value.nil? && !before.tight
          token&.kind == :recovery || (token&.kind == :separator && token.value)
        end

        # How many tokens at a place are taken, and what they become.
        def here(at)
          token = @tokens[at]
          return times(at) if token.kind == :number && %w[times time].include?(@tokens[at + 1]&.value)
          return [1, [token]] unless token.word?
          compound(at) || phrase(at) || name(at)
        end

        # A technique's name in whole, so that no phrase begins inside it ("bob and weave").
        def name(at)
          size = [named(words_from(at)), 1].max
          [size, @tokens[at, size]]
        end

        def words_from(at) = @tokens[at, LONGEST].take_while(&:word?)

        def named(words)
          values = words.map(&:value)
          found = @techniques.longest_named(values)
          found ||= @techniques.longest_in_plural(values) if values.first(3).any? { |value| value.end_with?("s") }
          found ? found[1] : 0
        end

        # "12 times"
        def times(at)
          number, word = @tokens[at, 2]
          [2, [Token.new(:times_after, "#{number.text} #{word.text}", number.at, number.value, :said)]]
        end

        # A name with hyphens in it: its words, the first marked as tight.
        def compound(at)
          return unless @tokens[at + 1]&.tight && @tokens[at + 2]&.word?
          if Lexer::LEVELS.key?(@tokens[at].value) && at.positive? && %i[word number].include?(@tokens[at - 1].kind)
            return
          end
          words = hyphenated(at)
          size = @techniques.compound(words.map(&:value)) or return
          parts = words.first(size)
          taken = @tokens[at..].index(parts.last) + 1
          return if taken == size # no hyphen within it
          [taken, parts.each_with_index.map { |part, i| i.zero? ? part.dup.tap { |first| first.tight = true } : part }]
        end

        # Words from here on, with blanks or tight hyphens between.
        def hyphenated(at)
          words = [@tokens[at]]
          while words.size < LONGEST
            at += 1 if @tokens[at + 1]&.tight
            break unless @tokens[at += 1]&.word?
            words << @tokens[at]
          end
          words
        end

        def phrase(at)
          longest = Wording.firsts[@tokens[at].value] or return
          words = words_from(at).first(longest)
          size = words.size.downto(named(words_from(at)) + 1)
            .find { |count| Wording.phrases.key?(words.first(count).map(&:value)) } or return
          words = words.first(size)
          [size, made(*Wording.phrases[words.map(&:value)], words)]
        end

        def made(kind, value, words)
          text = words.map(&:text).join(" ")
          first = words.first
          case kind
          when :aside then []
          when :as then value.split.map { |word| Token.new(:word, text, first.at, word) }
          when :moving then [Token.new(:with, text, first.at, :moving), *made(:as, value, words)]
          when :number then [Token.new(:number, text, first.at, value, :said)]
          when :times then [Token.new(:times_after, text, first.at, value, :said)]
          when :level then [Token.new(:level, text, first.at, value.split.map(&:to_sym))]
          when :held then [Token.new(:on, text, first.at, value)]
          when :feint, :with, :met, :partner, :separator, :pause then [Token.new(kind, text, first.at, kind)]
          else [Token.new(kind, text, first.at, value.respond_to?(:to_sym) ? value.to_sym : value)]
          end
        end
      end
    end
  end
end
