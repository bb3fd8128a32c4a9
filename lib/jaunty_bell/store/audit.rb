module JauntyBell
  module Store
    # Who read and changed what is on record about a student's health.
    class Audit
      AGAIN = 600 # seconds in which the same person reading the same again is one reading

      def initialize(db, club_id, account_id:)
        @db = db
        @club_id = club_id
        @account_id = account_id
      end

      # `did` in words: "read the holds' notes".
      def note(student_id, did) = Replica.primary(@db) { noted(student_id, did) }

      # The same of several students at once: nobody twice within minutes.
      def note_all(student_ids, did) = Replica.primary(@db) { all_noted(student_ids, did) }

      # Newest first: [{by:, did:, at:}].
      def of(student_id, limit: 100)
        rows.where(student_id: student_id).left_join(:accounts, id: :account_id)
          .select(Sequel[:accounts][:name].as(:by), :did, :at)
          .order(Sequel.desc(:at), Sequel.desc(Sequel[:health_audit][:id])).limit(limit).all
      end

      private

      def noted(student_id, did)
        if rows.where(student_id: student_id, account_id: @account_id, did: did).where { at > Clock.now - AGAIN }
            .any? && did.start_with?("read")
          return
        end
        @db[:health_audit].insert(club_id: @club_id, student_id: student_id, account_id: @account_id, did: did,
          at: Clock.now)
      end

      def all_noted(student_ids, did)
        return if student_ids.empty?
        lately = rows.where(account_id: @account_id, did: did).where { at > Clock.now - AGAIN }.select(:student_id)
        @db[:health_audit].insert(%i[club_id student_id account_id did at],
          @db[:students].where(club_id: @club_id, id: student_ids).exclude(id: lately)
          .select(:club_id, :id, Sequel.cast(@account_id, :bigint), Sequel.cast(did, String),
            Sequel.cast(Clock.now, :timestamptz)))
      end

      def rows = @db[:health_audit].where(Sequel[:health_audit][:club_id] => @club_id)
    end
  end
end
