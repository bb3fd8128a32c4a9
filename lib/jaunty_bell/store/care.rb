module JauntyBell
  module Store
    # Students held back: what a hold blocks, from when, until when.
    class Care
      def initialize(db, club_id, account_id: nil)
        @db = db
        @club_id = club_id
        @account_id = account_id
      end

      # {student id => [row]} of the holds of these students on a day, in one query.
      def on(day, students) = rows.where(student_id: students, lifted_at: nil).where { from <= day }.where { Sequel.|({to: nil}, to >= day) }.order(:from, :id).to_hash_groups(:student_id)

      # Every hold of a student, newest first.
      def of(student_id) = rows.where(student_id: student_id).order(Sequel.desc(:from), Sequel.desc(:at)).all

      # Raises Core::InvalidInput, or Conflict where the student is not in the club.
      def add(id:, student_id:, matter:, blocks:, from:, to:, note:)
        Core::Care::Hold.new(matter: matter, blocks: blocks, from: from, to: to).checked
        @db.transaction(savepoint: true) do
          @db[:holds].insert(club_id: @club_id, id: id, student_id: student_id, matter: matter, blocks: Sequel.pg_array(blocks, :text), from: from, to: to, note: note.strip, account_id: @account_id)
        end
        rows.first(id: id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("This student is not in your club.", path: "student_id")
      end

      # Ends a hold now; it is kept, with the day. Raises Missing, or Conflict for a knock to the head.
      def lift(id, on:)
        row = rows.first(id: id) || raise(Missing, "This hold is not in your club.")
        raise Conflict.new("A knock to the head is not lifted with a key: local rules and a licensed clinician's clearance decide.", path: "id") if row[:matter] == "head knock"
        rows.where(id: id, lifted_at: nil).update(to: [on, row[:from]].max, lifted_at: Sequel::CURRENT_TIMESTAMP)
        rows.first(id: id)
      end

      private

      def rows = @db[:holds].where(club_id: @club_id)
    end
  end
end
