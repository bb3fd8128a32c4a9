module JauntyBell
  module Store
    # The groups of a club with their hours in an ordinary week: made, renamed, closed and opened again.
    class Groups
      FACTS = %i[day at minutes room coach_id].freeze # of an hour

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Open ones first, by name: [{id:, name:, juniors:, closed_on:, students: how many, hours: [{id:, day: 1–7,
      # at: "18:30", minutes:, room:, coach_id:}]}], in three queries.
      def all
        hours = all_hours.group_by { |row| row[:group_id] }
        counts = members_by_group
        rows.order(Sequel.lit("closed_on IS NOT NULL"), :name).select(:id, :name, :juniors, :closed_on).all
          .map { |row|
            row.merge(students: counts.fetch(row[:id], 0),
              hours: hours.fetch(row[:id], []).map { |hour| hour.except(:group_id) })
          }
      end

      # Raises Missing.
      def find(id) = all.find { |row| row[:id] == id } || raise(Missing, "This group is not in your club.")

      # Raises Conflict where there is one of that name.
      def add(id:, name:, juniors: false)
        guarding(name) do
          @db[:groups].insert_conflict(target: %i[club_id id])
            .insert(club_id: @club_id, id: id, name: name.strip, juniors: juniors)
        end
        id
      end

      # Raises Missing or Conflict.
      def change(id, name:, juniors:)
        guarding(name) { missing if rows.where(id: id).update(name: name.strip, juniors: juniors).zero? }
      end

      # The whole week of a group: [{id:, day:, at: "18:30", minutes:, room:, coach_id:}]. Raises Missing, Conflict or
      # Core::InvalidInput.
      def keep_hours(id, hours)
        hours.each_with_index do |hour, i|
          again = hours.index { |other| other.values_at(:day, :at) == hour.values_at(:day, :at) }
          next if again == i
          raise Core::InvalidInput.new("This hour stands there twice.", path: "hours/#{i}/at")
        end
        @db.transaction(savepoint: true) do
          missing unless rows.where(id: id).any?
          @db[:group_hours].where(club_id: @club_id, group_id: id).delete
          @db[:group_hours].multi_insert(hours.map { |hour|
            {club_id: @club_id, group_id: id, id: hour[:id], **hour.slice(*FACTS)}
          })
        end
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("A coach of these hours is not in your club.", path: "hours")
      end

      # Closes a group on a day: whoever belongs to it goes to another one, what stands in the calendar is called off.
      # Raises Missing, or Conflict where somebody belongs to it and nowhere is said.
      def close(id, today:, to: nil)
        raise Conflict.new("They cannot go to the group that is closed.", path: "to") if to == id
        @db.transaction(savepoint: true) do
          missing unless rows.where(id: id).any?
          ids = belonging(id)
          if ids.any? && to.nil?
            belong = (ids.size == 1) ? "student belongs" : "students belong"
            raise Conflict.new("#{ids.size} #{belong} to it: say which group is theirs now.", path: "to")
          end
          ids.each { |student_id| send_on(student_id, id, to, today) }
          rows.where(id: id).update(closed_on: today)
          @db[:group_hours].where(club_id: @club_id, group_id: id).delete
          coming(id).update(cancelled_at: Clock.now, revision: Sequel[:revision] + 1, changed_at: Clock.now)
        end
      end

      # Raises Missing.
      def open_again(id) = (missing if rows.where(id: id).update(closed_on: nil).zero?)

      private

      def rows = @db[:groups].where(club_id: @club_id)

      def missing = raise(Missing, "This group is not in your club.")

      def all_hours =
        @db[:group_hours].where(club_id: @club_id).order(:day, :at, :id)
          .select(:id, :group_id, :day, :at, :minutes, :room, :coach_id).all

      def members_by_group
        own = @db[:students].where(club_id: @club_id).exclude(member_since: nil).select(:group_id)
        also = @db[:also_in].where(club_id: @club_id).select(:group_id)
        own.union(also, all: true).group_and_count(:group_id).to_hash(:group_id, :count)
      end

      def belonging(id) =
        @db[:students].where(club_id: @club_id).where(Members.new(@db, @club_id).of(id)).select_order_map(:id)

      # Whose own group it was goes to another; who also trained with it leaves it.
      def send_on(student_id, id, to, today)
        membership = Membership.new(@db, @club_id, student_id, today: today)
        now = membership.to_h
        return membership.move(to) if now[:group_id] == id && now[:since]
        membership.also(now[:also].map { |each| each[:group_id] } - [id])
      end

      def coming(id) =
        @db[:classes].where(club_id: @club_id, group_id: id, ended_at: nil, cancelled_at: nil)
          .where { starts_at > Clock.now }

      def guarding(name, &)
        raise Core::InvalidInput.new("Give the group a name.", path: "name") if name.strip.empty?
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("There is a group \"#{name.strip}\" already.", path: "name")
      end
    end
  end
end
