require "support/database"
require "jaunty_bell/installed/command_line"
require "net/http"
require "json"
require "timeout"

# An installation without systemd: the files bin/install writes, and what systemd would run from them, each process
# started again when it ends, as Restart=always has it. HTTPS by Debian's caddy on ports of the test's own.
class Served
  ROOT = File.expand_path("../..", __dir__)
  NAME = "ring.local"

  attr_reader :folder, :https, :http, :log

  def initialize
    @folder = Dir.mktmpdir("jaunty-bell-served")
    File.chmod(0o755, @folder)
    @https, @http, @port, @pg_port = Array.new(4) { TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] } }
    @layout = JauntyBell::Installed::Layout.new(@folder)
    @wanted = JauntyBell::Installed::Wanted.new(name: NAME, hall: true, code: "three-words-of-ours", processes: 2)
    @files = JauntyBell::Installed::Files.new(@layout, @wanted, password: "x")
    @log = File.join(@folder, "log")
    @running = {}
    prepare
  end

  # Every service, as after the machine was switched on.
  def boot
    @cluster.start
    supervise(:web, environment, "bin/serve")
    supervise(:proxy, {"HOME" => @folder, "XDG_DATA_HOME" => File.join(@folder, "caddy")}, "caddy", "run", "--config",
      caddyfile)
    until_true { answers? }
    # As bin/install does
    FileUtils.install(certificate, @layout.authority, mode: 0o644, owner: (Process.uid.zero? ? "nobody" : nil))
  end

  # As when the machine is switched off: everything ends at once, nothing says goodbye.
  def switch_off
    @stopped = true
    @running.each_value { |pid|
      begin
        Process.kill(:KILL, -pid)
      rescue
        nil
      end
    }
    @threads.each(&:join)
    @threads = []
    @stopped = false
    @cluster.stop
  end

  def kill(service) = Process.kill(:KILL, -@running.fetch(service))

  def pid(service) = @running[service]

  def close
    switch_off
    FileUtils.rm_rf(@folder)
  end

  # Of its own database.
  def url = @cluster.url

  def address = "https://#{NAME}:#{@https}"

  # Of the proxy's own authority.
  def certificate = File.join(@folder, "caddy/caddy/pki/authorities/local/root.crt")

  def answers?
    File.exist?(certificate) && ask("/api/session").code == "200"
  rescue SystemCallError, OpenSSL::SSL::SSLError, EOFError
    false
  end

  # Over HTTPS, by somebody who trusts that authority and nobody else.
  def ask(path)
    http = Net::HTTP.new(NAME, @https)
    http.ipaddr = "127.0.0.1"
    http.use_ssl = true
    http.ca_file = certificate
    http.open_timeout = http.read_timeout = 10
    http.get(path)
  end

  def plainly(path) =
    Net::HTTP.new(NAME, @http).tap { |http| http.ipaddr = "127.0.0.1" }.get(path)

  def until_true
    Timeout.timeout(180) { IO.select(nil, nil, nil, 0.05) until yield }
  end

  private

  def prepare
    @threads = []
    @files.all.each { |path, (text, mode)|
      JauntyBell::Installed::Machine.new(output: StringIO.new, only_tells: true).write(path, text, mode: mode)
    }
    FileUtils.mkdir_p([@layout.data, @layout.backups])
    @cluster = JauntyBell::Store::Cluster.new(File.join(@folder, "postgres"), port: @pg_port, durable: false)
    @cluster.start
    FileUtils.chown_R("nobody", "nogroup", @layout.data) if Process.uid.zero?
    File.write(caddyfile, "{\n\thttp_port #{@http}\n\thttps_port #{@https}\n\tskip_install_trust\n\tadmin off\n}\n" +
      @files.site.gsub("127.0.0.1:#{JauntyBell::Installed::Layout::PORT}", "127.0.0.1:#{@port}"))
  end

  def caddyfile = File.join(@folder, "Caddyfile")

  # The settings as they are written, but for what is this machine's.
  def environment
    File.readlines(@layout.settings, chomp: true).grep(/\A[A-Z]/).to_h { |line| line.split("=", 2) }
      .merge("PORT" => @port.to_s, "DATABASE_URL" => url,
        "JAUNTY_DATA" => @layout.data, "HOME" => ENV["HOME"], "JAUNTY_AUTHORITY" => @layout.authority)
  end

  def supervise(name, env, *command)
    if name == :web && Process.uid.zero?
      command = ["runuser", "-u", "nobody", "--", "env", *env.map { |pair|
        pair.join("=")
      }, *command]
    end
    @threads << Thread.new do
      until @stopped
        @running[name] = spawn(env, *command, chdir: ROOT, pgroup: true, out: [@log, "a"], err: [@log, "a"])
        Process.wait(@running[name])
      end
    end
    until_true { @running[name] }
  end
end
