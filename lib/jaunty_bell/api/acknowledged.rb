module JauntyBell
  module Api
    # Says yes to a change only when it is safe, on as many machines as the service wants (Store::Copies): what a device
    # forgets then (`acknowledged: true` at the route) is refused otherwise, and sent again; any other change is waited
    # for as long and said to be done, which it is. The browser keeps how far the log stood, so that it is not shown
    # less than it has changed (Store::Replica).
    class Acknowledged
      PROMISED = "jaunty_bell.promised"
      SEEN = "jaunty_seen"
      SEEN_FOR = 60 # seconds; a replica further behind is not read from
      ONE_ONLY = "This is on one machine so far; the second does not answer. It is kept here and sent again by itself."

      def initialize(app, db, copies)
        @app = app
        @copies = Store::Copies.new(db, copies)
        @replica = Store::Replica.any?(db)
      end

      def call(env)
        answer = @app.call(env)
        return answer if !(@copies.several? || @replica) || !changed?(env, answer.first)
        log = @copies.log
        return Errors.response(503, ONE_ONLY) if !@copies.there?(log) && env[PROMISED]
        @replica ? seen(log, env, *answer) : answer
      end

      private

      def changed?(env, status) = status < 400 && !Body::READING.include?(env["REQUEST_METHOD"])

      def seen(log, env, status, headers, body)
        Rack::Utils.set_cookie_header!(headers, SEEN, value: log, path: "/", max_age: SEEN_FOR, httponly: true,
          same_site: :strict, secure: env["rack.url_scheme"] == "https")
        [status, headers, body]
      end
    end
  end
end
