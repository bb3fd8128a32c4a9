module JauntyBell
  module Store
    # Ways back in for who has lost their password: a code, told by mail, by an owner or on the server, used once,
    # within a while. A newer one ends an older one.
    class Resets
      LASTS = {"mail" => 3_600, "owner" => 86_400, "server" => 86_400}.freeze # seconds
      SECOND = %i[account_otp_keys account_recovery_codes].freeze
      NO_SUCH = "This code is not open: it has been used, or has ended. Ask for another.".freeze

      def initialize(db)
        @db = db
      end

      # The code, which is told this once. `by` is a key of LASTS.
      def make(login_id, by:)
        code = Secret.code
        row = {digest: Secret.digest(code), told_by: by, ends_at: Clock.now + LASTS.fetch(by)}
        @db[:resets].insert_conflict(target: :login_id, update: row).insert(login_id: login_id, **row)
        code
      end

      # Whose it is: {login_id:, email:, told_by:}. Raises Missing.
      def of(code)
        row = @db[:resets].join(:logins, id: :login_id).where(digest: Secret.digest(code)).where { ends_at > Clock.now }
        row.select(:login_id, :email, :told_by).first || raise(Missing, NO_SUCH)
      end

      # A new password by a code, once; it ends every sign-in. A code that somebody told in person ends the second
      # factor too: whoever lost their phone comes in again. Raises Missing.
      def use(code, hash:)
        @db.transaction(savepoint: true) do
          found = of(code)
          raise Missing, NO_SUCH if @db[:resets].where(digest: Secret.digest(code)).delete.zero?
          id = found[:login_id]
          @db[:logins].where(id: id).update(password_hash: hash)
          @db[:account_active_session_keys].where(account_id: id).delete
          SECOND.each { |table| @db[table].where(id: id).delete } unless mailed?(found)
          found
        end
      end

      private

      def mailed?(row) = row[:told_by] == "mail"
    end
  end
end
