module JauntyBell
  module Api::Answers
    # Homework as a device runs it without a network: rounds, what is drilled in them and what is heard, as of a class.
    class Homework
      # A row of Store::OwnWord#homework.
      def self.shown(row)
        {id: row[:id], on: row[:on].iso8601, minutes: row[:minutes], due_on: row[:due_on]&.iso8601, coach: row[:coach],
         home: row[:home].to_h, made: row[:made].to_h, done_s: row[:done_s], effort: row[:effort]}
      end

      # `made` a Core::Book::Homework::Made.
      def initialize(club, reading, made)
        @club = club
        @reading = reading
        @made = made
        @plan = made.plan
      end

      def to_h
        {seconds: @plan.total, rounds: rounds, combinations: combinations, exercises: exercises, segments: segments,
         cautions: @made.cautions, shorter: @made.shorter,
         left_out: @made.left_out.map { |name, why| {name: name, why: why} }}
      end

      private

      def rounds
        Core::Floor::Rounds.of(@plan).zip(@plan.runs).map do |round, run|
          written = @plan.blocks[run.block].rounds[run.round]
          round.slice(:title, :block, :shown, :exercise, :rung, :work_s)
            .merge(on: written.implement, effort: written.effort, why: @made.reasons[[run.block, run.round]])
        end
      end

      # What is drilled, by what its rounds show.
      def combinations
        keyed = Core::Floor::Rounds.written(@plan)
        on_shelf = @plan.blocks.flat_map(&:rounds).filter_map(&:combination).select(&:id)
          .to_h { |named| [named.id, {name: named.name, what: named.what}] }
        on_shelf.merge(keyed).to_h { |key, said| [key, Files::CombinationJson.written(key, said, @reading)] }
      end

      def exercises
        per_rep = @club.school.settings.seconds_per_rep
        @plan.blocks.flat_map(&:rounds).filter_map(&:exercise).uniq
          .to_h { |exercise| [exercise.id, Files::ExerciseJson.of(exercise, per_rep)] }
      end

      def segments
        Core::Floor::CueSheet.new(@plan, voice: @club.school.voice).segments
          .map { |segment| Files::SegmentJson.of(segment) }
      end
    end
  end
end
