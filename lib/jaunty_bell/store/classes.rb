module JauntyBell
  module Store
    # Classes on a date and the facts of them. Facts carry ids made by the device: sent twice, they are stored once.
    class Classes
      FACTS = {attendances: %i[id class_id student_id at], round_runs: %i[id class_id round title combination_id worked_s outcome at],
               marks: %i[id class_id student_id combination_id rung on attempted clean at], efforts: %i[id class_id student_id on effort minutes estimated at]}.freeze

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Classes that start between two times, with the number of students expected and present.
      def between(from, to)
        rows.where(starts_at: from...to).join(:clubs, id: Sequel[:classes][:club_id])
          .left_join(:groups, club_id: Sequel[:classes][:club_id], id: Sequel[:classes][:group_id])
          .select_all(:classes).select_append(Sequel[:groups][:name].as(:group_name), expected.as(:expected), present.as(:present), day.as(:on))
          .order(:starts_at, Sequel[:classes][:id]).all
      end

      # The first class that has not ended and starts after `time`, or is under way since `grace` seconds.
      def next_after(time, grace: 7200) = between(time - grace, time + 28 * 86_400).find { |row| row[:ended_at].nil? }

      # Raises Missing.
      def find(id) = rows.first(id: id) || raise(Missing, "This class is not in your club.")

      # Raises Conflict where the card or group is not the club's.
      def open(id:, card_id:, group_id:, coach_id:, title:, minutes:, starts_at:)
        row = {club_id: @club_id, id: id, card_id: card_id, group_id: group_id, coach_id: coach_id, title: title, minutes: minutes, starts_at: starts_at}
        @db.transaction(savepoint: true) { @db[:classes].insert_conflict(target: %i[club_id id]).insert(row) }
        find(id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The card or the group of this class is not in your club.", path: "card_id")
      end

      # Appends facts of one class in one transaction: all or none. `facts` maps a table of FACTS to rows.
      # Returns how many were new. Raises Missing or Conflict.
      def record(class_id, facts, coach_id:)
        find(class_id)
        @db.transaction(savepoint: true) do
          facts.sum { |table, list| append(table, list.map { |fact| fact.merge(class_id: class_id) }, coach_id) }
        end
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("A fact names a student or a combination that is not in your club.")
      end

      # Takes marks back; they stay on record but no longer count.
      def take_back_marks(class_id, ids)
        @db[:marks].where(club_id: @club_id, class_id: class_id, id: ids, taken_back_at: nil).update(taken_back_at: Sequel::CURRENT_TIMESTAMP)
      end

      # Marks the class as held; saying so twice changes nothing.
      def close(id, ended_at)
        rows.where(id: id, ended_at: nil).update(ended_at: ended_at)
        find(id)
      end

      # Everything recorded of a class.
      def facts(id)
        FACTS.keys.to_h { |table| [table, @db[table].where(club_id: @club_id, class_id: id).order(:at, :id).all] }
      end

      private

      def rows = @db[:classes].where(Sequel[:classes][:club_id] => @club_id)

      # The club's own day.
      def day = Sequel.lit("(classes.starts_at AT TIME ZONE clubs.time_zone)::date")

      def expected
        @db[:students].where(club_id: @club_id, group_id: Sequel[:classes][:group_id]).select { count.function.* }
      end

      def present
        @db[:attendances].where(club_id: @club_id, class_id: Sequel[:classes][:id]).select { count.function.* }
      end

      def append(table, list, coach_id)
        return 0 if list.empty?
        rows = list.map { |fact| fact.slice(*FACTS.fetch(table)).merge(club_id: @club_id) }
        rows.each { |row| row[:coach_id] = coach_id } if table == :marks
        @db[table].insert_conflict.returning(:id).multi_insert(rows, return: :primary_key).compact.size
      end
    end
  end
end
