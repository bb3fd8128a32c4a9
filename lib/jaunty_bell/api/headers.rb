module JauntyBell
  module Api
    # The headers every answer carries: nothing from elsewhere runs, frames or is guessed. A page may listen to devices
    # of the machine it is open on (127.0.0.1), and to nothing else.
    class Headers
      ALWAYS = {
        "content-security-policy" => "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; " \
        "img-src 'self' data:; " \
          "font-src 'self'; connect-src 'self' http://127.0.0.1:*; media-src 'self'; manifest-src 'self'; worker-src " \
          "'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
        "x-content-type-options" => "nosniff",
        "referrer-policy" => "same-origin",
        "cross-origin-opener-policy" => "same-origin",
        "permissions-policy" => "camera=(), microphone=(), geolocation=()"
      }.freeze

      def initialize(app)
        @app = app
      end

      def call(env)
        status, headers, body = @app.call(env)
        headers = ALWAYS.merge(headers)
        headers["cache-control"] ||= "no-store" if env["PATH_INFO"].start_with?("/api") || status >= 400
        [status, headers, body]
      end
    end
  end
end
