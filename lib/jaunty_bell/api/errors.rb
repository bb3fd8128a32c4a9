require "json"

module JauntyBell
  module Api
    # What is wrong, where, and what to do: the one shape of every answer that is not a success.
    module Errors
      AWAY = "The club's database cannot be reached at the moment. What you typed is still here; what was tapped in " \
        "a class is sent again by itself.".freeze
      FULL = "The server's disk is full. What you typed is still here, and is kept once somebody has made room."
      # What is worth asking again, and after how many seconds
      SOON = {429 => {"retry-after" => "5"}, 503 => {"retry-after" => "2"}}.freeze

      # One sentence on one line, whatever was quoted in it.
      def self.body(message, path: nil, **more) =
        JSON.generate({errors: [{path: path, message: message.to_s.scrub("?").gsub(/\s+/, " ")}.compact], **more})

      def self.response(status, message, path: nil, **more) =
        [status, {"content-type" => "application/json", **SOON.fetch(status, {})}, [body(message, path: path, **more)]]

      # The database is away (Store::Away); it may be another one that answers next.
      def self.away(db, error)
        Store::Away.let_go(db, error)
        response(503, Store::Away.full?(error) ? FULL : AWAY)
      end
    end
  end
end
