module JauntyBell
  module Store
    # Students held back: what a hold blocks, from when, until when; and the staged return after a knock to the head.
    class Care
      KNOCK = Core::Care::HeadKnock::MATTER

      def initialize(db, club_id, account_id: nil)
        @db = db
        @club_id = club_id
        @account_id = account_id
      end

      # {student id => [row]} of the holds of these students on a day, in one query.
      def on(day, students) =
        rows.where(student_id: students, lifted_at: nil).where { from <= day }.where { Sequel.|({to: nil}, to >= day) }
          .order(:from, :id).to_hash_groups(:student_id)

      # The same as the core knows them: {student id => [Core::Care::Hold]}.
      def holds(day, students) = on(day, students).transform_values { |list| list.map { |row| Care.hold_of(row) } }

      # A row as the core knows it.
      def self.hold_of(row) =
        Core::Care::Hold.new(matter: row[:matter], blocks: row[:blocks].to_a, from: row[:from], to: row[:to])

      # Every hold of a student, newest first.
      def of(student_id) = rows.where(student_id: student_id).order(Sequel.desc(:from), Sequel.desc(:at)).all

      # Raises Core::InvalidInput, or Conflict where the student is not in the club. A knock to the head holds as one on
      # the Floor does, whatever blocks are given.
      def add(id:, student_id:, matter:, blocks:, from:, to:, note:)
        hold = Core::Care::Hold.new(matter: matter, blocks: blocks, from: from, to: to).checked
        holds = (matter == KNOCK) ? Core::Care::HeadKnock.holds(id, from) : {id => hold}
        @db.transaction(savepoint: true) { hold_back(holds, student_id: student_id, note: note) }
        rows.first(id: id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("This student is not in your club.", path: "student_id")
      end

      # Keeps holds that follow from a fact, {id => Core::Care::Hold}; told twice they are kept once.
      def hold_back(holds, student_id:, note:)
        @db[:holds].insert_conflict.multi_insert(holds.map { |id, hold| stored(id, hold, student_id, note) })
      end

      # Ends a hold (its row) on a day; it is kept. The row as it is then.
      def end_on(row, day)
        rows.where(id: row[:id], lifted_at: nil).update(to: [day, row[:from]].max, lifted_at: Clock.now)
        rows.first(id: row[:id])
      end

      # Ends a hold that was set by mistake: kept with a trace of who said so and why. Raises Missing or Conflict.
      def mistaken(id, on:, reason:)
        row = find(id)
        raise Conflict.new("This hold has ended already.", path: "id") if row[:lifted_at]
        @db.transaction(savepoint: true) do
          both = (row[:matter] == KNOCK) ? rows.where(id: [id, Core::Care::HeadKnock.derived(id)],
            lifted_at: nil).all : [row]
          both.each { |each| end_on(each, on) }
          Record.new(@db, @club_id, row[:student_id], account_id: @account_id)
            .trace("holds", id, before: {matter: row[:matter], blocks: row[:blocks].to_a, from: row[:from].iso8601},
              after: nil, reason: reason)
        end
        find(id)
      end

      # Steps that were written down, in order, each with who wrote it: {step:, on:, symptoms:, coach:}.
      def steps(hold_id)
        @db[:return_steps].where(Sequel[:return_steps][:club_id] => @club_id, :hold_id => hold_id)
          .left_join(:accounts, id: :account_id)
          .select(:step, :on, :symptoms, Sequel[:accounts][:name].as(:coach)).order(:on, :at).all
      end

      # Writes a step of the return down, once; the block says why it cannot come now, or nil. Returns the hold's row.
      # Raises Missing, or Core::InvalidInput with what the block says.
      def step(id, hold_id:, step:, on:, symptoms:)
        @db.transaction(savepoint: true) do
          row = knock(hold_id)
          next row if @db[:return_steps].where(club_id: @club_id, id: id).any?
          why = yield(row)
          raise Core::InvalidInput.new(why, path: "step") if why
          @db[:return_steps].insert(club_id: @club_id, id: id, hold_id: hold_id, step: step, on: on,
            symptoms: symptoms, account_id: @account_id)
          row
        end
      end

      # {by:, on:, coach:, at:} of who cleared them and who wrote it down, or nil.
      def clearance(hold_id)
        @db[:clearances].where(Sequel[:clearances][:club_id] => @club_id, :hold_id => hold_id)
          .left_join(:accounts, id: :account_id)
          .select(:by, :on, :at, Sequel[:accounts][:name].as(:coach)).first
      end

      # Records a licensed clinician's clearance. Raises Missing, Conflict where one stands, or Core::InvalidInput.
      def clear(hold_id, by:, on:, today:)
        @db.transaction(savepoint: true) do
          row = knock(hold_id)
          raise Conflict.new("A clearance is recorded already.", path: "by") if clearance(hold_id)
          given = Core::Care::Return::Clearance.new(by: by.strip, on: on).checked(row[:from], today)
          @db[:clearances].insert(club_id: @club_id, hold_id: hold_id, by: given.by, on: given.on,
            account_id: @account_id)
          row
        end
      end

      # Raises Missing.
      def find(id) = rows.first(id: id) || raise(Missing, "This hold is not in your club.")

      private

      # A knock to the head that still holds, its row kept to ourselves. Raises Missing or Conflict.
      def knock(id)
        row = rows.where(id: id).for_update.first || raise(Missing, "This hold is not in your club.")
        unless row[:matter] == KNOCK && row[:lifted_at].nil? && row[:to].nil?
          raise Conflict.new("Only a knock to the head that still holds has a staged return.", path: "id")
        end
        row
      end

      def stored(id, hold, student_id, note)
        {club_id: @club_id, id: id, student_id: student_id, matter: hold.matter,
         blocks: Sequel.pg_array(hold.blocks, :text), from: hold.from, to: hold.to, note: note.strip,
         account_id: @account_id}
      end

      def rows = @db[:holds].where(club_id: @club_id)
    end
  end
end
