module JauntyBell::Core
  module Lexicon
    # Something done with no target and no side of a fight: a squat, a hip circle, rope.
    #
    #   id, name     as written; spoken: what the voice says of it
    #   purpose      one of Exercises::PURPOSES
    #   measured_in  :seconds or :reps; usual: how many of them, on each side where it has two
    #   sides        whether one side is done and then the other
    #   effort       0–10 while it is done
    #   jumps        whether the feet leave the floor; loud: whether it is heard a floor below
    #   room         "spot", "mat" (somebody lies down) or "lane" (one moves away)
    #   drawn        Drawing::Pose facts, one or two
    Exercise = Value.of(:id, :name, :spoken, :purpose, :measured_in, :usual, :effort, sides: false,
      jumps: false, loud: false, room: "spot", gear: [].freeze, cues: [].freeze, cautions: [].freeze,
      drawn: [].freeze) do
      # The name as a coach writes it.
      def plain = name

      # Every way it may be written: lower case, blanks for hyphens.
      def written_names = [name, spoken, id].map { |each| Exercises.plain(each) }.uniq

      # Seconds that it usually takes, or that `count` of it take, on each side where it has two; `per_rep` those of one
      # repetition (School).
      def seconds(per_rep, count = nil) = (measured_in == :reps) ? (count || usual) * per_rep : usual

      # Figures to draw: an array of Drawing::Figures.
      def figures = drawn.map { |pose| Drawing.of(pose) }

      # Whether neighbours below hear it.
      def loud? = loud || jumps

      # Whether it wants the floor beyond the spot one stands on.
      def roomy? = room == "lane"
    end
  end
end
