require "json"

module JauntyBell
  module Api
    # Refuses bodies that are too large, are not JSON, or cannot be read as it, before anything else looks at them.
    class Body
      LARGEST = 1_000_000 # bytes
      READING = %w[GET HEAD OPTIONS].freeze

      def initialize(app)
        @app = app
      end

      def call(env)
        return @app.call(env) if READING.include?(env["REQUEST_METHOD"]) || !env["PATH_INFO"].start_with?("/api/")
        return Errors.response(415, "Send JSON (Content-Type: application/json).") unless env["CONTENT_TYPE"].to_s.start_with?("application/json")
        return too_large if env["CONTENT_LENGTH"].to_i > LARGEST
        body = env["rack.input"]&.read(LARGEST + 1).to_s
        return too_large if body.bytesize > LARGEST
        JSON.parse(body)
        env["rack.input"] = StringIO.new(body)
        @app.call(env)
      rescue JSON::ParserError
        Errors.response(400, "The body is not readable as JSON.")
      end

      private

      def too_large = Errors.response(413, "The body is larger than 1 MB: send less at once.")
    end
  end
end
