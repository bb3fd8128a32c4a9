module JauntyBell::Core
  module Bench
    # What the partner does or shows in a read drill, as a coach wrote it: actions ("[1]", "their jab"), or words of
    # their own ("left pad up", "red").
    #
    #   Feed.read("[1]", reading).actions.size # => 1
    #   Feed.read("red", reading).actions      # => []
    Feed = Value.of(:text, actions: [].freeze) do
      # Never fails: what is no partner's action is words.
      def self.read(text, reading)
        text = text.strip
        inner = text.delete_prefix("[").delete_suffix("]").sub(/\A(their|they|partner'?s?|the)\s+/i, "")
        part = Notation.read("[#{inner}]", reading)
        theirs = part.actions.all?(&:partner?)
        new(text: text, actions: theirs ? part.actions : [])
      rescue InvalidInput
        new(text: text)
      end

      # What is said, never the answer: the partner's actions in plain words, or the coach's own.
      def spoken
        return text if actions.empty?
        "their #{actions.map { |action| Notation::Speech.new.action(action.but(by: :self)) }.join(", ")}"
      end

      # What usually answers it, as notation, the usual first; nothing for words of the coach's own. `partner` :same or
      # :opposite.
      def usual(partner, reading, school = Lexicon::School.default)
        strike = actions.reverse.find(&:strike?) or return []
        setting = Flow::Setting.new(partner: partner, school: school)
        Lexicon::Answers.to(strike.technique, strike.side, strike.level, setting).map do |id, side|
          technique = reading.lexicon[id]
          Notation.write(Combination.new([Action.new(technique: technique, side: side || technique.side)]), reading)
        end
      end

      # What makes it this feed and no other.
      def identity = actions.empty? ? text.downcase : actions.map(&:identity)

      # The answer as the walk should judge it: the partner's action first.
      def before(combination)
        actions.empty? ? combination : combination.preceded_by(*actions)
      end
    end
  end
end
