module JauntyBell
  module Store
    # On how many machines lies what was written. A primary whose replica takes over without it would lose it, so what a
    # device may forget is waited for until a second machine has it on its disk. The waiting is done here and not in
    # the commit (synchronous_commit is local): a commit that waits cannot be left, and keeps whoever asked; and one
    # that stores nothing new, because it was sent before, would not wait at all.
    #
    #   wanted  "one" machine is enough; "two", and nothing is acknowledged where there is no second one; or
    #           "two-or-alone": two while there is a second one
    class Copies
      PATIENCE = 4 # seconds
      EVERY = 0.002 # seconds between two looks at first, then more and more
      SLOWEST = 0.1
      # A replica that may be promoted counts; any other does not
      SECOND = <<~SQL.freeze
        SELECT coalesce(bool_or(sync_state IN ('sync', 'quorum') AND flush_lsn >= CAST(? AS pg_lsn)), false) AS there,
          count(*) = 0 AS alone FROM pg_stat_replication
      SQL

      def initialize(db, wanted, patience: PATIENCE)
        @db = db
        @wanted = wanted
        @patience = patience
      end

      # Whether there is anything to wait for.
      def several? = @wanted != "one"

      # Where the log stands, as text: all that anybody can see was written before.
      def log = @db.get(Sequel.function(:pg_current_wal_flush_lsn).cast(:text))

      # Waits until as many machines as are wanted have the log so far; whether they do.
      def there?(log)
        return true unless several?
        deadline, pause = Clock.ticks + @patience, EVERY
        until (found = @db.fetch(SECOND, log).first)[:there]
          return true if found[:alone] && @wanted == "two-or-alone"
          return false if Clock.ticks > deadline
          IO.select(nil, nil, nil, pause)
          pause = [pause * 1.5, SLOWEST].min
        end
        true
      end
    end
  end
end
