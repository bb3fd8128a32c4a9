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

      # A row as the core knows it.
      def self.hold_of(row) = Core::Care::Hold.new(matter: row[:matter], blocks: row[:blocks].to_a, from: row[:from], to: row[:to])

      # Every hold of a student, newest first.
      def of(student_id) = rows.where(student_id: student_id).order(Sequel.desc(:from), Sequel.desc(:at)).all

      # Raises Core::InvalidInput, or Conflict where the student is not in the club.
      def add(id:, student_id:, matter:, blocks:, from:, to:, note:)
        hold = Core::Care::Hold.new(matter: matter, blocks: blocks, from: from, to: to).checked
        @db.transaction(savepoint: true) { @db[:holds].insert(stored(id, hold, student_id, note)) }
        rows.first(id: id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("This student is not in your club.", path: "student_id")
      end

      # Keeps holds that follow from a fact, {id => Core::Care::Hold}; told twice they are kept once.
      def hold_back(holds, student_id:, note:)
        @db[:holds].insert_conflict.multi_insert(holds.map { |id, hold| stored(id, hold, student_id, note) })
      end

      # Ends a hold now; it is kept, with the day. Raises Missing, or Conflict for a knock to the head.
      def lift(id, on:)
        row = rows.first(id: id) || raise(Missing, "This hold is not in your club.")
        raise Conflict.new("A knock to the head is not lifted with a key: local rules and a licensed clinician's clearance decide.", path: "id") if row[:matter] == "head knock"
        rows.where(id: id, lifted_at: nil).update(to: [on, row[:from]].max, lifted_at: Sequel::CURRENT_TIMESTAMP)
        rows.first(id: id)
      end

      private

      def stored(id, hold, student_id, note)
        {club_id: @club_id, id: id, student_id: student_id, matter: hold.matter, blocks: Sequel.pg_array(hold.blocks, :text), from: hold.from, to: hold.to, note: note.strip, account_id: @account_id}
      end

      def rows = @db[:holds].where(club_id: @club_id)
    end
  end
end
