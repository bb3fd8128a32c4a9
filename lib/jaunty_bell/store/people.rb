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

      # Everybody who may run a class, by name: {id:, name:, role:}.
      def coaches = accounts.where(status_id: 2).order(:name).select(:id, :name, :role).all

      # The id of an account of this club, or nil for nil. Raises Conflict.
      def coach_id(id) = id && (accounts.where(id: id).get(:id) || raise(Conflict.new("This coach is not in your club.", path: "coach_id")))

      # Raises Missing.
      def student(id) = @db[:students].first(club_id: @club_id, id: id) || raise(Missing, "This student is not in your club.")

      private

      def accounts = @db[:accounts].where(club_id: @club_id)
    end
  end
end
