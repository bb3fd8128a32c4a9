require "json"

module JauntyBell
  module Api
    # What is wrong, where, and what to do: the one shape of every answer that is not a success.
    module Errors
      # One sentence on one line, whatever was quoted in it.
      def self.body(message, path: nil, **more) =
        JSON.generate({errors: [{path: path, message: message.to_s.scrub("?").gsub(/\s+/, " ")}.compact], **more})

      def self.response(status, message, path: nil, **more) =
        [status, {"content-type" => "application/json"}, [body(message, path: path, **more)]]
    end
  end
end
