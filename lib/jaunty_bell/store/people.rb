module JauntyBell
  module Store
    # A club, its groups, its students and its coaches.
    class People
      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      def club = @db[:clubs].first(id: @club_id)

      # The day in the club's own time zone.
      def today = @db.get(Sequel.lit("(now() AT TIME ZONE ?)::date", club[:time_zone]))

      def groups = @db[:groups].where(club_id: @club_id).order(:name).all

      # By name; of one group, or the whole club.
      def students(group: nil)
        set = @db[:students].where(club_id: @club_id).order(:name, :id)
        (group ? set.where(group_id: group) : set).all
      end

      def student_count = @db[:students].where(club_id: @club_id).count

      # Raises Missing.
      def student(id) = @db[:students].first(club_id: @club_id, id: id) || raise(Missing, "This student is not in your club.")
    end
  end
end
