require "net/http"

module JauntyBell
  module Api
    # What is asked of a club that has gone to another server (Store::Move) is passed on there, with who asks: a device
    # goes on at the address it knows. Of one that is just going nothing is written; what is told is sent again.
    # One that comes back is asked for at the other server until it has left that one.
    class PassedOn
      FROM = "HTTP_JAUNTY_FROM"
      PATIENCE = 15 # seconds
      CODE = "/corner/devices" # where a page's code is entered
      SENT = {SameClub::SAYS => "Jaunty-Club", Corner::TOKEN => "Jaunty-Corner", "HTTP_USER_AGENT" => "User-Agent"}
        .freeze
      HEADERS = %w[content-type content-disposition cache-control retry-after].freeze # of the answer
      MOVING = "Your club is just going to another server: what you typed is still here, and goes on in some minutes."
        .freeze
      GONE = "The server your club has gone to does not answer: what you typed is still here.".freeze
      BROKEN = [SystemCallError, SocketError, IOError, Net::ProtocolError, OpenSSL::SSL::SSLError,
        Timeout::Error].freeze

      def initialize(app, db)
        @app = app
        @db = db
      end

      def call(env)
        env[Accounts::ACCOUNT] ||= arrived(env)
        club = env[Accounts::ACCOUNT] || page(env)
        return @app.call(env) unless club
        return Errors.response(503, MOVING) if club[:moving_at] && waits?(env, club)
        club[:moved_to] ? pass_on(env, club) : @app.call(env)
      end

      private

      # Of one that goes, what writes. Of one that comes back, what the other server hands on because it has left there:
      # it is not taken up here yet, and handed to and fro it would never be answered.
      def waits?(env, club) = club[:moved_to] ? env[FROM] : !Body::READING.include?(env["REQUEST_METHOD"])

      # Somebody of a club that came from another server, as that one says who it is.
      def arrived(env)
        said = env[FROM] or return
        facts = Store::Move::Signed.read(said) { |club_id| Store::School.arrived_key(@db, club_id) } or return
        Store::School.place(@db, facts["email"], facts["club_id"])
      end

      # The club of a student's page that is not here any more, or just goes.
      def page(env)
        code = env[Body::READ].to_h["code"] if env["PATH_INFO"] == CODE
        token = env[Corner::TOKEN]
        digest = code ? Store::Secret.digest(code.to_s) : token && Store::Corners.digest(token)
        digest && Store::Corners.club_that_moves(@db, digest)
      end

      def pass_on(env, club)
        uri = URI("#{club[:moved_to]}/api#{env["PATH_INFO"]}")
        uri.query = env["QUERY_STRING"] unless env["QUERY_STRING"].to_s.empty?
        request = request(env, uri, club)
        return follow(env, uri, request) if follows?(env)
        said = start(uri) { |http| http.request(request) }
        [said.code.to_i, HEADERS.filter_map { |name| [name, said[name]] if said[name] }.to_h, [said.body.to_s]]
      rescue *BROKEN
        Errors.response(503, GONE)
      end

      def follows?(env) =
        env["REQUEST_METHOD"] == "GET" && env["PATH_INFO"].end_with?("/live") && env["rack.hijack?"]

      def request(env, uri, club)
        Net::HTTP.const_get(env["REQUEST_METHOD"].capitalize).new(uri).tap do |request|
          SENT.each { |from, name| request[name] = env[from] if env[from] }
          request["Jaunty-From"] = Store::Move::Signed.write(club.slice(:email, :club_id), club[:moved_key])
          next if Body::READING.include?(request.method) || env["CONTENT_TYPE"].nil?
          request["Content-Type"] = "application/json"
          request.body = JSON.generate(env[Body::READ])
        end
      end

      # A screen that follows: what comes is handed on as it comes.
      def follow(env, uri, request)
        io = env["rack.hijack"].call
        Thread.new do
          start(uri) do |http|
            http.request(request) do |said|
              io.write(Followers::HEAD)
              said.read_body { |part| io.write(part) }
            end
          end
        rescue *BROKEN
          nil # the screen asks again
        ensure
          io.close
        end
        [200, {}, []]
      end

      def start(uri, &) =
        Net::HTTP.start(uri.host, uri.port, use_ssl: uri.scheme == "https", open_timeout: PATIENCE,
          read_timeout: PATIENCE, &)
    end
  end
end
