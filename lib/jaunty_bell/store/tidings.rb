module JauntyBell
  module Store
    # What students told on their own pages that a coach must see.
    class Tidings
      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # What nobody has seen to, the newest first: [{id:, kind:, matter:, text:, guardian:, at:, student_id:, name:}].
      def unseen
        rows.where(seen_at: nil).join(:students, club_id: :club_id, id: :student_id)
          .reverse(:at).select(Sequel[:tidings][:id], :kind, :matter, :text, Sequel[:tidings][:guardian].as(:guardian),
            :at, :student_id, :name).all
      end

      # Raises Missing.
      def find(id) = rows.first(id: id) || raise(Missing, "There is no such word of a student.")

      # Somebody has seen to it, and says what was done.
      def see(id, by:, answer: nil)
        rows.where(id: id, seen_at: nil).update(seen_at: Clock.now, seen_by: by, answer: answer)
      end

      private

      def rows = @db[:tidings].where(Sequel[:tidings][:club_id] => @club_id)
    end
  end
end
