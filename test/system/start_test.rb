require "support/database"
require "net/http"
require "open3"
require "timeout"

# The program as bin/start runs it: from nothing, killed, and started again; and what it says where it cannot.
class StartTest < Minitest::Test
  ROOT = File.expand_path("../..", __dir__)

  def setup
    @data = Dir.mktmpdir("jaunty-bell-start")
    File.chmod(0o755, @data)
    @port, @pgport = Array.new(2) { TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] } }
    @running = []
  end

  def teardown
    @running.each { |io| close(io) }
    if File.exist?(File.join(@data, "postgres/data"))
      JauntyBell::Store::Cluster.new(File.join(@data, "postgres"), port: @pgport).stop
    end
    FileUtils.rm_rf(@data)
  end

  def test_from_nothing_killed_and_started_again
    first = start
    assert_match(/Making the demo club/, wait_until_open(first))
    Process.kill(:KILL, first.pid)
    Process.wait(first.pid)
    second = start
    refute_match(/Making the demo club/, wait_until_open(second))
    assert_equal "200", Net::HTTP.get_response(URI("http://127.0.0.1:#{@port}/api/session")).code
    Process.kill(:INT, second.pid)
    Timeout.timeout(180) { Process.wait(second.pid) }
    @running.clear
    refute JauntyBell::Store::Cluster.new(File.join(@data, "postgres"), port: @pgport).running?,
      "Ctrl-C stops the database too"
  end

  # Without the demo, and so when it is started again; a club opened on the command line is there.
  def test_it_begins_empty
    first = start("JAUNTY_EMPTY" => "1")
    assert_match(/No club yet: open yours there/, wait_until_open(first))
    said, = keeping("club", "new", "Harbour boxing", "Ines", "ines@harbour.example", "Europe/Vienna")
    assert_match(/Harbour boxing is open\. ines@harbour\.example signs in with \w{16}/, said)
    said, = keeping("club", "new", "Harbour boxing", "Ines", "ines@harbour.example", "Europe/Vienna")
    assert_match(/You have a club called "Harbour boxing" already/, said)
    finish(first)
    second = start
    assert_match(/Sign in there/, wait_until_open(second))
    Sequel.connect(cluster.url) { |db| %i[clubs logins].each { |table| db[table].delete } }
    finish(second)
    refute_match(/Making the demo club/, wait_until_open(start))
  end

  def test_a_port_in_use
    TCPServer.open("127.0.0.1", @port) do
      assert_match(/cannot start: port #{@port} is in use.*PORT=#{@port + 1}/, said_by(start))
    end
  end

  def test_a_database_url_that_cannot_be_reached
    assert_match(/cannot start: DATABASE_URL cannot be reached/,
      said_by(start("DATABASE_URL" => "postgres://127.0.0.1:#{@pgport}/nothing")))
  end

  def test_a_folder_that_cannot_be_written
    file = File.join(@data, "file")
    File.write(file, "")
    assert_match(/cannot start: .*file.* cannot be written/, said_by(start("JAUNTY_DATA" => File.join(file, "below"))))
  end

  # Each as the one line that is said, and no backtrace.
  def test_settings_that_cannot_be_meant_so
    {
      {"DATABASE_URL" => "nonsense"} => /DATABASE_URL is no address of a PostgreSQL server/,
      {"DATABASE_URL" => "mysql2://root@127.0.0.1/club"} => /DATABASE_URL is no address of a PostgreSQL server/,
      {"HOST" => "203.0.113.7"} => /cannot listen on HOST=203\.0\.113\.7/,
      {"HOST" => "no such host"} => /cannot listen on HOST/,
      {"PORT" => "abc"} => /PORT is a number from 1 to 65535, not "abc"/,
      {"JAUNTY_PROCESSES" => "0"} => /JAUNTY_PROCESSES is a number from 1 to 64, not "0"/,
      {"JAUNTY_COPIES" => "three"} => /JAUNTY_COPIES is one, two or two-or-alone, not "three"/,
      {"PORT" => "70000"} => /PORT is a number/, {"JAUNTY_TODAY" => "soon"} => /JAUNTY_TODAY is a date/
    }.each do |settings, expected|
      said = said_by(start(settings))
      assert_match(/\AJaunty Bell cannot start: .*#{expected}.*\n\z/, said, settings.inspect)
    end
  end

  def test_switched_off_while_the_database_was_made
    FileUtils.mkdir_p([File.join(@data, "postgres/data/base"), File.join(@data, "postgres/data.new/global")])
    File.write(File.join(@data, "postgres/data/PG_VERSION"), "15")
    File.write(File.join(@data, "postgres/password"), "")
    io = start
    assert_match(/Making the demo club/, wait_until_open(io))
    # And then again, before it had its database
    Sequel.connect(cluster.url("postgres")) { |db| db.run("DROP DATABASE jaunty_bell WITH (FORCE)") }
    finish(io)
    io = start
    assert_match(/Making the demo club/, wait_until_open(io))
    finish(io)
    assert_equal 1, Dir[File.join(@data, "postgres/data.broken-*")].size, "what was there is put aside, not thrown away"
  end

  def test_a_second_program_on_the_same_folder_leaves_the_first_alone
    first = start
    wait_until_open(first)
    other = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    assert_match(/cannot start: another program uses #{@data}/, said_by(start("PORT" => other.to_s)))
    said, status = keeping("club", "list")
    assert_equal [true, "Ticket Hall Boxing Co-op\n"], [status.success?, said],
      "and one that only looks uses its database"
    assert_equal "200", Net::HTTP.get_response(URI("http://127.0.0.1:#{@port}/api/session")).code
    assert cluster.running?
    finish(first)
  end

  def test_a_club_brought_into_an_empty_folder_leaves_no_database_running
    said, status = keeping("club", "list")
    assert_equal [true, ""], [status.success?, said]
    refute cluster.running?
    assert File.directory?(File.join(@data, "postgres/data"))
  end

  def test_a_database_of_a_newer_program
    db = TestDatabase.open("newer_schema")
    db[:schema_info].update(version: 99)
    said = said_by(start("DATABASE_URL" => TestDatabase.cluster.url("newer_schema")))
    assert_match Regexp.new("cannot start: the database was made by a newer version of Jaunty Bell " \
      "\\(schema 99; this one knows \\d+\\)"), said
  end

  # What PostgreSQL writes down holds no value, also where a statement fails.
  def test_the_log_says_nothing_of_anybody
    cluster.start
    Sequel.connect(cluster.url) do |db|
      db.run("CREATE TABLE told (id int PRIMARY KEY, what text CHECK (what <> 'x'))")
      3.times do |i|
        assert_raises(Sequel::DatabaseError) do
          db.run(["INSERT INTO told VALUES (1, 'secret illness'), (1, 'secret illness')",
            "SELECT 'secret illness'::uuid", "SELECT secret_illness"][i])
        end
      end
    end
    cluster.stop
    written = Dir[File.join(@data, "postgres/log*"), File.join(@data, "postgres/logs/*")]
      .select { |path| File.file?(path) }.map { |path| File.read(path) }.join
    refute_match(/secret/, written)
  end

  private

  def cluster = @cluster ||= JauntyBell::Store::Cluster.new(File.join(@data, "postgres"), port: @pgport)

  def finish(io)
    Process.kill(:INT, io.pid)
    Timeout.timeout(180) { Process.wait(io.pid) }
    @running.delete(io)
  end

  def keeping(*arguments)
    settings = {"JAUNTY_DATA" => @data, "JAUNTY_PGPORT" => @pgport.to_s, "DATABASE_URL" => nil}
    Open3.capture2e(settings, "bundle", "exec", "ruby", "-Ilib", "-e",
      "require 'jaunty_bell/keeping'; exit JauntyBell::Keeping.run(ARGV.shift, ARGV)", "--", *arguments, chdir: ROOT)
  end

  # Ends a program that may have ended by itself, or hangs.
  def close(io)
    Process.kill(:KILL, io.pid)
    Process.wait(io.pid)
  rescue Errno::ESRCH, Errno::ECHILD
    nil
  end

  def start(environment = {})
    settings = {"PORT" => @port.to_s, "JAUNTY_DATA" => @data, "JAUNTY_PGPORT" => @pgport.to_s, "JAUNTY_SECRET" => nil}
      .merge(environment)
    command = ["bundle", "exec", "ruby", "-Ilib", "-e", "require 'jaunty_bell/house'; JauntyBell::House.open"]
    IO.popen(settings, command, chdir: ROOT, err: %i[child out]).tap { |io| @running << io }
  end

  def said_by(io) = Timeout.timeout(180) { io.read }

  def wait_until_open(io)
    said = +""
    Timeout.timeout(180) { said << io.readline until said.include?("Ctrl-C closes it") }
    said
  end
end
