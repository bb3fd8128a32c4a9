module JauntyBell
  module Store
    # Whoever signs in on a server, and their places in its clubs: a name and a role in each.
    class Logins
      OPEN, CLOSED = 2, 3 # Rodauth's states of an account; a place in a club has the same

      def initialize(db)
        @db = db
      end

      # {id:, email:, password_hash:}, or nil.
      def of(email) = @db[:logins].select(:id, :email, :password_hash).first(email: email.strip)

      # What anybody may know of somebody: their email, and what they are called in their clubs.
      def known(id) =
        @db[:logins].where(id: id).select_map(:email) + @db[:accounts].where(login_id: id).select_map(:name)

      # A place in a club: its id. `login` is {id:} of somebody who signs in here already, or {email:, hash:} of
      # somebody new. Raises Conflict where the email is somebody's, or they are in the club already.
      def place(club_id:, login:, **facts)
        @db.transaction(savepoint: true) do
          @db[:accounts].insert(club_id: club_id, login_id: login[:id] || add(login), **facts)
        end
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("They are in this club already: a role is changed there.", path: "email")
      end

      # Clubs somebody may go to, by name: [{id:, name:, role:, demo:}].
      def clubs(id)
        @db[:accounts].join(:clubs, id: :club_id).where(:login_id => id, Sequel[:accounts][:status_id] => OPEN)
          .order(Sequel[:clubs][:name], Sequel[:clubs][:id])
          .select(Sequel[:clubs][:id], Sequel[:clubs][:name], :role, :demo).all
      end

      # That somebody goes to another of their clubs, in one of their sessions; it is the one they come to the next time
      # too. Raises Missing.
      def choose(id, club_id, session:)
        changed = @db[:accounts].where(login_id: id, club_id: club_id, status_id: OPEN).update(chosen_at: Clock.now)
        raise Missing, "You have no place in this club." if changed.zero?
        @db[:account_active_session_keys].where(account_id: id, session_id: session).update(club_id: club_id)
      end

      # Ends the sign-ins of who has no place in any club any more.
      def sweep = @db[:logins].exclude(id: @db[:accounts].select(:login_id)).delete

      private

      def add(login)
        @db[:logins].insert(email: login.fetch(:email).strip, password_hash: login.fetch(:hash))
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("There is an account of #{login[:email].strip} on this server already: sign in with it.",
          path: "email")
      end
    end
  end
end
