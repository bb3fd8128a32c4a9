module JauntyBell
  module Files
    # An exercise as JSON-ready data, with its drawing.
    module ExerciseJson
      # From a Core::Lexicon::Exercise; `per_rep` seconds of a repetition in this school.
      def self.of(exercise, per_rep)
        {id: exercise.id, plain: exercise.name, effort: exercise.effort, measured_in: exercise.measured_in,
         usual: exercise.usual, usual_s: exercise.seconds(per_rep), for: exercise.purpose, sides: exercise.sides,
         jumps: exercise.jumps, room: exercise.room, kit: exercise.gear, cues: exercise.cues,
         cautions: exercise.cautions, own: Core::Lexicon::Exercises.own?(exercise),
         figures: exercise.figures.map { |figure| {head: figure.head, lines: figure.lines.values} }}
      end
    end
  end
end
