module JauntyBell
  module Store
    # Who works in a club: accounts with their roles, and those who are invited. There is always an owner.
    class Crew
      LASTS = 7 * 86_400 # seconds an invitation stands
      NO_SUCH = "This invitation is not open: it has been used, taken back, or has ended. Ask for another.".freeze
      NOT_OURS = "This account is not of your club.".freeze

      # The invitation a code opens, with its club's name, or Missing.
      def self.invited(db, code)
        row = db[:invitations].join(:clubs, id: :club_id).select_all(:invitations)
          .select_append(Sequel[:clubs][:name].as(:club))
          .first(digest: Secret.digest(code), used_at: nil, taken_back_at: nil)
        raise Missing, NO_SUCH unless row && row[:ends_at] > Clock.now
        row
      end

      # Takes an invitation: a place in the club for whoever has the code, once. `login` is as Logins#place has it. The
      # club's id; raises Missing or Conflict.
      def self.take(db, code, name:, login:)
        db.transaction(savepoint: true) do
          row = invited(db, code)
          taken = db[:invitations].where(club_id: row[:club_id], id: row[:id], used_at: nil).update(used_at: Clock.now)
          raise Missing, NO_SUCH if taken.zero?
          id = Logins.new(db).place(club_id: row[:club_id], login: login, name: name.strip, role: row[:role])
          db[:invitations].where(club_id: row[:club_id], id: row[:id]).update(used_by: id)
          row[:club_id]
        end
      end

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # {id:, name:, email:, role:, closed:}, by name.
      def accounts =
        rows.join(:logins, id: :login_id).order(:name, Sequel[:accounts][:id])
          .select(Sequel[:accounts][:id], :name, :email, :role,
            Sequel.lit("accounts.status_id <> ?", Logins::OPEN).as(:closed)).all

      # Invitations that stand: {id:, role:, ends_at:, made_by: (a name)}.
      def invitations =
        standing.left_join(:accounts, id: :made_by).order(:ends_at)
          .select(Sequel[:invitations][:id], Sequel[:invitations][:role], :ends_at,
            Sequel[:accounts][:name].as(:made_by)).all

      # {id:, role:, ends_at:, code:}; the code is told this once.
      def invite(id:, role:, by:)
        code = Secret.code
        row = {id: id, role: role, ends_at: Clock.now + LASTS}
        @db[:invitations].insert(**row, club_id: @club_id, digest: Secret.digest(code), made_by: by)
        row.merge(code: code)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("This invitation has been made; its code was told then.", path: "id")
      end

      # Raises Missing.
      def take_back(id)
        return unless standing.where(Sequel[:invitations][:id] => id).update(taken_back_at: Clock.now).zero?
        raise Missing, "This invitation does not stand any more."
      end

      # Changes a role, or closes an account and opens it again. Raises Missing, or Conflict where no owner would be
      # left; whoever is closed out is out at once.
      def change(id, role: nil, closed: nil)
        @db.transaction(savepoint: true) do
          @db[:clubs].where(id: @club_id).for_update.first
          facts = {role: role, status_id: {true => Logins::CLOSED, false => Logins::OPEN}[closed]}.compact
          raise Missing, NOT_OURS if rows.where(Sequel[:accounts][:id] => id).update(facts).zero?
          if rows.where(role: "owner", status_id: Logins::OPEN).empty?
            raise Conflict.new("A club has an owner: make somebody else owner first.", path: "role")
          end
        end
      end

      # A way back in for somebody of the club, told in person: its code. Raises Missing, or Conflict where they work in
      # other clubs too, which an owner here has no say in.
      def reset(id)
        login_id = rows.where(Sequel[:accounts][:id] => id).get(:login_id) || raise(Missing, NOT_OURS)
        if @db[:accounts].where(login_id: login_id).exclude(club_id: @club_id).any?
          raise Conflict.new("They work in other clubs too: a new password is for them to ask for by mail, or for " \
            "whoever keeps this server (bin/club reset).", path: "number")
        end
        Resets.new(@db).make(login_id, by: "owner")
      end

      private

      def rows = @db[:accounts].where(Sequel[:accounts][:club_id] => @club_id)

      def standing =
        @db[:invitations].where(Sequel[:invitations][:club_id] => @club_id, :used_at => nil, :taken_back_at => nil)
          .where { ends_at > Clock.now }
    end
  end
end
