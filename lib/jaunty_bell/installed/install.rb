require "net/http"
require_relative "../store/cluster"

module JauntyBell
  module Installed
    # bin/install: everything a server needs, in steps that may be run again. What stands already stays.
    class Install
      PACKAGES = %w[caddy rsync curl].freeze # besides what bin/setup asks for
      PATIENCE = 60 # seconds until it must answer

      def initialize(layout, machine, wanted, from:)
        @layout = layout
        @machine = machine
        @wanted = wanted
        @from = from
      end

      def run
        packages
        user
        database
        files
        program
        services
        @machine.say(open_at)
      end

      # Statements after which PostgreSQL, which others may use here as well, writes down no value of our rows.
      def self.quiet(role) =
        Store::Cluster::QUIET.map { |name, value| "ALTER ROLE \"#{role}\" SET #{name} = '#{value}'" }.join("; ")

      # What is written, without a command being run: {path => [text, mode]}.
      def files_to_write = Files.new(@layout, @wanted, password: password).all

      private

      def step(line) = @machine.say("#{line} …")

      def packages
        step "Installing from Debian: what the program needs, and #{list.join(", ")}"
        @machine.run(File.join(@from, "bin/setup"), "--packages")
        @machine.run("apt-get", "update", "-qq")
        @machine.run("apt-get", "install", "-y", "-qq", "--no-install-recommends", *list,
          env: {"DEBIAN_FRONTEND" => "noninteractive"})
      end

      # Devices of a hall find ring.local by Avahi.
      def list = PACKAGES + ((@wanted.hall? && @wanted.name.end_with?(".local")) ? ["avahi-daemon"] : [])

      def user
        unless @machine.fine?("id", Layout::USER)
          @machine.run("useradd", "--system", "--home-dir", @layout.data, "--shell", "/usr/sbin/nologin", Layout::USER)
        end
        [@layout.data, @layout.backups].each do |folder|
          FileUtils.mkdir_p(folder, mode: 0o750)
          @machine.run("chown", "#{Layout::USER}:", folder)
        end
      end

      # The one that is set stays; it is known to nobody but the settings.
      def password
        @password ||= (File.exist?(@layout.settings) &&
          File.read(@layout.settings)[%r{^DATABASE_URL=postgres://[^:]+:([^@]+)@}, 1]) || SecureRandom.hex(24)
      end

      def database
        step "Making the database"
        verb = there?("pg_roles WHERE rolname = '#{Layout::USER}'") ? "ALTER" : "CREATE"
        sql("#{verb} ROLE \"#{Layout::USER}\" LOGIN CREATEDB PASSWORD '#{password}'")
        sql(Install.quiet(Layout::USER))
        return if there?("pg_database WHERE datname = '#{Layout::DATABASE}'")
        @machine.run("createdb", "-O", Layout::USER, "-E", "UTF8", "-T", "template0", Layout::DATABASE, as: "postgres")
      end

      def there?(from) = sql("SELECT 1 FROM #{from}").strip == "1"

      def sql(text) = @machine.run("psql", "-v", "ON_ERROR_STOP=1", "-Atc", text, as: "postgres")

      def files
        step "Writing settings and services"
        files_to_write.each do |path, (text, mode)|
          owner = ["root", Layout::USER] if path == @layout.settings
          # Settings somebody has changed stay as they are
          next if path == @layout.settings && File.exist?(path)
          @machine.write(path, text, mode: mode, owner: owner)
        end
        import = "import #{@layout.plain(@layout.site)}\n"
        there = File.exist?(@layout.caddyfile) ? File.read(@layout.caddyfile) : ""
        return if there.include?(import)
        # Debian ships a page of its own at :80, which would stand in the way
        ours = there.match?(/^:80 \{/) ? "" : there
        @machine.write(@layout.caddyfile, ours + import)
      end

      def program
        step "Copying the program and making it ready (some minutes the first time)"
        release = Release.new(@layout, @machine)
        release.choose(release.bring(@from, Time.now.utc.strftime("%Y%m%d%H%M%S")))
        release.tidy
      end

      def services
        step "Starting the services"
        @machine.run("systemctl", "daemon-reload")
        @machine.run("systemctl", "enable", "--now", "postgresql", "caddy", "jaunty-bell", "jaunty-bell-nightly.timer")
        @machine.run("systemctl", "restart", "jaunty-bell")
        @machine.run("systemctl", "reload-or-restart", "caddy")
        authority if @wanted.hall?
        return if @machine.answers?("http://127.0.0.1:#{Layout::PORT}/api/session")
        raise Machine::Failed, "It does not answer: journalctl --namespace=jaunty-bell says why."
      end

      # The proxy's own authority, where tablets can get it from.
      def authority
        made = "/var/lib/caddy/.local/share/caddy/pki/authorities/local/root.crt"
        @machine.run("sh", "-c", "for i in $(seq #{PATIENCE}); do [ -e #{made} ] && break; sleep 1; done; " \
          "install -o #{Layout::USER} -m 644 #{made} #{@layout.authority}")
      end

      # As it is set, by this installation or one before.
      def code = File.read(@layout.settings)[/^JAUNTY_OPENS=code:(.*)$/, 1] || "in the settings"

      def onwards = (" and on to #{@wanted.backup_to}" if @wanted.backup_to)

      def open_at
        <<~TEXT

          Jaunty Bell is open at https://#{@wanted.name}
          #{"Tablets trust it after http://#{@wanted.name}/trust, once each." if @wanted.hall?}
          Open the first club there; the code that lets you is #{code} (#{@layout.settings}).
          Backups go to #{@layout.backups} every night at #{Files::BACKUP_AT}#{onwards}.
        TEXT
      end
    end
  end
end
