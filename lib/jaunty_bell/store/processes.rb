module JauntyBell
  module Store
    # Each process that serves, as it said last: for the health page, and by it a replica knows how far behind it is.
    class Processes
      GONE = 60 # seconds of silence after which it is no longer there

      def initialize(db)
        @processes = db[:processes]
      end

      # `slow` and `errors` JSON-ready lists. Those that are gone are put away.
      def say(id, name:, began:, memory_kb:, slow:, errors:)
        row = {name: name, began_at: began, seen_at: Database.now, memory_kb: memory_kb, slow: Sequel.pg_jsonb(slow),
               errors: Sequel.pg_jsonb(errors)}
        @processes.insert_conflict(target: :id, update: row).insert(row.merge(id: id))
        @processes.where { seen_at < Database.now - Database.seconds(GONE) }.delete
      end

      # It ends.
      def leave(id) = @processes.where(id: id).delete

      # By name: [{name:, began_at:, memory_kb:, slow:, errors:}].
      def all = @processes.order(:name, :id).all
    end
  end
end
