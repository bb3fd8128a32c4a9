require "openssl"
require "securerandom"

module JauntyBell
  module Store
    # A club that goes to another server with all it has, under the same ids: sign-ins with their passwords, students'
    # pages and their devices. While it goes nothing of it can be written; then what is asked of it here is passed on
    # (Api::PassedOn), so that every device goes on where it is. Ended half way, nothing has happened: it is begun anew,
    # or stays. It may come back to where it has been, too.
    #
    #   Move.new(here, there, club_id, to: "https://two.example").run # => {time_codes: 2, passkeys: 1}
    class Move
      PLACES = %i[invitations accounts].freeze # stay here, of a club that has gone
      QUIET = 0.1 # seconds between two looks whether what was being written is written
      MEANWHILE = [Sequel::ForeignKeyConstraintViolation, Sequel::SerializationFailure].freeze
      PAGES = %i[corners corner_devices].freeze
      ARRIVING = Time.utc(9999) # stands for when a club began to move that comes here: it is not for here to say
      # What a server keeps for itself: made with a secret of its own, or for its address. {what => whose, where}
      ITS_OWN = {time_codes: [:account_otp_keys, :id], passkeys: [:account_webauthn_keys, :account_id]}.freeze

      def initialize(here, there, club_id, to:)
        @here = here
        @there = there
        @club_id = club_id
        @to = to.delete_suffix("/")
      end

      # How many sign in with what a server keeps for itself, and do so there with their password. Raises Conflict where
      # it is not here, is there already, or the other server does not hold what this one does.
      def run
        found = found_here
        return take_up && found if left?
        refuse
        go
        take_up
        found
      end

      # Takes back what was begun, where it was begun: how many clubs are here then.
      def self.stay(db, club_id) =
        db[:clubs].where(id: club_id, moved_to: nil).where(Sequel.|({moving_at: nil}, Sequel[:moving_at] < ARRIVING))
          .update(moving_at: nil)

      private

      def go
        club.update(moving_at: Clock.now)
        written_out
        key = SecureRandom.hex(32)
        arrive(key)
        leave(key)
      rescue *MEANWHILE
        undo
        raise Conflict.new("Something of this club was written while it went: nothing is changed, begin anew.")
      rescue
        undo
        raise
      end

      def club(db = @here) = db[:clubs].where(id: @club_id)

      def row = club.first || raise(Missing, "There is no such club.")

      def found_here
        people = @here[:accounts].where(club_id: @club_id, status_id: Logins::OPEN).select(:login_id)
        ITS_OWN.transform_values { |table, whose| @here[table].where(whose => people).distinct.select(whose).count }
      end

      # A move was ended when all but the last of it was done.
      def left? =
        row[:moved_to] == @to && club(@there).where(arrived_key: row[:moved_key]).exclude(moving_at: nil).any?

      def refuse
        raise Conflict.new("This club has gone to #{row[:moved_to]} already.") if row[:moved_to]
        return if club(@there).where(moved_to: nil, moving_at: nil).empty?
        raise Conflict.new("The other server has this club already, and it is used there.")
      end

      # Whoever began to write before it was told that it goes has finished.
      def written_out
        began = @here.get(Database.now)
        others = @here[:pg_stat_activity].where(Sequel.lit("datname = current_database() AND pid <> pg_backend_pid()"))
          .where { xact_start < began }
        IO.select(nil, nil, nil, QUIET) until others.empty?
      end

      # Until it has left here nothing is written there either; where it has been before, what is asked of it goes on
      # being passed on.
      def arrive(key)
        surely(@there) do
          empty(@there, *PLACES)
          passwords = passwords_there
          WholeClub.new(@there).put(file(@here), id: @club_id) { |email| passwords.fetch(email) }
          Logins.new(@there).sweep
          club(@there).update(arrived_key: key, moving_at: ARRIVING)
          PAGES.each do |table|
            @there[table].multi_insert(@here[table].where(club_id: @club_id).all.map { |row| unmade(row) })
          end
        end
      end

      # {email => hash} of all of this club; those of here are good there as well for whoever has no other club there.
      def passwords_there
        elsewhere = @there[:accounts].exclude(club_id: @club_id).select(:login_id)
        @here[:accounts].where(club_id: @club_id).join(:logins, id: :login_id).select_hash(:email, :password_hash)
          .each { |email, hash| @there[:logins].where(email: email).exclude(id: elsewhere).update(password_hash: hash) }
      end

      # Who made a page has another number there.
      def unmade(row) = row.key?(:made_by) ? row.merge(made_by: nil) : row

      def file(db) = JSON.parse(JSON.generate(WholeClub.of(db, @club_id)))

      # From here on it is there. What both hold is compared as one moment sees it here, and what is written after that
      # moment, by whoever was late, stands in the way of taking the rest away: then nothing is changed.
      def leave(key)
        surely(@here, isolation: :repeatable) do
          compare
          digests = PAGES.flat_map { |table| @here[table].where(club_id: @club_id).select_map(:digest) }
          @here[:moved_tokens].multi_insert(digests.uniq.map { |digest| {club_id: @club_id, digest: digest} })
          empty(@here)
          club.update(moved_to: @to, moved_key: key, moving_at: nil)
        end
      end

      def compare
        return if file(@here) == file(@there)
        raise Conflict.new("What arrived is not what was sent: nothing is changed.")
      end

      # It is there, and nowhere else.
      def take_up
        surely(@there) do
          @there[:moved_tokens].where(club_id: @club_id).delete
          club(@there).update(moved_to: nil, moved_key: nil, moving_at: nil)
        end
      end

      # It stays here, unless it has left: what became of the last word to a database that went away just then, only
      # that database knows. What is there where that one is gone goes with the next try.
      def undo
        return if self.class.stay(@here, @club_id).zero?
        surely(@there) do
          empty(@there, *PLACES)
          club(@there).where(moved_to: nil).delete
          club(@there).update(moving_at: nil)
        end
      rescue Sequel::DatabaseError
        nil
      end

      # Of what a club has, those that refer to others first. Its people's sign-ins stay.
      def empty(db, *more)
        [*PAGES.reverse, :plan_jobs, :masteries, :links, *WholeClub::TABLES.reverse, *more]
          .each { |table| db[table].where(club_id: @club_id).delete }
      end

      # A transaction that is over when the machine that would take over has it too.
      def surely(db, **options)
        db.transaction(**options) do
          db.run("SET LOCAL synchronous_commit = on")
          yield
        end
      end

      # What one server says to the other of who asks: signed, and good for a minute.
      module Signed
        GOOD = 60 # seconds, either way: clocks differ

        class << self
          def write(facts, key)
            text = [JSON.generate(facts.merge(at: Time.now.to_i))].pack("m0")
            "#{text}.#{sign(text, key)}"
          end

          # The facts, or nil. The block gives the key for the club they name.
          def read(said)
            text, signature = said.to_s.split(".", 2)
            facts = JSON.parse(text.to_s.unpack1("m0"))
            key = yield facts["club_id"]
            return unless key && OpenSSL.secure_compare(signature.to_s, sign(text, key))
            facts if (Time.now.to_i - facts["at"].to_i).abs <= GOOD
          rescue ArgumentError, JSON::ParserError, TypeError, NoMethodError
            nil
          end

          private

          def sign(text, key) = OpenSSL::HMAC.hexdigest("SHA256", key, text)
        end
      end
    end
  end
end
