module JauntyBell
  module Store
    # Who read and changed what is on record about a student's health.
    class Audit
      def initialize(db, club_id, account_id:)
        @db = db
        @club_id = club_id
        @account_id = account_id
      end

      AGAIN = 600 # seconds in which the same person reading the same again is one reading

      # `did` in words: "read the holds' notes".
      def note(student_id, did)
        return if rows.where(student_id: student_id, account_id: @account_id, did: did).where { at > Sequel::CURRENT_TIMESTAMP - Sequel.lit("make_interval(secs => ?)", AGAIN) }.any? && did.start_with?("read")
        @db[:health_audit].insert(club_id: @club_id, student_id: student_id, account_id: @account_id, did: did)
      end

      # Newest first: [{by:, did:, at:}].
      def of(student_id, limit: 100)
        rows.where(student_id: student_id).left_join(:accounts, id: :account_id).select(Sequel[:accounts][:name].as(:by), :did, :at).order(Sequel.desc(:at), Sequel.desc(Sequel[:health_audit][:id])).limit(limit).all
      end

      private

      def rows = @db[:health_audit].where(Sequel[:health_audit][:club_id] => @club_id)
    end
  end
end
