require "yaml"

module JauntyBell::Core
  module Floor
    # The words the Floor can speak, each a small audio file that ships with the application, and how long each takes. A
    # club's own techniques have words of their own; where one was not spoken yet, the word for its family stands in.
    #
    #   Voice.default.words("jab, lead hook to the body") # => ["jab", "lead", "hook", "to the body"]
    #   Voice.default.length(["jab"])                     # => its milliseconds
    class Voice
      GAP = 60 # ms between two words
      LENGTHS = YAML.safe_load_file(File.expand_path("voice.yml", __dir__)).freeze # {word => ms}, written by bin/voices

      SAID = ["next", "last round", "change", "other side", "other stance", "move on", "on the clock",
        "gloves and pads", "get ready", "burst", "in place", "moving", "last ten seconds", "own time", "lead", "rear",
        "left", "right", "to the head", "to the body", "to the leg", "to the lead", "to the rear", "to the left",
        "to the right", "down and back", "landing forward", "all the way round", "twice", "three times", "four times",
        "times", "then", "front", "back", "their head", "their hand", "their lead hand", "their rear hand",
        "to the calf",
        "to the thigh", "feint", "touch", "light", "hard", "with", "partner", "at long range", "at mid range",
        "at close range", "last", "seconds", "minute", "minutes", "no stopping", "their", "begin in turn",
        "one begins every time", "set each", "sets each", "go on until the other counters",
        "back and forth until one stops", "last to finish counts", "counter at once", "with shin pads", "steady",
        "left pad up", "right pad up", "pad up", "pad low", "red", "blue", "green", "yellow", "step back", "hands up",
        "hands down", "wide", "half", "slow", "each station keeps its own time"].freeze
      ONES = %w[zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen
        seventeen eighteen nineteen].freeze
      TENS = %w[twenty thirty forty fifty sixty seventy eighty ninety].freeze

      class << self
        def default = @default ||= new

        # Every word that ships: phrases of the Floor, numbers, blocks, and what the lexicon's names are spoken as.
        def shipped
          names = Lexicon::Techniques.default.flat_map { |technique|
            [technique.spoken, technique.family,
              *technique.ways.keys.select { |name| technique.said_by(name).key?(:spot) }]
          }
          exercises = Lexicon::Exercises.default.map(&:spoken)
          (SAID + exercises + ONES.drop(1) + TENS + ["hundred", "and"] + Card::BLOCKS.map { |kind| plain(kind) } +
              names.map { |name| plain(name) }).uniq
        end

        # How a whole number from 1 to 999 is counted out loud.
        def number(n)
          return [ONES[n]] if n < 20
          return [TENS[n / 10 - 2], *(number(n % 10) if n % 10 > 0)] if n < 100
          [*number(n / 100), "hundred", *(["and", *number(n % 100)] if n % 100 > 0)]
        end

        # Lower case, no punctuation, blanks for hyphens.
        def plain(text) = text.downcase.tr("-", " ").gsub(/[^a-z0-9 ]+/, " ").squeeze(" ").strip
      end

      # `own` {word => ms} of the club's own words; `families` {spoken name => family} of its own techniques.
      def initialize(own: {}, families: {})
        @lengths = LENGTHS.merge(own)
        @instead = families.transform_keys { |name| Voice.plain(name) }
        @longest = [*@lengths.keys, *@instead.keys].map { |word| word.split.size }.max
      end

      # The words of a text that can be spoken, the longest known first; what is not known is left out.
      def words(text)
        left = Voice.plain(text).split
        said = []
        until left.empty?
          count = left.size.clamp(1, @longest).downto(1).find { |n| word(left.first(n)) }
          said << word(left.first(count)) if count
          left = left.drop(count || 1)
        end
        said
      end

      # Milliseconds that words take, one after another.
      def length(words) = words.empty? ? 0 : words.sum { |word| @lengths.fetch(word) } + (words.size - 1) * GAP

      # A Cue that speaks these words.
      def cue(kind, at, text, say, **more) =
        Cue.new(kind: kind, at: at, text: text, say: say, length: length(say), **more)

      private

      def word(list)
        name = list.join(" ")
        @lengths.key?(name) ? name : @instead[name]
      end
    end
  end
end
