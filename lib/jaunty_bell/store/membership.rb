module JauntyBell
  module Store
    # One student's place in the club: the group that is theirs, groups they also train with, pauses, and whether they
    # have left. All of their record stays whatever becomes of it.
    class Membership
      # `today` is the club's own day. Raises Missing.
      def initialize(db, club_id, student_id, today:)
        @db = db
        @club_id = club_id
        @id = student_id
        @today = today
        row
      end

      # {group_id:, since:, left_on:, visitor:, also: [{group_id:, since:}], pauses: [{id:, from:, to:}],
      # past: [{group_id:, from:, to:}], the latest first}
      def to_h
        {group_id: row[:group_id], since: row[:member_since], left_on: row[:left_on],
         visitor: Core::Floor.visitor?(row),
         also: theirs(:also_in).order(:since, :group_id).select(:group_id, :since).all,
         pauses: theirs(:pauses).order(:from, :id).select(:id, :from, :to).all,
         past: theirs(:past_memberships).order(Sequel.desc(:to), :group_id).select(:group_id, :from, :to).all}
      end

      # Another group is theirs from today, and whoever had left is back; where they also train with it, that one is
      # all. Raises Conflict.
      def move(group_id)
        change do
          must_be_open(group_id)
          next if group_id == row[:group_id] && row[:member_since]
          end_own
          theirs(:also_in).where(group_id: group_id).delete
          rewrite(group_id: group_id, member_since: @today, left_on: nil)
        end
      end

      # They only visit, and are of no group: one of the visitors of a group.
      def visit(group_id)
        change do
          must_be_open(group_id)
          end_own
          rewrite(group_id: group_id, member_since: nil)
        end
      end

      # The groups they also train with from now on; those that are not named any more they leave. Raises Conflict.
      def also(group_ids)
        change do
          raise Conflict.new("Say first which group is theirs.", path: "groups") unless row[:member_since]
          wanted = group_ids.uniq - [row[:group_id]]
          now = theirs(:also_in).select_map(:group_id)
          (now - wanted).each { |group_id| end_also(group_id) }
          (wanted - now).each do |group_id|
            must_be_open(group_id)
            @db[:also_in].insert(club_id: @club_id, student_id: @id, group_id: group_id, since: @today)
          end
        end
      end

      # They are not expected from a day to a day, or until they are back (nil). Sent twice it is kept once. Raises
      # Core::InvalidInput.
      def pause(id:, from:, to:)
        raise Core::InvalidInput.new("A pause ends on the day it begins, or later.", path: "to") if to && to < from
        change do
          @db[:pauses].insert_conflict(target: %i[club_id id])
            .insert(club_id: @club_id, id: id, student_id: @id, from: from, to: to)
        end
      end

      # Back from a pause: it ends yesterday, and one that has not begun is gone. Raises Missing.
      def back(pause_id)
        change do
          pause = theirs(:pauses).first(id: pause_id) || raise(Missing, "This pause is not on file any more.")
          set = theirs(:pauses).where(id: pause_id)
          (pause[:from] >= @today) ? set.delete : set.update(to: @today - 1)
        end
      end

      # They leave the club, with every group of theirs and every pause that goes on.
      def leave
        change do
          next if row[:left_on]
          theirs(:also_in).select_map(:group_id).each { |group_id| end_also(group_id) }
          theirs(:pauses).where { from >= @today }.delete
          theirs(:pauses).where(Sequel.|({to: nil}, Sequel[:to] >= @today)).update(to: @today - 1)
          end_own
          rewrite(member_since: nil, left_on: @today)
        end
      end

      private

      def row
        @row ||= @db[:students].first(club_id: @club_id, id: @id) || raise(Missing, "This student is not in your club.")
      end

      def theirs(table) = @db[table].where(club_id: @club_id, student_id: @id)

      def rewrite(facts) = @db[:students].where(club_id: @club_id, id: @id).update(facts).then { @row = nil }

      def end_own = (past(row[:group_id], row[:member_since]) if row[:member_since])

      def end_also(group_id)
        since = theirs(:also_in).where(group_id: group_id).get(:since)
        theirs(:also_in).where(group_id: group_id).delete
        past(group_id, since)
      end

      # That they were in a group stays on record, from the next day on.
      def past(group_id, since)
        return unless since < @today
        @db[:past_memberships].insert_conflict
          .insert(club_id: @club_id, student_id: @id, group_id: group_id, from: since, to: @today)
      end

      def must_be_open(group_id)
        closed = @db[:groups].where(club_id: @club_id, id: group_id).select_map(:closed_on)
        raise Conflict.new("This group is not in your club.", path: "group_id") if closed.empty?
        raise Conflict.new("This group is closed: open it again first.", path: "group_id") if closed.first
      end

      def change(&) = @db.transaction(savepoint: true, &).then { to_h }
    end
  end
end
