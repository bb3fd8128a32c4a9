module JauntyBell
  module Store
    # A club, its groups, its students and its coaches.
    class People
      ROSTER = %i[name group_id stance level trains_elsewhere].freeze
      FILE = %i[kg born_on stance_wish emergency_name emergency_phone guardian heart_rest heart_max
        heart_weights].freeze

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      def club = @db[:clubs].first(id: @club_id)

      # The day in the club's own time zone.
      def today = Clock.today(club[:time_zone])

      def groups = @db[:groups].where(club_id: @club_id).order(:name).all

      # Whether a student (a row) is a junior on a day: by age, else by the group they train in.
      def junior?(student, day)
        @junior_groups ||= groups.select { |group| group[:juniors] }.map { |group| group[:id] }
        Core::Care.junior?(student[:born_on], day, by_group: @junior_groups.include?(student[:group_id]))
      end

      # By name; those who belong to one group, or the whole club with its visitors.
      def students(group: nil)
        set = @db[:students].where(club_id: @club_id).order(:name, :id)
        (group ? set.where(group_id: group).exclude(member_since: nil) : set).all
      end

      def student_count = @db[:students].where(club_id: @club_id).count

      # Everybody who may run a class, by name: {id:, name:, role:}.
      def coaches = accounts.where(status_id: 2).order(:name).select(:id, :name, :role).all

      # The id of an account of this club, or nil for nil. Raises Conflict.
      def coach_id(id) =
        id && (accounts.where(id: id).get(:id) ||
          raise(Conflict.new("This coach is not in your club.", path: "coach_id")))

      # Raises Missing.
      def student(id) =
        @db[:students].first(club_id: @club_id, id: id) || raise(Missing, "This student is not in your club.")

      # A half-life of a student's own for their marks, in days; nil for the school's. Raises Missing or
      # Core::InvalidInput.
      def half_life(id, days)
        student(id)
        lives = Core::Book::Mastery::HALF_LIVES
        unless days.nil? || lives.cover?(days)
          raise Core::InvalidInput.new("A half-life goes from #{lives.min} to #{lives.max} days.", path: "half_life")
        end
        @db[:students].where(club_id: @club_id, id: id).update(half_life: days)
      end

      # Ids of those a student is never put together with.
      def apart_from(id) = pairs_apart([id]).map { |pair| (pair - [id]).first }

      # [[id, id], …] of those of these students who are never put together.
      def pairs_apart(ids) =
        @db[:kept_apart].where(club_id: @club_id).where(Sequel.|({one_id: ids}, {two_id: ids}))
          .select_map(%i[one_id two_id])

      # A new student, facts of ROSTER, who belongs to their group from today; sent twice they are kept once. Raises
      # Conflict.
      def add(id:, **facts)
        @db.transaction(savepoint: true) do
          @db[:students].insert_conflict(target: %i[club_id id])
            .insert(club_id: @club_id, id: id, member_since: today, **named(facts.slice(*ROSTER)))
        end
        student(id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("This group is not in your club.", path: "group_id")
      end

      # Somebody who came without being on file: a visitor of a group. Said twice they are kept once.
      def add_visitor(id:, name:, stance:, group_id:)
        @db[:students].insert_conflict.insert(club_id: @club_id, id: id, group_id: group_id, name: name.strip,
          stance: stance, level: "foundation", member_since: nil)
      end

      # Whether all these are ids of students of this club.
      def known?(ids) = ids.empty? || @db[:students].where(club_id: @club_id, id: ids).count == ids.size

      # A new group. Raises Conflict where there is one of that name.
      def add_group(id:, name:, juniors: false)
        @db.transaction(savepoint: true) do
          @db[:groups].insert_conflict(target: %i[club_id id])
            .insert(club_id: @club_id, id: id, name: name.strip, juniors: juniors)
        end
        id
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("There is a group \"#{name.strip}\" already.", path: "group")
      end

      # Changes what is on file of a student: facts of ROSTER and FILE, whether they only visit, and with whom they are
      # never put together. Raises Missing or Conflict.
      def file(id, facts, apart:)
        was = student(id)
        @db.transaction(savepoint: true) do
          changes = named(facts.slice(*ROSTER, *FILE)).merge(belonging(was, facts))
          @db[:students].where(club_id: @club_id, id: id).update(changes) if changes.any?
          @db[:kept_apart].where(club_id: @club_id).where(Sequel.|({one_id: id}, {two_id: id})).delete
          @db[:kept_apart].multi_insert((apart - [id]).map { |other|
            [id, other].sort.then { |one, two| {club_id: @club_id, one_id: one, two_id: two} }
          })
        end
        student(id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("Their group, or somebody they are kept apart from, is not in your club.", path: "apart")
      end

      private

      # Since when they belong to the group they are in now; that they were in another one stays on record.
      def belonging(was, facts)
        moved = facts.key?(:group_id) && facts[:group_id] != was[:group_id]
        visits = facts.fetch(:visitor, was[:member_since].nil?)
        return {} if !moved && visits == was[:member_since].nil?
        left(was) if was[:member_since]
        {member_since: (today unless visits)}
      end

      def left(was)
        return unless was[:member_since] < today
        @db[:past_memberships].insert_conflict.insert(club_id: @club_id, student_id: was[:id],
          group_id: was[:group_id], from: was[:member_since], to: today)
      end

      # Raises Core::InvalidInput for an empty name.
      def named(facts)
        return facts unless facts.key?(:name)
        name = facts[:name].strip
        raise Core::InvalidInput.new("Give them a name.", path: "name") if name.empty?
        facts.merge(name: name)
      end

      def accounts = @db[:accounts].where(club_id: @club_id)
    end
  end
end
