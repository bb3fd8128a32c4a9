require "support/database"
require "net/http"
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
    JauntyBell::Store::Cluster.new(File.join(@data, "postgres"), port: @pgport).stop if File.exist?(File.join(@data, "postgres/data"))
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
    Timeout.timeout(30) { Process.wait(second.pid) }
    @running.clear
    refute JauntyBell::Store::Cluster.new(File.join(@data, "postgres"), port: @pgport).running?, "Ctrl-C stops the database too"
  end

  def test_a_port_in_use
    TCPServer.open("127.0.0.1", @port) do
      assert_match(/cannot start: port #{@port} is in use.*PORT=#{@port + 1}/, said_by(start))
    end
  end

  def test_a_database_url_that_cannot_be_reached
    assert_match(/cannot start: DATABASE_URL cannot be reached/, said_by(start("DATABASE_URL" => "postgres://127.0.0.1:#{@pgport}/nothing")))
  end

  def test_a_folder_that_cannot_be_written
    file = File.join(@data, "file")
    File.write(file, "")
    assert_match(/cannot start: .*file.* cannot be written/, said_by(start("JAUNTY_DATA" => File.join(file, "below"))))
  end

  private

  # Ends a program that may have ended by itself, or hangs.
  def close(io)
    Process.kill(:KILL, io.pid)
    Process.wait(io.pid)
  rescue Errno::ESRCH, Errno::ECHILD
    nil
  end

  def start(environment = {})
    settings = {"PORT" => @port.to_s, "JAUNTY_DATA" => @data, "JAUNTY_PGPORT" => @pgport.to_s, "JAUNTY_SECRET" => nil}.merge(environment)
    command = ["bundle", "exec", "ruby", "-Ilib", "-e", "require 'jaunty_bell/house'; JauntyBell::House.open"]
    IO.popen(settings, command, chdir: ROOT, err: %i[child out]).tap { |io| @running << io }
  end

  def said_by(io) = Timeout.timeout(60) { io.read }

  def wait_until_open(io)
    said = +""
    Timeout.timeout(60) { said << io.readline until said.include?("Ctrl-C closes it") }
    said
  end
end
