module JauntyBell
  module Store
    # Days on which the club is closed. They stand here once: the calendar's classes on them are called off, programmes
    # plan none, and all of it comes back when a closure is taken back.
    class Closures
      LONGEST = 120 # days

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # {id:, name:, from: Date, to: Date}, the earliest first.
      def all = rows.order(:from, :to, :id).select(:id, :name, :from, :to).all

      # Those that have a day from one to another.
      def between(from, to) = all.select { |row| row[:from] <= to && row[:to] >= from }

      # The Dates from one to another on which the club is closed, in order.
      def days(from, to) =
        between(from, to).flat_map { |row| ([row[:from], from].max..[row[:to], to].min).to_a }.uniq.sort

      # Sent twice it is kept once. Raises Core::InvalidInput.
      def add(id:, name:, from:, to:)
        raise Core::InvalidInput.new("A closure ends on the day it begins, or later.", path: "to") if to < from
        if to - from >= LONGEST
          raise Core::InvalidInput.new("A closure lasts at most #{LONGEST} days; enter a longer one in parts.",
            path: "to")
        end
        @db.transaction(savepoint: true) do
          rows.insert_conflict(target: %i[club_id id])
            .insert(club_id: @club_id, id: id, name: name.strip, from: from, to: to)
          settle
        end
      end

      # Raises Missing.
      def remove(id)
        @db.transaction(savepoint: true) do
          raise Missing, "This closure is not in your club." if rows.where(id: id).delete.zero?
          settle
        end
      end

      # Calls off what stands on a closed day, and on again what a closure called off that is none any more. Whatever
      # puts a class on a day says so here.
      def settle
        changed = {revision: Sequel[:revision] + 1, changed_at: Clock.now}
        on = closed.select(:id).order(:from, :id).limit(1)
        open = @db[:classes].where(Sequel[:classes][:club_id] => @club_id, :ended_at => nil)
        open.exclude(closure_id: nil).exclude(closed.exists).update(changed.merge(cancelled_at: nil, closure_id: nil))
        open.where(cancelled_at: nil).where(closed.exists)
          .update(changed.merge(cancelled_at: Clock.now, closure_id: on))
      end

      # The closure that a class stands in, or nil.
      def of_class(id)
        @db[:classes].where(club_id: @club_id, id: id).where(closed.exists).get(closed.select(:name).limit(1))
      end

      private

      def rows = @db[:closures].where(Sequel[:closures][:club_id] => @club_id)

      # Of the row of classes that is looked at.
      def closed
        day = Sequel.lit(Squads::DAY)
        rows.where(Sequel[:closures][:from] <= day).where(Sequel[:closures][:to] >= day)
      end
    end
  end
end
