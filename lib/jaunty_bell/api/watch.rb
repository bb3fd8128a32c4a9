module JauntyBell
  module Api
    # How long answers take, route by route, since the server began: what the health page shows. Kept in this process.
    class Watch
      KEPT = 200 # of each route
      SLOW = 0.2 # seconds; the promise a page is held to

      class << self
        # [{route:, count:, ms: (of 95 in a hundred)}] of what is slower than it should be, the slowest first.
        def slow = lock.synchronize { seen.map { |route, times| line(route, times) } }
          .select { |each| each[:ms] > SLOW * 1000 }.sort_by { |each| -each[:ms] }

        def note(route, seconds)
          lock.synchronize do
            times = (seen[route] ||= [0, []])
            times[0] += 1
            times[1].push(seconds)
            times[1].shift if times[1].size > KEPT
          end
        end

        private

        def seen = @seen ||= {}

        def lock = @lock ||= Mutex.new

        def line(route, (count, times)) =
          {route: route, count: count, ms: (Clock.within(times, 0.95) * 1000).round}
      end

      def initialize(app)
        @app = app
      end

      def call(env)
        began = Clock.ticks
        @app.call(env).tap do
          if (route = env["sinatra.route"])
            verb, path = route.split(" ", 2)
            Watch.note("#{verb} #{env["SCRIPT_NAME"]}#{path}", Clock.ticks - began)
          end
        end
      end
    end
  end
end
