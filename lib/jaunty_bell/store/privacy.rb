module JauntyBell
  module Store
    # All that is on file of one student: to give it to them, and to erase it.
    class Privacy
      # Tables with rows of one student, facts before what they refer to.
      OWN = %i[attendances departures efforts marks tallies notes knocks recordings class_guests past_memberships
        also_in pauses corners comings wellbeings homeworks tidings masteries
        links corrections health_audit holds].freeze
      OF_HOLDS = %i[return_steps clearances].freeze
      LEFT_OUT = %i[club_id digest].freeze

      # What stays when somebody is erased, in words: it names nobody.
      STAYS = ["how many were at each class they came to", "what each class drilled and for how long",
        "that whoever worked with them in a trio worked as a pair"].freeze

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # {table => [row]}, the student's own row first; of plans what they say of the student. Raises Missing.
      def on_file(student_id)
        student = People.new(@db, @club_id).student(student_id)
        own = OWN.to_h { |table| [table, rows(table).where(student_id: student_id).all] }
        ids = own[:holds].map { |hold| hold[:id] }
        {students: [student], groups: rows(:groups).where(id: student[:group_id]).all,
         kept_apart: apart(student_id).all, pairings: pairings(student_id).all, **own,
         **OF_HOLDS.to_h { |table| [table, rows(table).where(hold_id: ids).all] },
         retractions: rows(:retractions)
           .where(fact_id: own.values_at(*Facts::TAKEN_BACK).flatten.map { |fact| fact[:id] }).all,
         plans: Programmes.new(@db, @club_id).forecasts_of(student_id)}
          .transform_values { |list| list.map { |row| row.except(*LEFT_OUT) } }
      end

      # {table => how many rows}, as erasing would take them.
      def counts(student_id) =
        on_file(student_id).except(:students, :groups).transform_values(&:size).reject { |_, count| count.zero? }

      # Takes everything that names a student away, all or nothing; what stays says who (`by`, an account's id) erased
      # whom and when, without the name. Raises Missing.
      def erase(student_id, by: nil)
        student = People.new(@db, @club_id).student(student_id)
        @db.transaction(savepoint: true) do
          came = rows(:presences).where(student_id: student_id).select(:class_id)
          rows(:classes).where(id: came).update(erased: Sequel[:erased] + 1)
          rows(:classes).where(Sequel.lit("live::text LIKE ?", "%#{student_id}%")).update(live: nil)
          part_company(student_id)
          facts = Facts::TAKEN_BACK.flat_map { |table| rows(table).where(student_id: student_id).select_map(:id) }
          rows(:retractions).where(fact_id: facts).delete
          OWN.each { |table| rows(table).where(student_id: student_id).delete }
          Programmes.new(@db, @club_id).forget(student_id)
          apart(student_id).delete
          rows(:students).where(id: student_id).delete
          rows(:touched).where(student_id: student_id).delete
          Unnamed.new(@db, @club_id).take_out(student[:name])
          @db[:erasures].insert(club_id: @club_id, student_id: student_id, account_id: by, at: Clock.now)
        end
      end

      # Who was erased, newest first: [{student_id:, by:, at:}].
      def erasures
        @db[:erasures].where(Sequel[:erasures][:club_id] => @club_id).left_join(:accounts, id: :account_id)
          .select(:student_id, Sequel[:accounts][:name].as(:by), :at).order(Sequel.desc(:at)).all
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
