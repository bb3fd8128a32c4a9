require "support/database"
require "benchmark"
require "json"
require "net/http"
require "jaunty_bell/web_server"
require "jaunty_bell/api"
require_relative "../demo/club"

# Asks the real server over HTTP, signed in to the demo club, and says how long it takes.
module Ask
  PASSWORD = JauntyBell::Demo::Club::PASSWORD

  class << self
    # Yields the database and an Asker. The server is a process of its own, as it is for a browser.
    def with_demo(name)
      ENV["JAUNTY_SECRET"] ||= "m" * 64
      db = TestDatabase.open(name)
      JauntyBell::Demo::Club.new(db, today: Clock.today).load(hash: JauntyBell::Api::Accounts.hash(PASSWORD))
      db.disconnect # what is open cannot be shared with a process
      pid, port = serve(name)
      Net::HTTP.start("127.0.0.1", port) { |http| yield db, Asker.new(http, signed_in(http)) }
    ensure
      Process.kill(:KILL, pid) && Process.wait(pid) if pid
    end

    def say_machine
      puts "ruby #{RUBY_VERSION}#{" with YJIT" if defined?(RubyVM::YJIT) && RubyVM::YJIT.enabled?}, " \
        "#{`nproc`.strip} cores"
    end

    # Milliseconds of so many runs after some to warm up: [median, 95th percentile].
    def timed(times, warm: times / 4)
      warm.times { yield }
      all = Array.new(times) { Benchmark.realtime { yield } * 1000 }
      [0.5, 0.95].map { |share| JauntyBell::Clock.within(all, share) }
    end

    def say(what, (median, p95), target)
      puts format("%-58s median %7.2f ms   95 %% %7.2f ms   target %s", what, median, p95, target)
    end

    private

    # [pid, port] of a server on the database of this name.
    def serve(name)
      reading, writing = IO.pipe
      pid = fork { serving(TestDatabase.cluster.url(name), writing) }
      writing.close
      [pid, reading.gets.to_i]
    end

    # In the process of its own; it is killed, so that nothing of the tests' own ends with it. Nobody is slowed down in
    # it.
    def serving(url, writing)
      app = JauntyBell::Api::Server.build(JauntyBell::Store::Database.open(url), secret: ENV["JAUNTY_SECRET"])
      Rack::Attack.enabled = false
      server = Puma::Server.new(app, nil, {min_threads: 1, max_threads: 4})
      writing.puts server.add_tcp_listener("127.0.0.1", 0).addr[1]
      writing.close
      server.run.join
    ensure
      exit!
    end

    # The cookie of the signed-in owner.
    def signed_in(http)
      http.read_timeout = 120
      login = JSON.generate(login: JauntyBell::Demo::Club::OWNER, password: PASSWORD)
      http.post("/api/account/login", login, "Content-Type" => "application/json").get_fields("set-cookie")
        .map { |each| each.split(";").first }.join("; ")
    end
  end

  # Asks for a path, or with a body posts or puts it, and insists on a 200 or 201; `more` headers go with it.
  Asker = Struct.new(:http, :cookie, :more) do
    def call(path, body = nil, method: :post)
      headers = {"Cookie" => cookie, "Content-Type" => "application/json", **more.to_h}
      answer = body ? http.public_send(method, path, JSON.generate(body), headers) : http.get(path, headers)
      raise "#{path} answered #{answer.code}" unless %w[200 201].include?(answer.code)
      answer
    end
  end
end
