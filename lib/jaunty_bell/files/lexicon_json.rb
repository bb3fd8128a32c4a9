module JauntyBell
  module Files
    # What a coach can write, as JSON-ready data: techniques with their names and sides, and the numbers of the scheme.
    class LexiconJson
      # [what it says, the kinds of phrases that say it, examples that can be read as they stand]
      WAYS = [
        ["One after another", [:separator], ["1-2", "jab, cross", "jab cross", "jab, then cross"]],
        ["Where it lands", [:level], ["3b", "hook body", "body hook", "head kick", "jab high, cross low"]],
        ["Which side", [:side], ["lead hook", "right hand", "straight left", "hook left", "slip left"]],
        ["How often", [:multiple], ["double jab", "jab x3", "two jabs", "(1-2)x3",
          "three times jab, cross, then hook"]],
        ["A feint", [:feint], ["feint 1", "jab feint", "fake jab", "feint (1-2)"]],
        ["How hard", [:force], ["touch jab", "light 3", "hard cross"]],
        ["At the same time", [:moving], ["1 with step in", "jab stepping in", "step jab", "slip with step in"]],
        ["How a leg comes back", [:recovery], ["kick down", "kick forward", "kick through"]],
        ["A pause", [:pause], ["1 .. 2", "1 / 2", "1 … 2"]],
        ["What the partner does", [], ["[1] slip 2", "they jab, parry", "slip the jab",
          "partner throws a cross, catch"]],
        ["What of theirs you hold", [:held], ["pin their lead hand", "pull the head"]],
        ["From how far it begins", [:opening], ["at close 3-4", "at long 1-2"]]
      ].freeze

      # `reading` is the coach's; `exercises` those the club knows, `per_rep` seconds of one repetition.
      def initialize(reading, exercises, per_rep)
        @per_rep = per_rep
        @reading = reading
        @exercises = exercises
        @speech = Core::Bench::Notation::Speech.new
      end

      def to_h
        {techniques: @reading.lexicon.reject(&:pause?)
          .map { |technique| technique(technique) },
         numbers: @reading.scheme.entries.map { |digit, entry| {digit: digit, spoken: spoken(entry)} },
         implements: Core::Lexicon::Implements.all.map { |implement|
           {id: implement.id, name: implement.name, cautions: implement.cautions, holder_cues: implement.holder_cues}
         },
         exercises: @exercises.map { |exercise| ExerciseJson.of(exercise, @per_rep) },
         keywords: Core::Bench::Notation::Phrase::KEYWORDS, ways: ways}
      end

      private

      # How what is not a technique is written: whole examples first, then the phrases of coaches' English.
      def ways
        WAYS.map do |what, kinds, examples|
          phrases = kinds.flat_map { |kind| Core::Bench::Notation::Wording.said(kind) }
          {what: what, examples: examples, phrases: phrases - examples}
        end
      end

      def technique(technique)
        {id: technique.id, name: technique.plain, family: technique.family, sides: technique.sides,
         levels: technique.levels, names: technique.written_names, cues: technique.cues, cautions: technique.cautions}
      end

      def spoken(entry)
        @speech.action(Core::Bench::Action.new(technique: entry.technique, side: entry.side,
          level: entry.level || entry.technique.level))
      end
    end
  end
end
