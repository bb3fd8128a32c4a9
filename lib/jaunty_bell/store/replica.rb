module JauntyBell
  module Store
    # The server beside the one that is written to, which is some moments behind. It is read from where that does no
    # harm: it is not older than OLDEST, and has what whoever asks wrote last.
    #
    #   Replica.read(db, seen: "0/3000148") { … }   # `seen`: where the log stood after their last change, or nil
    module Replica
      NAME = :replica
      OLDEST = 5 # seconds, told by when a process was heard of last (Store::Processes)
      FRESH = <<~SQL.freeze
        SELECT NOT pg_is_in_recovery() OR (pg_last_wal_replay_lsn() >= CAST(? AS pg_lsn)
          AND (SELECT max(seen_at) FROM processes) > clock_timestamp() - make_interval(secs => #{OLDEST})) AS fresh
      SQL
      NOTHING = "0/0"
      LOG = /\A\h{1,8}\/\h{1,8}\z/

      class << self
        def any?(db) = db.servers.include?(NAME)

        # What the block reads comes from the replica where it is fresh enough, else from the primary.
        def read(db, seen:, &block)
          return yield unless any?(db) && fresh?(db, seen)
          begin
            db.with_server(NAME) { db.synchronize(&block) }
          rescue Sequel::Error # it is gone, or what it replays stands in the way
            yield
          end
        end

        # What the block writes goes to the primary, wherever is read.
        def primary(db, &) = any?(db) ? db.with_server(:default, &) : yield

        private

        def fresh?(db, seen)
          seen = NOTHING unless LOG.match?(seen.to_s)
          db.with_server(NAME) { db.fetch(FRESH, seen).get(:fresh) }
        rescue Away
          false
        end
      end
    end
  end
end
