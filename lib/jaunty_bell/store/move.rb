require "openssl"
require "securerandom"

module JauntyBell
  module Store
    # A club that goes to another server with all it has, under the same ids: sign-ins with their passwords, students'
    # pages and their devices. While it goes nothing of it can be written here; then what is asked of it here is passed
    # on (Api::PassedOn), so that every device goes on where it is. Ended half way, nothing has happened: it is begun
    # anew, or stays.
    #
    #   Move.new(here, there, club_id, to: "https://two.example").run
    class Move
      KEPT = %i[clubs accounts invitations].freeze # here, of a club that has gone
      QUIET = 0.1 # seconds between two looks whether what was being written is written
      MEANWHILE = [Sequel::ForeignKeyConstraintViolation, Sequel::SerializationFailure].freeze
      PAGES = %i[corners corner_devices].freeze

      def initialize(here, there, club_id, to:)
        @here = here
        @there = there
        @club_id = club_id
        @to = to.delete_suffix("/")
      end

      # Raises Conflict where it is not here, or the other server does not hold what this one does.
      def run
        raise Conflict.new("This club has gone to #{row[:moved_to]} already.") if row[:moved_to]
        club.update(moving_at: Clock.now)
        written_out
        key = SecureRandom.hex(32)
        arrive(key)
        leave(key)
      rescue *MEANWHILE
        club.update(moving_at: nil)
        raise Conflict.new("Something of this club was written while it went: nothing is changed, begin anew.")
      rescue
        club.update(moving_at: nil)
        raise
      end

      # Takes back what was begun.
      def self.stay(db, club_id) = db[:clubs].where(id: club_id, moved_to: nil).update(moving_at: nil)

      private

      def club = @here[:clubs].where(id: @club_id)

      def row = club.first || raise(Missing, "There is no such club.")

      # Whoever began to write before it was told that it goes has finished.
      def written_out
        began = @here.get(Database.now)
        others = @here[:pg_stat_activity].where(Sequel.lit("datname = current_database() AND pid <> pg_backend_pid()"))
          .where { xact_start < began }
        IO.select(nil, nil, nil, QUIET) until others.empty?
      end

      def arrive(key)
        hashes = @here[:accounts].where(club_id: @club_id).join(:logins, id: :login_id)
          .select_hash(:email, :password_hash)
        @there.transaction do
          @there[:clubs].where(id: @club_id).exclude(arrived_key: nil).delete # a try that was ended half way
          WholeClub.new(@there).put(file(@here), id: @club_id) { |email| hashes.fetch(email) }
          @there[:clubs].where(id: @club_id).update(arrived_key: key)
          PAGES.each do |table|
            @there[table].multi_insert(@here[table].where(club_id: @club_id).all.map { |row| unmade(row) })
          end
        end
      end

      # Who made a page has another number there.
      def unmade(row) = row.key?(:made_by) ? row.merge(made_by: nil) : row

      def file(db) = JSON.parse(JSON.generate(WholeClub.of(db, @club_id)))

      # From here on it is there. What both hold is compared as one moment sees it here, and what is written after that
      # moment, by whoever was late, stands in the way of taking the rest away: then nothing is changed.
      def leave(key)
        @here.transaction(isolation: :repeatable) do
          compare
          digests = PAGES.flat_map { |table| @here[table].where(club_id: @club_id).select_map(:digest) }
          @here[:moved_tokens].multi_insert(digests.uniq.map { |digest| {club_id: @club_id, digest: digest} })
          tables.each { |table| @here[table].where(club_id: @club_id).delete }
          club.update(moved_to: @to, moved_key: key, moving_at: nil)
        end
      end

      def compare
        return if file(@here) == file(@there)
        @there[:clubs].where(id: @club_id).delete
        raise Conflict.new("What arrived is not what was sent: nothing is changed.")
      end

      # Those that refer to others first.
      def tables = [*PAGES.reverse, :plan_jobs, :masteries, :links, *WholeClub::TABLES.reverse] - KEPT

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
