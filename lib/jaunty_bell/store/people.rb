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

      # What the club says of itself. Raises Core::InvalidInput.
      def rename(name: nil, time_zone: nil, country: nil, region: nil)
        if name && name.strip.empty?
          raise Core::InvalidInput.new("Give the club a name.", path: "name")
        end
        Clubs.known_zone(time_zone) if time_zone
        @db[:clubs].where(id: @club_id)
          .update({name: name&.strip, time_zone: time_zone}.compact.merge(country: country, region: region))
      end

      # How far the club has come in opening (Services::Walk).
      def keep_opening(facts) = @db[:clubs].where(id: @club_id).update(opening: Sequel.pg_jsonb(facts))

      # How many of what a club begins with are there, in one query: hours, closures, combinations, students, accounts,
      # invitations, held (classes).
      def counts
        tables = {hours: :group_hours, closures: :closures, combinations: :combinations, students: :students,
                  accounts: :accounts}.transform_values { |table| @db[table].where(club_id: @club_id) }
        tables[:invitations] = @db[:invitations].where(club_id: @club_id)
        tables[:held] = @db[:classes].where(club_id: @club_id).exclude(ended_at: nil)
        @db.select(*tables.map { |name, set| set.select { count.function.* }.as(name) }).first
      end

      # The day in the club's own time zone.
      def today = Clock.today(club[:time_zone])

      # Closed ones too.
      def groups = @db[:groups].where(club_id: @club_id).order(:name).all

      def open_groups = groups.reject { |group| group[:closed_on] }

      # Whether a student (a row) is a junior on a day: by age, else by the group they train in.
      def junior?(student, day)
        @junior_groups ||= groups.select { |group| group[:juniors] }.map { |group| group[:id] }
        Core::Care.junior?(student[:born_on], day, by_group: @junior_groups.include?(student[:group_id]))
      end

      # By name; those who belong to one group, or the whole club with its visitors and whoever left.
      def students(group: nil)
        set = @db[:students].where(club_id: @club_id).order(:name, :id)
        (group ? set.where(Members.new(@db, @club_id).of(group)) : set).all
      end

      # Those of a group who have not paused on a day, by name.
      def training(group, day)
        members = Members.new(@db, @club_id)
        @db[:students].where(club_id: @club_id).where(members.of(group)).exclude(members.paused(day))
          .order(:name, :id).all
      end

      # Those who have not left, by name.
      def present_students = students.reject { |row| row[:left_on] }

      def student_count = @db[:students].where(club_id: @club_id, left_on: nil).count

      # Ids of those of these students who have paused on a day.
      def paused(ids, day) =
        @db[:students].where(club_id: @club_id, id: ids).where(Members.new(@db, @club_id).paused(day)).select_map(:id)

      # A student's place in the club. Raises Missing.
      def membership(id) = Membership.new(@db, @club_id, id, today: today)

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

      # Changes what is on file of a student: facts of ROSTER and FILE, whether they only visit, and with whom they are
      # never put together. Raises Missing or Conflict.
      def file(id, facts, apart:)
        was = student(id)
        @db.transaction(savepoint: true) do
          changes = named(facts.slice(*ROSTER, *FILE).except(:group_id))
          @db[:students].where(club_id: @club_id, id: id).update(changes) if changes.any?
          belong(was, facts)
          @db[:kept_apart].where(club_id: @club_id).where(Sequel.|({one_id: id}, {two_id: id})).delete
          @db[:kept_apart].multi_insert((apart - [id]).map { |other|
            [id, other].sort.then { |one, two| {club_id: @club_id, one_id: one, two_id: two} }
          })
        end
        student(id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("Somebody they are kept apart from is not in your club.", path: "apart")
      end

      private

      # The group that is theirs, where that was changed; of whoever left nothing is.
      def belong(was, facts)
        group_id = facts.fetch(:group_id, was[:group_id])
        visits = facts.fetch(:visitor, was[:member_since].nil?)
        return if was[:left_on] || (group_id == was[:group_id] && visits == was[:member_since].nil?)
        place = membership(was[:id])
        visits ? place.visit(group_id) : place.move(group_id)
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
