require "rack/attack"

module JauntyBell
  module Api
    # Slows down who tries many passwords or asks far more than a person can.
    module Throttle
      SIGN_INS = 60 # a minute from one address
      REQUESTS = 3_000 # a minute from one address

      # Counts kept in this process; each dies with its period.
      class Memory
        def initialize
          @counts = {}
          @lock = Mutex.new
        end

        def read(key) = @lock.synchronize { @counts[key]&.first }

        def write(key, value, expires_in:)
          @lock.synchronize { @counts[key] = [value, Time.now + expires_in] }
        end

        def increment(key, amount, expires_in:)
          @lock.synchronize do
            now = Time.now
            @counts.delete_if { |_, (_, dies)| dies < now }
            count, dies = @counts.fetch(key, [0, now + expires_in])
            @counts[key] = [count + amount, dies]
            count + amount
          end
        end
      end

      # Rack::Attack, told what to count; it keeps one set of rules for the whole process.
      def self.middleware
        Rack::Attack.cache.store ||= Memory.new
        Rack::Attack.throttle("sign-ins", limit: SIGN_INS, period: 60) { |request| request.ip if request.path == "/api/account/login" && request.post? }
        Rack::Attack.throttle("requests", limit: REQUESTS, period: 60) { |request| request.ip if request.path.start_with?("/api") }
        Rack::Attack.throttled_responder = ->(_request) { Errors.response(429, "Too many tries in a short time. Wait a minute.") }
        Rack::Attack
      end

      # Forgets everything counted.
      def self.reset = Rack::Attack.cache.store = Memory.new
    end
  end
end
