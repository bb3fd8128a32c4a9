require "time"
require "json"
require "open3"
require "fileutils"

module JauntyBell
  module Store
    # The nightly backup: written, restored into a scratch database, compared table by table with what the database held
    # when it was written, and copied on to another place where one is set. What came of it is kept for the health page.
    #
    #   Nightly.new(url, backups: "/var/backups/jaunty-bell", notes: "/var/lib/jaunty-bell/health").run
    class Nightly
      KEPT = 14 # backups
      SCRATCH = "jaunty_bell_scratch"
      NOTE = "backup.json"

      class Failed < StandardError; end

      # What came of the last one, as a hash with string keys; nil where there was none.
      def self.last(notes)
        JSON.parse(File.read(File.join(notes, NOTE)))
      rescue SystemCallError, JSON::ParserError
        nil
      end

      # `to` is a folder, or user@host:folder.
      def initialize(url, backups:, notes:, to: nil)
        @url = url
        @backups = backups
        @notes = notes
        @to = to
      end

      # What is noted: {at, ok, said, file, bytes, tables, copied}. Raises nothing: what fails is noted.
      def run
        FileUtils.mkdir_p(@notes)
        note(begin
          FileUtils.mkdir_p(@backups)
          done
        rescue Failed, Backup::Failed, SystemCallError, Sequel::Error => e
          {ok: false, said: e.message.lines.first.to_s.strip}
        end)
      end

      private

      def done
        file = File.join(@backups, Clock.now.utc.strftime("nightly-%Y%m%d-%H%M%S.dump"))
        held = written(file)
        compare(held, restored(file))
        copied = copy(file)
        tidy
        {ok: true, said: "Written, restored and found equal.", file: file, bytes: File.size(file), tables: held.size,
         copied: copied}
      end

      # {table => its rows and their digest} as the backup has them: both see the same moment.
      def written(file)
        Sequel.connect(@url) do |db|
          db.transaction(isolation: :repeatable, read_only: true) do
            Backup.new(@url).write(file, snapshot: db.get(Sequel.function(:pg_export_snapshot)))
            digests(db)
          end
        end
      end

      def restored(file)
        address = @url.sub(%r{/[^/?]+(\?|\z)}, "/#{SCRATCH}\\1")
        Sequel.connect(@url) do |db|
          db.run("DROP DATABASE IF EXISTS #{SCRATCH}")
          db.run("CREATE DATABASE #{SCRATCH} TEMPLATE template0")
          begin
            Backup.new(address).read(file)
            Sequel.connect(address) { |scratch| digests(scratch) }
          ensure
            db.run("DROP DATABASE IF EXISTS #{SCRATCH} WITH (FORCE)")
          end
        end
      end

      def digests(db) = Database.tables(db).sort.to_h { |table| [table.to_s, Database.digest(db, table)] }

      def compare(held, back)
        wrong = (held.keys | back.keys).reject { |table| held[table] == back[table] }
        return if wrong.empty?
        raise Failed,
          "The backup does not restore to what was there: #{wrong.join(", ")} differ. Keep the one of before."
      end

      # Where it went, or nil.
      def copy(file)
        return unless @to
        if @to.start_with?("/")
          raise Failed, "#{@to} is not there: is the disk in?" unless File.directory?(@to)
          FileUtils.cp(file, "#{File.join(@to, File.basename(file))}.part")
          File.rename("#{File.join(@to, File.basename(file))}.part", File.join(@to, File.basename(file)))
        else
          said, status = Open3.capture2e(*sending(file))
          raise Failed, "The copy to #{@to} failed: #{said.lines.last.to_s.strip}" unless status.success?
        end
        @to
      end

      def sending(file) = ["rsync", "-q", "-e", "ssh -o BatchMode=yes -o ConnectTimeout=20", "--", file, "#{@to}/"]

      def tidy = Dir[File.join(@backups, "nightly-*.dump")].sort.reverse.drop(KEPT).each { |old| File.delete(old) }

      def note(facts)
        path = File.join(@notes, NOTE)
        File.write("#{path}.new", JSON.generate({at: Clock.now.utc.iso8601, **facts}))
        File.rename("#{path}.new", path)
        facts
      end
    end
  end
end
