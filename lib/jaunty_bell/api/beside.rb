module JauntyBell
  module Api
    # Large work of one club (`beside: true` at the route) is done in a process of its own, behind everything else: no
    # other request waits for it, and what it took of memory goes with it. A few at once, one for each club.
    class Beside
      MOST = 2 # at once in a process of the service
      LONGEST = 120 # seconds of reckoning
      ONE = "Something large of your club is being made at the moment: try again when it is there.".freeze
      BUSY = "The server is making large things for others at the moment: try again in a minute.".freeze

      class << self
        # How the work is done: by #apart, or for tests that live in one transaction by the app that is there.
        attr_accessor :inline
      end

      # `app` is the API on `db`; `work` makes the same from the same request somewhere else (Asked).
      def initialize(app, db, work: Asked)
        @app = app
        @db = db
        @work = work
        @lock = Mutex.new
        @at_work = []
      end

      def call(env)
        return @app.call(env) if Beside.inline || !large?(env)
        club = whose(env)
        refusal = @lock.synchronize { refused(club) || (@at_work << club) && nil }
        return Errors.response(429, refusal) if refusal
        apart(env) { @lock.synchronize { @at_work.delete(club) } }
      end

      private

      def large?(env) = Room.large.include?(env[OpenapiFirst::REQUEST].then { |asked|
        [asked.request_method, asked.path_definition]
      })

      def whose(env) = env[Accounts::ACCOUNT]&.fetch(:club_id) || env[Corner::TOKEN]

      def refused(club)
        return ONE if @at_work.include?(club)
        BUSY if @at_work.size >= MOST
      end

      # The answer of a process of its own, which goes on to be read from it; the block when that is over. Its first
      # line is status and headers.
      def apart(env, &over)
        pid, reading = Services::Apart.begin(@work.of(env, @db), longest: LONGEST)
        body = Coming.new(reading, pid, over)
        head = reading.gets or return body.close && Errors.response(500, Room::BROKEN)
        [*JSON.parse(head), body]
      rescue => e
        over.call
        raise unless e.is_a?(SystemCallError) # there is no room for another process
        Errors.response(503, BUSY)
      end

      # A request as it goes over to the process that answers it.
      Asked = Struct.new(:database, :env, :body) do
        # What is text of it, and who asks.
        def self.of(env, db)
          plain = env.select { |key, value| value.is_a?(String) || key == Accounts::ACCOUNT }
          body = env["rack.input"]&.then { |input| input.tap(&:rewind).read }
          new(Store::Database.way(db), plain, body.to_s)
        end

        # Over there: nothing of the server's own is touched, it has another connection.
        def call(writing)
          app = Server.large(Store::Database.again(*database))
          status, headers, parts = app.call(env.merge("rack.input" => StringIO.new(body)))
          writing.puts(JSON.generate([status, headers.to_h]))
          parts.each { |part| writing.write(part) }
        end
      end

      # What another process makes as the body of an answer, as it comes.
      class Coming
        PIECE = 65_536 # bytes

        def initialize(reading, pid, over)
          @reading = reading
          @pid = pid
          @over = over
        end

        def each
          while (piece = @reading.read(PIECE))
            yield piece
          end
        end

        # Whether all of it was read or not.
        def close
          return true if @reading.closed?
          @reading.close
          Services::Apart.reap(@pid)
          true
        ensure
          @over.call
        end
      end
    end
  end
end
