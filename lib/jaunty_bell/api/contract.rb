module JauntyBell
  module Api
    # Holds every request against the contract and says in a sentence what does not fit.
    class Contract
      SENTENCES = {
        "minimum" => ->(error) { "must be #{error.schemer_error["schema"]["minimum"]} or more." },
        "exclusiveMinimum" => ->(error) { "must be more than #{error.schemer_error["schema"]["exclusiveMinimum"]}." },
        "maximum" => ->(error) { "must be #{error.schemer_error["schema"]["maximum"]} or less." },
        "minLength" => ->(_) { "must not be empty." },
        "pattern" => ->(error) {
          (error.schemer_error["schema"]["pattern"] == "\\S") ? "must not be blank." : "is not written as it should be."
        },
        "maxLength" => ->(error) { "must be at most #{error.schemer_error["schema"]["maxLength"]} characters." },
        "maxItems" => ->(error) { "must be at most #{error.schemer_error["schema"]["maxItems"]} long." },
        "enum" => ->(error) { "must be one of #{error.schemer_error["schema"]["enum"].compact.join(", ")}." },
        "format" => ->(error) { "must be a #{error.schemer_error["schema"]["format"]}." },
        "schema" => ->(_) { "is not a field here." }
      }.freeze
      TYPES = %w[integer number string boolean array object null].freeze

      # `definition` is an OpenapiFirst::Definition (Contract::Kept).
      def initialize(app, definition)
        @app = app
        @definition = definition
      end

      def call(env)
        request = Rack::Request.new(env.merge("SCRIPT_NAME" => "",
          "PATH_INFO" => env["SCRIPT_NAME"] + env["PATH_INFO"]))
        validated = @definition.validate_request(request)
        return refusal(validated.error) if validated.error
        env[OpenapiFirst::REQUEST] = validated
        @app.call(env)
      end

      private

      def refusal(failure)
        case failure.type
        when :not_found then Errors.response(404, "There is nothing at this address.")
        when :method_not_allowed then Errors.response(405, "This address does not answer to that method.")
        when :unsupported_media_type then Errors.response(415, "Send JSON (Content-Type: application/json).")
        else [400, {"content-type" => "application/json"}, [JSON.generate(errors: errors(failure))]]
        end
      end

      def errors(failure)
        return [{message: "#{failure.exception_message.delete_suffix(".")}."}] if failure.errors.to_a.empty?
        failure.errors.first(20).map do |error|
          {path: path(error),
           message: "#{path(error).split("/").last&.tr("_", " ")&.capitalize} #{sentence(error)}".strip}
        end
      end

      def path(error)
        pointer = error.instance_location.to_s.delete_prefix("/")
        return pointer unless error.type == "required"
        [pointer, error.details["missing_keys"].first].reject(&:empty?).join("/")
      end

      def sentence(error)
        return "is missing." if error.type == "required"
        return "must be #{(error.type =~ /\A[aeio]/) ? "an" : "a"} #{error.type}." if TYPES.include?(error.type)
        SENTENCES.fetch(error.type) { ->(_) { "does not fit: #{error.message}." } }.call(error)
      end
    end
  end
end
