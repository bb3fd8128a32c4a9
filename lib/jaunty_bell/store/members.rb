module JauntyBell
  module Store
    # Who belongs to which group, as conditions on rows of students: their own group, groups they also train with, and
    # the groups they were in on a day gone by.
    class Members
      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # That they belong to a group now.
      def of(group_id)
        Sequel.|(Sequel.&({STUDENTS[:group_id] => group_id}, Sequel.~(STUDENTS[:member_since] => nil)),
          also(group_id).exists)
      end

      # That they belonged to a group (a value or a column) on a day.
      def on(group_id, day)
        Sequel.|(Sequel.&({STUDENTS[:group_id] => group_id}, Sequel.~(STUDENTS[:member_since] => nil),
          STUDENTS[:member_since] <= day), also(group_id).where(Sequel[:also_in][:since] <= day).exists,
          past(group_id, day).exists)
      end

      # That they had paused on a day.
      def paused(day)
        theirs(:pauses).where(Sequel[:pauses][:from] <= day)
          .where(Sequel.|({Sequel[:pauses][:to] => nil}, Sequel[:pauses][:to] >= day)).exists
      end

      private

      STUDENTS = Sequel[:students]
      private_constant :STUDENTS

      def also(group_id) = theirs(:also_in).where(Sequel[:also_in][:group_id] => group_id)

      def past(group_id, day)
        table = Sequel[:past_memberships]
        theirs(:past_memberships).where(table[:group_id] => group_id).where(table[:from] <= day).where(table[:to] > day)
      end

      def theirs(table) =
        @db[table].where(Sequel[table][:club_id] => @club_id, Sequel[table][:student_id] => STUDENTS[:id])
    end
  end
end
