module JauntyBell
  module Store
    # All that is held about one student: to give it to them, and to erase it.
    class Privacy
      # Tables with rows of one student, facts before what they refer to.
      OWN = %i[attendances departures efforts marks notes knocks recordings class_guests masteries corrections health_audit holds].freeze
      OF_HOLDS = %i[return_steps clearances].freeze
      LEFT_OUT = %i[club_id].freeze

      # What stays when somebody is erased, in words: it names nobody.
      STAYS = ["how many were at each class they came to", "what each class drilled and for how long", "that whoever worked with them in a trio worked as a pair"].freeze

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # {table => [row]}, the student's own row first. Raises Missing.
      def held(student_id)
        student = People.new(@db, @club_id).student(student_id)
        own = OWN.to_h { |table| [table, rows(table).where(student_id: student_id).all] }
        ids = own[:holds].map { |hold| hold[:id] }
        {students: [student], groups: rows(:groups).where(id: student[:group_id]).all, kept_apart: apart(student_id).all, pairings: pairings(student_id).all, **own,
         **OF_HOLDS.to_h { |table| [table, rows(table).where(hold_id: ids).all] }}.transform_values { |list| list.map { |row| row.except(*LEFT_OUT) } }
      end

      # {table => how many rows}, as erasing would take them.
      def counts(student_id) = held(student_id).except(:students, :groups).transform_values(&:size).reject { |_, count| count.zero? }

      # Takes everything that names a student away, all or nothing. Raises Missing.
      def erase(student_id)
        People.new(@db, @club_id).student(student_id)
        @db.transaction(savepoint: true) do
          came = rows(:attendances).where(student_id: student_id).select(:class_id)
          rows(:classes).where(id: came).update(erased: Sequel[:erased] + 1)
          rows(:classes).where(Sequel.lit("live::text LIKE ?", "%#{student_id}%")).update(live: nil)
          part_company(student_id)
          OWN.each { |table| rows(table).where(student_id: student_id).delete }
          Programmes.new(@db, @club_id).forget(student_id)
          apart(student_id).delete
          rows(:students).where(id: student_id).delete
        end
      end

      private

      def rows(table) = @db[table].where(Sequel[table][:club_id] => @club_id)

      def apart(id) = rows(:kept_apart).where(Sequel.|({one_id: id}, {two_id: id}))

      def pairings(id) = rows(:pairings).where(Sequel.lit("student_ids @> ?", Sequel.pg_array([id], :uuid)))

      # A trio becomes a pair; a pair was two, and is none without one.
      def part_company(id)
        pairings(id).where(Sequel.lit("cardinality(student_ids) = 2")).delete
        pairings(id).update(student_ids: Sequel.function(:array_remove, :student_ids, Sequel.cast(id, :uuid)))
      end
    end
  end
end
