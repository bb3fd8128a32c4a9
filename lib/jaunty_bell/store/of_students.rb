module JauntyBell
  module Store
    # How stores read facts of students: for whoever has @db and @club_id.
    module OfStudents
      private

      # Rows of a table; `students` is an id, a list of ids, or nil for the whole club.
      def of(table, students)
        set = @db[table].where(Sequel[table][:club_id] => @club_id)
        students ? set.where(Sequel[table][:student_id] => students) : set
      end

      # Those that count.
      def counting(table, students) = of(table, students).where(Sequel[table][:taken_back_at] => nil)

      # Of a set joined with classes, the club's own day of each.
      def on_day(set) = set.select(Sequel.lit("(classes.starts_at AT TIME ZONE (?))::date AS \"on\"", zone))

      def zone = @db[:clubs].where(id: @club_id).select(:time_zone)

      # What a session is called: as its class, else as it was written down.
      def titled = Sequel.function(:coalesce, Sequel[:classes][:title], Sequel[:efforts][:title]).as(:title)

      # Efforts that count, each with the class it belongs to.
      def efforts_with_class(students)
        counting(:efforts, students).left_join(:classes, club_id: Sequel[:efforts][:club_id],
          id: Sequel[:efforts][:class_id])
      end
    end
  end
end
