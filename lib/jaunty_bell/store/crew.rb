require "digest"

module JauntyBell
  module Store
    # Who works in a club: accounts with their roles, and those who are invited. There is always an owner.
    class Crew
      LASTS = 7 * 86_400 # seconds an invitation stands
      LETTERS = [*"A".."Z", *"2".."9"] - %w[I L O U] # of a code, that nobody mixes up
      SIZE = 12 # letters: 59 bits, used once within a week
      OPEN, CLOSED = 2, 3 # Rodauth's states of an account
      NO_SUCH = "This invitation is not open: it has been used, taken back, or has ended. Ask for another.".freeze

      # The invitation a code opens, with its club's name, or Missing.
      def self.invited(db, code)
        row = db[:invitations].join(:clubs, id: :club_id).select_all(:invitations)
          .select_append(Sequel[:clubs][:name].as(:club)).first(digest: digest(code), used_at: nil, taken_back_at: nil)
        raise Missing, NO_SUCH unless row && row[:ends_at] > Clock.now
        row
      end

      def self.digest(code) = Digest::SHA256.hexdigest(code.upcase.tr("^A-Z0-9", ""))

      # Takes an invitation: an account for whoever has the code, once. `hash` is what accounts keep of the password.
      # Raises Missing, or Conflict where the email has an account.
      def self.take(db, code, name:, email:, hash:)
        db.transaction(savepoint: true) do
          row = invited(db, code)
          taken = db[:invitations].where(club_id: row[:club_id], id: row[:id], used_at: nil).update(used_at: Clock.now)
          raise Missing, NO_SUCH if taken.zero?
          id = db[:accounts].insert(club_id: row[:club_id], name: name.strip, email: email.strip, role: row[:role],
            password_hash: hash)
          db[:invitations].where(club_id: row[:club_id], id: row[:id]).update(used_by: id)
        end
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("There is an account of #{email.strip} on this server already: take another email.",
          path: "email")
      end

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # {id:, name:, email:, role:, closed:}, by name.
      def accounts =
        rows.order(:name, :id).select(:id, :name, :email, :role, Sequel.lit("status_id <> ?", OPEN).as(:closed)).all

      # Invitations that stand: {id:, role:, ends_at:, made_by: (a name)}.
      def invitations =
        standing.left_join(:accounts, id: :made_by).order(:ends_at)
          .select(Sequel[:invitations][:id], Sequel[:invitations][:role], :ends_at,
            Sequel[:accounts][:name].as(:made_by)).all

      # {id:, role:, ends_at:, code:}; the code is told this once.
      def invite(id:, role:, by:)
        code = Array.new(SIZE) { LETTERS.sample(random: SecureRandom) }.join
        row = {id: id, role: role, ends_at: Clock.now + LASTS}
        @db[:invitations].insert(**row, club_id: @club_id, digest: Crew.digest(code), made_by: by)
        row.merge(code: code.scan(/.{4}/).join("-"))
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("This invitation has been made; its code was told then.", path: "id")
      end

      # Raises Missing.
      def take_back(id)
        return unless standing.where(Sequel[:invitations][:id] => id).update(taken_back_at: Clock.now).zero?
        raise Missing, "This invitation does not stand any more."
      end

      # Changes a role, or closes an account and opens it again. Raises Missing, or Conflict where no owner would be
      # left; who is closed out is signed out at once.
      def change(id, role: nil, closed: nil)
        @db.transaction(savepoint: true) do
          @db[:clubs].where(id: @club_id).for_update.first
          facts = {role: role, status_id: {true => CLOSED, false => OPEN}[closed]}.compact
          raise Missing, "This account is not of your club." if rows.where(id: id).update(facts).zero?
          if rows.where(role: "owner", status_id: OPEN).empty?
            raise Conflict.new("A club has an owner: make somebody else owner first.", path: "role")
          end
          @db[:account_active_session_keys].where(account_id: id).delete if closed
        end
      end

      private

      def rows = @db[:accounts].where(club_id: @club_id)

      def standing =
        @db[:invitations].where(Sequel[:invitations][:club_id] => @club_id, :used_at => nil, :taken_back_at => nil)
          .where { ends_at > Clock.now }
    end
  end
end
