module JauntyBell
  module Files
    # An exercise as JSON-ready data, with its drawing.
    module ExerciseJson
      # From a Core::Lexicon::Exercise; `own` whether it is the club's own.
      def self.of(exercise, own: false)
        {id: exercise.id, plain: exercise.name, effort: exercise.effort, measured_in: exercise.measured_in,
         usual: exercise.usual, for: exercise.purpose, sides: exercise.sides, jumps: exercise.jumps,
         room: exercise.room, kit: exercise.gear, cues: exercise.cues, cautions: exercise.cautions, own: own,
         figures: exercise.figures.map { |figure| {head: figure.head, lines: figure.lines.values} }}
      end
    end
  end
end
