module JauntyBell
  module Store
    # The clubs of a server, and whether it begins with a demo.
    class Clubs
      NO_DEMO = "no demo".freeze # a note of the server

      def initialize(db)
        @db = db
      end

      # A club with its owner's account ({name:, email:, password_hash:}), both or neither: the club's id. Raises
      # Conflict where the email has an account.
      def add(name:, time_zone:, owner:)
        @db.transaction(savepoint: true) do
          id = SecureRandom.uuid
          @db[:clubs].insert(id: id, name: name.strip, time_zone: time_zone)
          @db[:accounts].insert(club_id: id, role: "owner", **owner)
          id
        end
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("There is an account of #{owner[:email]} on this server already: sign in with it.",
          path: "email")
      end

      # Ends a demo club with all that is in it: whether it was one.
      def put_away(id)
        @db.transaction(savepoint: true) do
          @db[:clubs].where(id: id, demo: true).delete.positive?.tap { |gone| no_demo if gone }
        end
      end

      # Whether a server that has no club yet begins with the demo: not where it was put away, or never wanted.
      def demo? = @db[:clubs].empty? && @db[:server_notes].where(name: NO_DEMO).empty?

      def no_demo = @db[:server_notes].insert_conflict.insert(name: NO_DEMO)
    end
  end
end
