require "socket"
require "jaunty_bell/premises"
require "jaunty_bell/api"
require "jaunty_bell/stand_ins"
require_relative "../../demo/club"

module JauntyBell
  # What bin/start does once Ruby is there: the club's own database, its schema, the demo club, and the server.
  class House
    # A reason not to start, said in one line.
    class CannotStart < StandardError; end

    REASONS = [CannotStart, Premises::Refused, Settings::Wrong, Clock::Unreadable, Store::Cluster::Failed,
      Store::Database::TooNew].freeze

    def self.open
      new.open
    rescue *REASONS => e
      warn "Jaunty Bell cannot start: #{e.message}"
      exit 1
    end

    def open
      Settings.check
      Clock.shift
      return serve(database(Premises.checked_url(ENV["DATABASE_URL"]), "DATABASE_URL")) if Premises.given? && check_port
      premises = Premises.new
      check_port
      say "Starting the club's database on 127.0.0.1:#{Settings.pg_port} …" if premises.alone?
      premises.running { |url| serve(database(url, "the club's own database")) }
    end

    private

    def say(line) = puts(line).then { $stdout.flush }

    def check_port
      TCPServer.new(Settings.host, Settings.port).close
      true
    rescue Errno::EADDRINUSE
      raise CannotStart,
        "port #{Settings.port} is in use; stop what uses it, or start with " \
        "PORT=#{(Settings.port < 65_535) ? Settings.port + 1 : 4000} bin/start."
    rescue SystemCallError, SocketError
      raise CannotStart,
        "this machine cannot listen on HOST=#{Settings.host}, PORT=#{Settings.port}: HOST is one of its own " \
        "addresses (127.0.0.1, or 0.0.0.0 for all of them)."
    end

    def database(url, where)
      db = Store::Database.open(url, replica: Settings.replica_url, copies: Settings.copies)
      Store::Database.one_at_a_time(db) { make_ready(db) }
      db
    rescue Sequel::DatabaseConnectionError => e
      raise CannotStart, "#{where} cannot be reached: #{e.message.lines.first.strip}"
    rescue Sequel::DatabaseError => e
      raise CannotStart, "#{where} cannot be used: #{e.message.lines.first.strip}"
    end

    def make_ready(db)
      Store::Database.migrate(db)
      clubs = Store::Clubs.new(db)
      clubs.no_demo if Settings.empty? && clubs.demo?
      load_demo(db) if clubs.demo?
      Services::Book::Derived.renew(db) { |line| say line }
    end

    def load_demo(db)
      say "Making the demo club …"
      Demo::Club.new(db, today: Clock.today).load(hash: Api::Accounts.hash(Demo::Club::PASSWORD))
    end

    def serve(db)
      require "jaunty_bell/web_server"
      require "puma/configuration"
      require "puma/launcher"
      if Settings.mail_stand_in?
        Letters.stand_in = StandIns::MailServer.new(File.join(Settings.data, "letters")).start
      end
      Zeitwerk::Loader.eager_load_all # a process that is forked waits for nobody who is just loading something
      app = Api::Server.build(db, secret: Settings.secret, https: Settings.https?, copies: Settings.copies)
      launcher = Puma::Launcher.new(configuration(app, db),
        log_writer: Puma::LogWriter.new(File.open(File::NULL, "w"), $stderr))
      if Settings.processes == 1
        db.disconnect # a process that is forked now has no connection of this one's
        Services::Apart.prepare
      end
      # Not before: an address that does not answer yet, a Ctrl-C that nobody hears
      launcher.events.after_booted do
        Api::Heartbeat.start(db) if Settings.processes == 1
        announce(db)
      end
      launcher.run
    ensure
      Services::Apart.end_all
    end

    # One process, or several that the first one watches over; each has connections to the database of its own.
    def configuration(app, db)
      Puma::Configuration.new do |puma|
        puma.bind "tcp://#{Settings.host}:#{Settings.port}"
        puma.threads 2, 8
        puma.app app
        puma.environment "production"
        puma.lowlevel_error_handler do |error, _env, _status|
          Api::Errors.response(500, "Something broke on the server.").tap { Said.error("server", error) }
        end
        puma.log_requests false
        puma.quiet
        several(puma, db) if Settings.processes > 1
      end
    end

    def several(puma, db)
      puma.workers Settings.processes
      puma.preload_app!
      puma.before_fork { db.disconnect }
      puma.before_worker_boot do
        Services::Apart.prepare
        Api::Heartbeat.start(db)
      end
      puma.before_worker_shutdown { Services::Apart.end_all }
    end

    def announce(db)
      say <<~TEXT

        Jaunty Bell is open at http://#{Settings.host}:#{Settings.port}
        #{way_in(db)}
        Ctrl-C closes it.
      TEXT
    end

    def way_in(db)
      if db[:clubs].where(demo: true).any?
        return "Demo sign-in: #{Demo::Club::OWNER}, password #{Demo::Club::PASSWORD}"
      end
      return "Sign in there." unless Store::Database.empty?(db)
      "No club yet: open #{(Settings.opening.lets == "nobody") ? "one with bin/club new" : "yours there"}."
    end
  end
end
