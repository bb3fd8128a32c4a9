module JauntyBell
  module Store
    # What comes first of what is worth a word with each student (Core::Book::Pointers#gravest), kept for the day it was
    # worked out on: a squad is put in order by it without reading everybody's facts again.
    #
    # Whatever changes a fact it comes from leaves word in `touched`, by triggers of the database (migration 25), as
    # part of the same change. What is kept says which changes were finished before its facts were read, and holds as
    # long as there is word of no other: not of one that was under way meanwhile, either.
    class Foremost
      LONGEST = 30 * 3_600 # seconds; what was touched before concerns no day that goes on
      ONE = 7_266_025 # the advisory lock of whoever works it out ahead

      class << self
        # Word of all clubs that concerns nothing any more.
        def sweep(db) = db[:touched].where { at < Database.now - Database.seconds(LONGEST) }.delete

        # Of all clubs: what another program, or another server, made of them.
        def forget(db) = db[:foremost].delete

        # What the block does, unless another process does it just now.
        def alone(db, &)
          Database.alone(db, ONE, &)
        rescue Database::Taken
          nil
        end
      end

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # {student id => kind (a Symbol), or nil for nothing} of these students on a day. The block is given the ids of
      # those to be worked out and gives the same of them; what it comes from it reads then, from the server that is
      # written to.
      def of(ids, day)
        Replica.primary(@db) do
          seen = @db.get(Sequel.function(:pg_current_snapshot).cast(String))
          known = holding(day).where(student_id: ids).select_hash(:student_id, :kind)
            .transform_values { |kind| kind&.to_sym }
          missing = ids - known.keys
          next known if missing.empty?
          fresh = yield missing
          keep(fresh, day, seen)
          known.merge(fresh)
        end
      end

      private

      # What is kept of a day, and touched by nothing it does not know of.
      def holding(day)
        since = @db[:touched].where(Sequel[:touched][:club_id] => @club_id)
          .exclude(Sequel.function(:pg_visible_in_snapshot, Sequel[:touched][:by], Sequel[:foremost][:seen]))
        kept.where(on: day).exclude(since.where(Sequel[:touched][:student_id] => Sequel[:foremost][:student_id]).exists)
          .exclude(since.where(Sequel[:touched][:student_id] => nil).exists)
      end

      # In one order, so that two who keep the same do not wait for each other.
      def keep(fresh, day, seen)
        rows = fresh.sort.map { |id, kind| {club_id: @club_id, student_id: id, on: day, kind: kind&.to_s, seen: seen} }
        newer = %i[on kind seen].to_h { |column| [column, Sequel[:excluded][column]] }
        kept.insert_conflict(target: %i[club_id student_id], update: newer).multi_insert(rows)
      rescue Sequel::ForeignKeyConstraintViolation
        nil # somebody was erased meanwhile: worked out again the next time
      end

      def kept = @db[:foremost].where(Sequel[:foremost][:club_id] => @club_id)
    end
  end
end
