require "open3"
require "tempfile"

module JauntyBell
  module Store
    # The whole database to one file and back, by PostgreSQL's own pg_dump and pg_restore: every club, accounts and
    # passwords too. Keep the file as safe as the database.
    #
    #   Backup.new(url).write("/mnt/stick/jaunty.dump")
    #   Backup.new(url).read("/mnt/stick/jaunty.dump") # into an empty database
    class Backup
      class Failed < StandardError; end

      NAMELESS = %w[--no-owner --no-privileges].freeze
      PSQL = %w[-X -q -v ON_ERROR_STOP=1].freeze
      # Everything of ours in the database.
      CLEAR = <<~SQL.freeze
        DO $$
        DECLARE each record;
        BEGIN
          FOR each IN SELECT c.oid::regclass AS name, CASE relkind WHEN 'v' THEN 'VIEW' ELSE 'TABLE' END AS kind
            FROM pg_class c WHERE relnamespace = 'public'::regnamespace AND relkind IN ('v', 'r', 'p')
            AND NOT relispartition ORDER BY relkind = 'v' DESC LOOP
            EXECUTE format('DROP %s %s CASCADE', each.kind, each.name);
          END LOOP;
          FOR each IN SELECT oid::regprocedure AS name FROM pg_proc p WHERE pronamespace = 'public'::regnamespace
            AND NOT EXISTS (SELECT FROM pg_depend WHERE objid = p.oid AND deptype = 'e') LOOP
            EXECUTE format('DROP FUNCTION %s CASCADE', each.name);
          END LOOP;
        END $$;
      SQL

      def initialize(url)
        @url = url
      end

      # Writes beside the file first, so that a backup that fails leaves the one from before. `snapshot` is one that a
      # transaction has exported: what it sees is written. Raises Failed.
      def write(path, snapshot: nil)
        partial = "#{path}.partial"
        File.open(partial, File::WRONLY | File::CREAT | File::TRUNC,
          0o600) { |file|
          run("pg_dump", "--format=custom", *NAMELESS,
            *(["--snapshot=#{snapshot}"] if snapshot), @url, out: file)
        }
        File.rename(partial, path)
        File.size(path)
      rescue SystemCallError => e
        raise Failed, "#{path} cannot be written: #{e.message}."
      ensure
        FileUtils.rm_f(partial) if partial
      end

      # Raises Failed where the database holds clubs already and `replace` is not said, or the file is no backup; then
      # nothing is changed.
      def read(path, replace: false)
        raise Failed, "There is no file #{path}." unless File.file?(path)
        unless run("pg_restore", "--list", path).include?("TABLE DATA public clubs")
          raise Failed, "#{path} is no backup of Jaunty Bell."
        end
        if clubs? && !replace
          raise Failed, "The database has clubs in it already: say --replace to put the backup in their place."
        end
        put_back(path)
        Sequel.connect(@url) { |db| db[:clubs].count }
      end

      private

      def clubs? = Sequel.connect(@url) { |db| db.table_exists?(:clubs) && !db[:clubs].empty? }

      # In one transaction, committed only when all of the file has been read: what there was goes, and what the file
      # holds is made. (pg_restore by itself cannot take away a table that is in parts.)
      def put_back(path)
        errors, whole = Tempfile.new("jaunty-bell"), false
        IO.popen([binary("psql"), *PSQL, @url, out: File::NULL, err: errors], "w") do |into|
          into.write("SET client_min_messages = error;\nBEGIN;\n#{CLEAR}")
          IO.popen([binary("pg_restore"), *NAMELESS, "--file=-", path, err: errors], "rb") { |from|
            IO.copy_stream(from, into)
          }
          into.write((whole = $?.success?) ? "COMMIT;\n" : "ROLLBACK;\n")
        rescue Errno::EPIPE
          nil # it has ended and said why
        end
        failed("pg_restore", errors) unless whole && $?.success?
      end

      def binary(program)
        File.join(Cluster::BINARIES.to_s, program).tap do |path|
          raise Failed, "#{program} is missing: install the package postgresql." unless File.exist?(path)
        end
      end

      def failed(program, errors)
        raise Failed, "#{program}: #{File.read(errors.path).lines.map(&:strip).reject(&:empty?).first}"
      end

      # What the program printed, unless it goes to a file.
      def run(program, *arguments, out: nil)
        errors = Tempfile.new("jaunty-bell")
        printed = out ? "" : Tempfile.new("jaunty-bell")
        failed(program, errors) unless system(binary(program), *arguments, out: out || printed, err: errors)
        out ? "" : File.read(printed.path)
      end
    end
  end
end
