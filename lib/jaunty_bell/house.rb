require "fileutils"
require "shellwords"
require "socket"
require "jaunty_bell/api"
require_relative "../../demo/club"

module JauntyBell
  # What bin/start does once Ruby is there: the club's own database, its schema, the demo club, and the server.
  class House
    # A reason not to start, said in one line.
    class CannotStart < StandardError; end

    LEAST_ROOM = 300 # MB of disk to start with

    def self.open
      new.open
    rescue CannotStart, Store::Cluster::Failed => e
      warn "Jaunty Bell cannot start: #{e.message}"
      exit 1
    end

    def open
      prepare_folder
      check_port
      @cluster = Store::Cluster.new(File.join(Settings.data, "postgres"), port: Settings.pg_port) unless ENV["DATABASE_URL"]
      say "Starting the club's database on 127.0.0.1:#{@cluster.port} …" if @cluster
      @cluster&.start
      serve(database)
    ensure
      @cluster&.stop
    end

    private

    def say(line) = puts(line).then { $stdout.flush }

    def prepare_folder
      FileUtils.mkdir_p(Settings.data)
      free = `df -Pm #{Settings.data.shellescape}`.lines.last.split[3].to_i
      raise CannotStart, "only #{free} MB are free where #{Settings.data} is; it needs #{LEAST_ROOM} MB." if free < LEAST_ROOM
    rescue SystemCallError
      raise CannotStart, "#{Settings.data} cannot be written; set JAUNTY_DATA to a folder that can be."
    end

    def check_port
      TCPServer.new(Settings.host, Settings.port).close
    rescue Errno::EADDRINUSE
      raise CannotStart, "port #{Settings.port} is in use; stop what uses it, or start with PORT=#{Settings.port + 1} bin/start."
    end

    def database
      url = @cluster ? @cluster.url : Settings.database_url
      db = Store::Database.open(url)
      Store::Database.migrate(db)
      load_demo(db) if Store::Database.empty?(db)
      db
    rescue Sequel::DatabaseConnectionError => e
      where = @cluster ? "the club's own database" : "DATABASE_URL"
      raise CannotStart, "#{where} cannot be reached: #{e.message.lines.first.strip}"
    end

    def load_demo(db)
      say "Making the demo club …"
      today = ENV["JAUNTY_TODAY"] ? Date.iso8601(ENV["JAUNTY_TODAY"]) : Date.today
      Demo::Club.new(db, today: today).load(hash: Api::Accounts.hash(Demo::Club::PASSWORD))
    end

    def serve(db)
      require "puma"
      require "puma/configuration"
      require "puma/launcher"
      app = Api::Server.build(db, secret: Settings.secret, https: Settings.https?)
      configuration = Puma::Configuration.new do |puma|
        puma.bind "tcp://#{Settings.host}:#{Settings.port}"
        puma.threads 2, 8
        puma.app app
        puma.environment "production"
        puma.lowlevel_error_handler { |error, _env, _status| Api::Errors.response(500, "Something broke on the server.").tap { warn "#{error.class}: #{error.message}" } }
        puma.log_requests false
        puma.quiet
      end
      launcher = Puma::Launcher.new(configuration, log_writer: Puma::LogWriter.new(File.open(File::NULL, "w"), $stderr))
      launcher.events.after_booted { announce } # not before: an address that does not answer yet, a Ctrl-C that nobody hears
      launcher.run
    end

    def announce
      say <<~TEXT

        Jaunty Bell is open at http://#{Settings.host}:#{Settings.port}
        Demo sign-in: #{Demo::Club::OWNER}, password #{Demo::Club::PASSWORD}
        Ctrl-C closes it.
      TEXT
    end
  end
end
