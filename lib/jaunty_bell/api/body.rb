require "json"

module JauntyBell
  module Api
    # Refuses bodies that are too large, are not JSON, or hold what nobody can mean, before anything else looks at them:
    # text that is none, characters that no text has, numbers that no computer keeps.
    class Body
      LARGEST = 1_000_000 # bytes
      READING = %w[GET HEAD OPTIONS].freeze
      READ = "jaunty_bell.body"
      NUMBERS = 1e-9..1e12 # how near to zero and how far from it a number may be
      UNWRITTEN = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F\uFFFE\uFFFF]/

      def initialize(app)
        @app = app
      end

      def call(env)
        return @app.call(env) if READING.include?(env["REQUEST_METHOD"]) || !env["PATH_INFO"].start_with?("/api/")
        return @app.call(env.merge(READ => {})) if bare?(env)
        unless env["CONTENT_TYPE"].to_s.match?(%r{\Aapplication/json\s*(;|\z)}i)
          return Errors.response(415, "Send JSON (Content-Type: application/json).")
        end
        return too_large if env["CONTENT_LENGTH"].to_i > LARGEST
        body = env["rack.input"]&.read(LARGEST + 1).to_s
        return too_large if body.bytesize > LARGEST
        read = JSON.parse(body.dup.force_encoding(Encoding::UTF_8))
        problem = strange(read, [])
        return Errors.response(400, problem.last, path: problem.first.join("/")) if problem
        env[READ] = read
        env["rack.input"] = StringIO.new(body)
        @app.call(env)
      rescue JSON::ParserError, EncodingError
        Errors.response(400, "The body is not readable as JSON.")
      end

      private

      # Removing says all there is to say in its address; no page of another site may ask for it unasked.
      def bare?(env) =
        env["REQUEST_METHOD"] == "DELETE" && env["CONTENT_TYPE"].to_s == "" && env["CONTENT_LENGTH"].to_i.zero?

      def too_large = Errors.response(413, "The body is larger than 1 MB: send less at once.")

      # The place and the sentence of the first thing that nobody can mean, or nil.
      def strange(value, place)
        case value
        when String
          if !value.valid_encoding? || value.match?(UNWRITTEN)
            [place, "This is no text: it holds characters that cannot be written."]
          end
        when Numeric
          unless value.zero? || NUMBERS.cover?(value.abs)
            [place, "This number is too large or too small to mean anything."]
          end
        when Array then first(value.each_with_index.lazy.map { |each, i| strange(each, [*place, i]) })
        when Hash then first(value.lazy.map { |key, each| name(key, place) || strange(each, [*place, key]) })
        end
      end

      def name(key, place) =
        ([place, "A field's name holds characters that cannot be written."] unless key.valid_encoding? &&
          !key.match?(/[[:cntrl:]]/))

      def first(found) = found.find(&:itself)
    end
  end
end
