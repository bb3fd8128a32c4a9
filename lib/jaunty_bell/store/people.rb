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

      FILE = %i[kg born_on stance_wish emergency_name emergency_phone guardian].freeze

      # Ids of those a student is never put together with.
      def apart_from(id) = pairs_apart([id]).map { |pair| (pair - [id]).first }

      # [[id, id], …] of those of these students who are never put together.
      def pairs_apart(ids) = @db[:kept_apart].where(club_id: @club_id).where(Sequel.|({one_id: ids}, {two_id: ids})).select_map(%i[one_id two_id])

      # Changes what is on file of a student: facts of FILE, and with whom they are never put together. Raises Missing or Conflict.
      def file(id, facts, apart:)
        student(id)
        @db.transaction(savepoint: true) do
          @db[:students].where(club_id: @club_id, id: id).update(facts.slice(*FILE))
          @db[:kept_apart].where(club_id: @club_id).where(Sequel.|({one_id: id}, {two_id: id})).delete
          @db[:kept_apart].multi_insert((apart - [id]).map { |other| [id, other].sort.then { |one, two| {club_id: @club_id, one_id: one, two_id: two} } })
        end
        student(id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("Somebody they are kept apart from is not in your club.", path: "apart")
      end

      private

      def accounts = @db[:accounts].where(club_id: @club_id)
    end
  end
end
