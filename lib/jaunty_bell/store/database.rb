module JauntyBell
  module Store
    # Opens the database and keeps its schema up to date.
    module Database
      MIGRATIONS = File.join(__dir__, "migrations")

      # A Sequel::Database. Raises Sequel::DatabaseConnectionError with the server's own words if it cannot be reached.
      def self.open(url = Settings.database_url, connections: 8)
        Sequel.default_timezone = :utc
        Sequel.connect(url, max_connections: connections, keep_reference: false).tap do |db|
          db.extension :pg_json, :pg_array, :connection_validator
          db.wrap_json_primitives = false
        end
      end

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
    end
  end
end
