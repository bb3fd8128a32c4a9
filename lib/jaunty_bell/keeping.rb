require "jaunty_bell/premises"
require "jaunty_bell/api"

module JauntyBell
  # bin/backup, bin/restore and bin/club: the club's data kept and moved by whoever has the machine. The house may be
  # open meanwhile, but for a restore.
  #
  #   Keeping.new(output: $stdout).backup("jaunty.dump")
  class Keeping
    class Refused < StandardError; end

    # What is said in one line, with exit 2.
    REASONS = [Refused, Premises::Refused, Settings::Wrong, Clock::Unreadable, Store::Backup::Failed,
      Store::Cluster::Failed, Store::Database::TooNew, Store::Partitions::Unequal, Core::InvalidInput, Store::Conflict,
      Sequel::DatabaseConnectionError, SystemCallError].freeze

    ADDRESS = %r{\Ahttps?://[^\s/]+/?\z}
    CLUB = %w[list new reset export move stay import].freeze
    ALONE = %w[nightly partition].freeze # need nothing more said

    USAGE = <<~TEXT
      bin/backup FILE                     everything on this server, to one file
      bin/restore FILE [--replace]        back again; into an empty database, or in place of what is there
      bin/partition [--back]              cuts the tables of facts into parts by club while they are used; or takes
                                          back what is not done yet
      bin/nightly                         a backup to JAUNTY_BACKUPS, restored for a trial and compared
      bin/club list                       the clubs on this server
      bin/club new NAME OWNER EMAIL ZONE  a club with its owner's account; prints a password for it
      bin/club reset EMAIL                a code for a new password; it ends a second factor too
      bin/club export NAME FILE           one club as JSON
      bin/club move NAME DATABASE ADDRESS a club to another server, of which this machine reaches the database; what
                                          is asked of it here is passed on to ADDRESS from then on
      bin/club stay NAME                  a move that was ended half way is taken back
      bin/club import FILE                a club from such a file; prints a password for each of its accounts
    TEXT

    # Exit 0, or 2 with one line on standard error.
    def self.run(command, arguments, output: $stdout, errors: $stderr)
      new(output).call(command, arguments)
      0
    rescue *REASONS => e
      errors.puts e.message.lines.map(&:strip).join(" ")
      2
    end

    def initialize(output)
      @output = output
    end

    def call(command, arguments)
      nothing_said = arguments.empty? && !ALONE.include?(command)
      return @output.puts(USAGE) if nothing_said || (arguments & %w[-h --help help]).any?
      send(:"do_#{command}", *arguments)
    rescue ArgumentError => e
      raise unless e.backtrace_locations&.first&.label&.start_with?("do_")
      raise Refused,
        "That is not how it is said: " \
        "#{USAGE.lines.grep(/bin\/#{command}/).map { |line| line[/\A\s*(.*?)\s{2,}/, 1] }.join("; ")}"
    end

    private

    def do_backup(path)
      with_server { |url| say "#{path}: #{Store::Backup.new(url).write(path) / 1024} kB" }
    end

    def do_restore(path, replace = nil)
      with_server do |url|
        clubs = Store::Backup.new(url).read(path, replace: replace == "--replace")
        Store::Database.open(url).tap { |db| Store::Database.migrate(db) }.disconnect
        say "#{clubs} #{(clubs == 1) ? "club is" : "clubs are"} back as on the day of the backup."
      end
    end

    def do_partition(back = nil)
      with_server do |url|
        db = Store::Database.open(url)
        partitions = Store::Partitions.new(db)
        next say("Put away: #{partitions.back.join(", ")}.".sub(": .", ": nothing.")) if back == "--back"
        partitions.run { |line| say line }
        say "Every table of facts is in #{Store::Partitions::PARTS} parts."
      ensure
        db&.disconnect
      end
    end

    def do_nightly
      folder = Settings.backups or raise Refused, "Say in JAUNTY_BACKUPS where backups go."
      with_server do |url|
        told = Store::Nightly.new(url, backups: folder, notes: Settings.health, to: Settings.backup_to).run
        raise Refused, told[:said] unless told[:ok]
        say "#{told[:file]}: #{told[:said]}#{" Copied to #{told[:copied]}." if told[:copied]}"
      end
    end

    def do_club(command, *arguments)
      raise Refused, "Say #{CLUB.join(", ")}." unless CLUB.include?(command)
      send(:"do_#{command}", *arguments)
    end

    def do_list
      with_database { |db| db[:clubs].order(:name).select_map(:name).each { |name| say name } }
    end

    def do_new(name, owner, email, zone)
      with_database do |db|
        password = SecureRandom.alphanumeric(16)
        known = Store::Logins.new(db).of(email)
        Services::Opening.new(db).open(club: name, time_zone: zone, name: owner, email: email,
          login: known || {email: email, hash: Api::Accounts.hash(password)})
        by = known ? "the password they have" : "#{password}, to be changed at the first sign-in"
        say "#{name} is open. #{email} signs in with #{by}."
      end
    end

    def do_reset(email)
      with_database do |db|
        login = Store::Logins.new(db).of(email) or raise Refused, "Nobody signs in here as #{email}."
        code = Store::Resets.new(db).make(login[:id], by: "server")
        say "#{code}: under \"Forgot it?\" where #{login[:email]} signs in, within a day, once."
      end
    end

    def do_export(name, path)
      with_database do |db|
        File.write(path, JSON.generate(Store::WholeClub.of(db, club_called(db, name))), perm: 0o600)
        say "#{path}: #{File.size(path) / 1024} kB"
      end
    end

    def do_move(name, database, address)
      raise Refused, "\"#{address}\" is no address of a server: https://two.example." unless address.match?(ADDRESS)
      with_database do |db|
        id = club_called(db, name)
        there = Store::Database.open(Premises.checked_url(database))
        Store::Database.migrate(there)
        left = Store::Move.new(db, there, id, to: address).run
        say "#{name} is at #{address} now. Devices go on where they are; whoever signs in anew does it there."
        say_left(left) if left.values.any?(&:positive?)
      ensure
        there&.disconnect
      end
    end

    def say_left(left)
      say "With their password alone, until they set it up anew at that address (Your account): " \
        "#{left[:time_codes]} who had time codes here, #{left[:passkeys]} who had a passkey. Tell them."
    end

    def do_stay(name)
      with_database do |db|
        if Store::Move.stay(db, club_called(db, name)).zero?
          raise Refused, "#{name} has gone already, or is on its way here: bin/club move or stay where it comes from."
        end
        say "#{name} stays."
      end
    end

    def do_import(path)
      with_database do |db|
        passwords = {}
        Store::WholeClub.new(db).put(File.read(path)) do |email|
          Api::Accounts.hash(passwords[email] = SecureRandom.alphanumeric(16))
        end
        say "The club is here.#{" Passwords, to be changed at the first sign-in:" if passwords.any?}"
        passwords.each { |email, password| say "  #{email}  #{password}" }
      end
    end

    # Its id.
    def club_called(db, name)
      ids = db[:clubs].where(name: name).select_map(:id)
      return ids.first if ids.size == 1
      raise Refused, "There #{ids.empty? ? "is no club" : "are #{ids.size} clubs"} called \"#{name}\" here."
    end

    def with_database
      with_server do |url|
        db = Store::Database.open(url)
        Store::Database.migrate(db)
        yield db
      ensure
        db&.disconnect
      end
    end

    def with_server(&) = Premises.open(&)

    def say(line) = @output.puts(line)
  end
end
