module JauntyBell
  module Files
    # What a coach can write, as JSON-ready data: techniques with their names and sides, and the numbers of the scheme.
    class LexiconJson
      # `reading` is the coach's.
      def initialize(reading)
        @reading = reading
        @speech = Core::Bench::Notation::Speech.new
      end

      def to_h
        {techniques: @reading.lexicon.reject { |technique| technique.exercise? || technique.pause? }
          .map { |technique| technique(technique) },
         numbers: @reading.scheme.entries.map { |digit, entry| {digit: digit, spoken: spoken(entry)} },
         implements: Core::Lexicon::Implements.all.map { |implement|
           {id: implement.id, name: implement.name, cautions: implement.cautions, holder_cues: implement.holder_cues}
         },
         exercises: Core::Lexicon::Techniques.default.select(&:exercise?)
           .map { |exercise|
             {id: exercise.id, plain: exercise.plain, effort: exercise.effort, measured_in: exercise.measured_in}
           },
         keywords: Core::Bench::Notation::Phrase::KEYWORDS}
      end

      private

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
