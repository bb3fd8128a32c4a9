module JauntyBell
  module Api::Answers
    # A class as the ring opens it: all that a device needs to run it without a network.
    class OpenClass
      OURS = %i[club_id class_id coach_id].freeze # columns a device does not need

      # `open` a Services::Floor::OpenClass.
      def initialize(open)
        @open = open
        @row = open.row
        @club = open.club
      end

      def to_h
        read_health
        @row.slice(:id, :title, :card_id, :group_id, :minutes).merge(
          card_version: @open.card_version, starts_at: @row[:starts_at].utc.iso8601,
          ended_at: @row[:ended_at]&.utc&.iso8601, rounds: @open.rounds, combinations: combinations,
          exercises: exercises,
          segments: segments,
          students: @open.doors.map { |known| at_door(known) }, expected: @open.expected.map { |student| student[:id] },
          pairing: @open.pairing.table, facts: facts, **@open.terms, **of_the_club
        )
      end

      private

      def read_health
        @club.audit.note_all(@open.doorway.holds.keys, "read at the door what they are held back from")
        knocked = @open.facts[:knocks].map { |knock| knock[:student_id] }
        @club.audit.note_all(knocked, "read what happened at a knock") unless @club.assistant?
      end

      def of_the_club
        {short: Core::Card::KitList.short(@open.plan, Services::Floor::OpenClass::MOST),
         first_aid: @club.school.settings.first_aid,
         matters: Core::Care::MATTERS, red_flags: Core::Care::HeadKnock::RED_FLAGS, own_words: @club.school.own_words}
      end

      def segments = @open.sheet.segments.map { |segment| Files::SegmentJson.of(segment) }

      # Those on the shelf by id, and what is written on the card itself by the key it is shown by.
      def combinations
        reading = @club.reading
        @open.combinations.transform_values { |row| Files::CombinationJson.of(row, reading) }
          .merge(@open.written.to_h { |key, said| [key, Files::CombinationJson.written(key, said, reading)] })
      end

      def exercises
        per_rep = @club.school.settings.seconds_per_rep
        @open.exercises.to_h { |exercise| [exercise.id, Files::ExerciseJson.of(exercise, per_rep)] }
      end

      def at_door(known)
        Files::StudentJson.of(known.student, @club.group_names)
          .merge(junior: known.partner.junior, blocks: known.partner.blocks, notes: known.notes.map(&:to_h),
            emergency: known.emergency)
      end

      # What happened at a knock is for coaches.
      def facts
        @open.facts.to_h do |table, list|
          hidden = (table == :knocks && @club.assistant?) ? [*OURS, :text] : OURS
          [table, list.map { |fact| fact.except(*hidden).transform_values { |value| Files::StudentJson.plain(value) } }]
        end
      end
    end
  end
end
