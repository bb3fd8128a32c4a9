module JauntyBell
  module Store
    # Opens the database and keeps its schema up to date.
    module Database
      MIGRATIONS = File.join(__dir__, "migrations")

      BEGINS = 7_266_019 # the advisory lock of a process that begins
      # A server that is cut off is noticed in some seconds, not in the quarter of an hour a network allows.
      WATCHED = {tcp_user_timeout: 6_000, keepalives_idle: 4, keepalives_interval: 2, keepalives_count: 2}.freeze
      CONNECT = 3 # seconds
      PATIENT = 30 # seconds to connect, for one that stands behind everything else
      VALID = 5 # seconds for which an unused connection is believed in

      # A Sequel::Database; `replica` is the address of a server beside it that may be read from (Replica), and `copies`
      # on how many machines what is written must lie (Copies). Raises Sequel::DatabaseConnectionError with the server's
      # own words if it cannot be reached.
      def self.open(url = Settings.database_url, connections: 8, replica: nil, copies: "one", **more)
        Sequel.default_timezone = :utc
        Sequel.connect(url, max_connections: connections, keep_reference: false, connect_timeout: CONNECT,
          driver_options: WATCHED, connect_sqls: (copies == "one") ? [] : ["SET synchronous_commit = local"],
          **beside(replica), **more).tap { |db| prepare(db) }
      end

      def self.prepare(db)
        db.extension :pg_json, :pg_array, :connection_validator, *(:server_block if db.opts[:servers])
        db.pool.connection_validation_timeout = VALID
        db.wrap_json_primitives = false
      end
      private_class_method :prepare

      # How another process opens the same: for #again.
      def self.way(db) = [db.uri, db.opts[:orig_opts]]

      # The same opened once more, for a process that does one thing: a connection cannot be shared.
      def self.again(uri, options)
        Sequel.connect(uri, **options, max_connections: 2, connect_timeout: PATIENT).tap { |other| prepare(other) }
      end

      # The replica as Sequel is told of it.
      def self.beside(replica)
        return {} unless replica
        uri = URI(replica)
        user, password = [uri.user, uri.password].map { |text| text && URI.decode_www_form_component(text) }
        {servers: {Replica::NAME => {host: uri.host, port: uri.port || 5432, database: uri.path.delete_prefix("/"),
                                     user: user, password: password}.compact}}
      end
      private_class_method :beside

      # The database is of a newer program than this one.
      class TooNew < StandardError; end

      # Brings the schema up to the newest migration, all or nothing for each. Raises TooNew.
      def self.migrate(db)
        Sequel.extension :migration
        newest = Dir[File.join(MIGRATIONS, "*.rb")].map { |path| File.basename(path).to_i }.max
        stands = db.table_exists?(:schema_info) ? db[:schema_info].get(:version).to_i : 0
        if stands > newest
          raise TooNew,
            "the database was made by a newer version of Jaunty Bell (schema #{stands}; this one knows #{newest}): " \
            "start that one."
        end
        Sequel::Migrator.run(db, MIGRATIONS, use_advisory_lock: true)
      end

      def self.empty?(db) = db[:clubs].empty?

      # Now by the database's own clock, which all processes share.
      def self.now = Sequel.function(:clock_timestamp)

      # So many, to add to a time or take from it there.
      def self.seconds(count) = Sequel.lit("make_interval(secs => ?)", count)

      # What a table holds, as a short text: how many rows, and a sum over them in whatever order they lie.
      def self.digest(db, table) = db.get(Sequel.lit(
        "(SELECT count(*) || ' ' || coalesce(sum(hashtextextended(t::text, 0)::numeric), 0) FROM #{table} AS t)"
      ))

      # Every table by name; the parts of one (Partitions) are not named.
      def self.tables(db) = db.tables { |set| set.exclude(:relispartition).select_map(:relname).map(&:to_sym) }

      # Another process holds the lock.
      class Taken < StandardError; end

      # Of several processes that begin at the same time on one database, one after the other does what the block does.
      def self.one_at_a_time(db, &) = locked(db, BEGINS, :pg_advisory_lock, &)

      # What the block does, unless another process does it just now: an advisory lock of that number is its own.
      # Raises Taken.
      def self.alone(db, number, &) = locked(db, number, :pg_try_advisory_lock, &)

      def self.locked(db, number, how)
        db.synchronize do
          raise Taken if db.get(Sequel.function(how, number)) == false
          begin
            yield
          ensure
            db.get(Sequel.function(:pg_advisory_unlock, number))
          end
        end
      end
      private_class_method :locked
    end
  end
end
