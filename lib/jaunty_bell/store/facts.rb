module JauntyBell
  module Store
    # What a device has written down in classes. Facts carry ids made by the device: sent twice, they are stored once;
    # what is taken back stays on record.
    class Facts
      COLUMNS = {
        attendances: %i[id class_id student_id at], departures: %i[id class_id student_id at],
        pairings: %i[id class_id student_ids at],
        round_runs: %i[id class_id round title combination_id worked_s outcome device at],
        bells: %i[id class_id device running at],
        calls: %i[id class_id round combination_id at], notes: %i[id class_id student_id text at],
        marks: %i[id class_id student_id combination_id rung on attempted clean broke_at rubric feed at],
        efforts: %i[id class_id student_id on effort minutes estimated at],
        tallies: %i[id class_id round student_id at],
        knocks: %i[id class_id student_id matter text at], recordings: %i[id class_id student_id round kind samples at]
      }.freeze
      TAKEN_BACK = %i[attendances marks efforts tallies].freeze # what can be taken back
      SAID_BY = %i[marks notes knocks].freeze # whose coach is kept

      def initialize(db, club_id, coach_id: nil)
        @db = db
        @club_id = club_id
        @coach_id = coach_id
      end

      # What the block keeps is kept whole or not at all. Raises Conflict where a fact names what is not the club's.
      def all_or_none(&)
        @db.transaction(savepoint: true, &)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("A fact names a student or a combination that is not in your club.")
      end

      # Appends facts of one table of COLUMNS to a class; how many of them were new.
      def append(table, class_id, list)
        return 0 if list.empty?
        rows = list.map { |fact| row(table, fact.merge(class_id: class_id)) }
        @db[table].insert_conflict.returning(:id).multi_insert(rows, return: :primary_key).compact.size
      end

      # Takes facts of a class back by their ids, whether they came before, come with them (`late`: their ids) or are
      # still to come. Returns the marks that no longer count: [{student_id:, combination_id:}].
      def take_back(class_id, ids, late: [])
        retract(class_id, ids.uniq)
        wanted = @db[:retractions].where(club_id: @club_id, class_id: class_id, fact_id: ids + late)
          .select_map(:fact_id)
        return [] if wanted.empty?
        sets = TAKEN_BACK.to_h { |table| [table, of_class(table, class_id).where(id: wanted, taken_back_at: nil)] }
        sets.except(:marks).each_value { |set| set.update(taken_back_at: Clock.now) }
        sets[:marks].returning(:student_id, :combination_id).update(taken_back_at: Clock.now)
      end

      # Of each of these students' efforts in a class one counts (Core::Book::Effort.counting); the others stay on
      # record.
      def one_effort_each(class_id, student_ids)
        said = of_class(:efforts, class_id).where(student_id: student_ids, taken_back_at: nil)
          .select(:id, :student_id, :estimated, :by_student, :at).to_hash_groups(:student_id).values
        others = said.flat_map { |efforts| efforts - [Core::Book::Effort.counting(efforts)] }
        return if others.empty?
        @db[:efforts].where(club_id: @club_id, id: others.map { |effort| effort[:id] })
          .update(taken_back_at: Clock.now)
      end

      # Everything recorded of a class but what sensors heard: {table => rows}.
      def of(class_id) =
        (COLUMNS.keys - [:recordings]).to_h { |table| [table, of_class(table, class_id).order(:at, :id).all] }

      # What sensors heard in a class.
      def recordings(class_id) = of_class(:recordings, class_id).order(:round, :at, :id).all

      private

      def of_class(table, class_id) = @db[table].where(club_id: @club_id, class_id: class_id)

      def retract(class_id, ids)
        return if ids.empty?
        rows = ids.map { |id| {club_id: @club_id, fact_id: id, class_id: class_id, at: Clock.now} }
        @db[:retractions].insert_conflict.multi_insert(rows)
      end

      def row(table, fact)
        columns = COLUMNS.fetch(table).to_h { |column| [column, fact[column]] }
        columns[:student_ids] &&= Sequel.pg_array(columns[:student_ids], :uuid)
        %i[samples rubric].each { |column| columns[column] &&= Sequel.pg_jsonb(columns[column]) }
        columns[:coach_id] = @coach_id if SAID_BY.include?(table)
        columns.merge(club_id: @club_id)
      end
    end
  end
end
