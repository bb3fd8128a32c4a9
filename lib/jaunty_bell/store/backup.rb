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

      def initialize(url)
        @url = url
      end

      # Writes beside the file first, so that a backup that fails leaves the one from before. `snapshot` is one that a
      # transaction has exported: what it sees is written. Raises Failed.
      def write(path, snapshot: nil)
        partial = "#{path}.partial"
        File.open(partial, File::WRONLY | File::CREAT | File::TRUNC,
          0o600) { |file|
          run("pg_dump", "--format=custom", "--no-owner", "--no-privileges",
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
        run("pg_restore", "--clean", "--if-exists", "--no-owner", "--no-privileges", "--single-transaction",
          "--exit-on-error", "--dbname", @url, path)
        Sequel.connect(@url) { |db| db[:clubs].count }
      end

      private

      def clubs? = Sequel.connect(@url) { |db| db.table_exists?(:clubs) && !db[:clubs].empty? }

      # What the program printed, unless it goes to a file.
      def run(program, *arguments, out: nil)
        binary = File.join(Cluster::BINARIES.to_s, program)
        raise Failed, "#{program} is missing: install the package postgresql." unless File.exist?(binary)
        errors = Tempfile.new("jaunty-bell")
        printed = out ? "" : Tempfile.new("jaunty-bell")
        done = system(binary, *arguments, out: out || printed, err: errors)
        raise Failed, "#{program}: #{File.read(errors.path).lines.map(&:strip).reject(&:empty?).first}" unless done
        out ? "" : File.read(printed.path)
      end
    end
  end
end
