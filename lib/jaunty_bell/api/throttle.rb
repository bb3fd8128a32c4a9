require "rack/attack"

module JauntyBell
  module Api
    # Slows down who asks far more than a person can, and who tries many passwords: by account where somebody is signed
    # in, so that a hall of tablets behind one address is not shut out, else by address. Nobody is ever locked out by
    # what others do elsewhere.
    module Throttle
      REQUESTS = 3_000 # a minute for one account
      STRANGERS = 600 # a minute from one address, of whoever is not signed in
      WRONG = 6 # wrong passwords in PERIOD for one account from one address
      WRONG_HERE = 40 # in PERIOD from one address, for all accounts together
      PERIOD = 900 # seconds
      SLOW_DOWN = "Too many wrong passwords from here. Wait a quarter of an hour.".freeze

      # Counts kept in this process; each dies with its period.
      class Memory
        SWEPT_EVERY = 1_000 # changes

        def initialize
          @counts = {}
          @changes = 0
          @lock = Mutex.new
        end

        def read(key) = @lock.synchronize { alive(key)&.first }

        def write(key, value, expires_in:)
          @lock.synchronize { @counts[key] = [value, Time.now + expires_in] }
        end

        def increment(key, amount, expires_in:)
          @lock.synchronize do
            sweep
            count, dies = alive(key) || [0, Time.now + expires_in]
            @counts[key] = [count + amount, dies]
            count + amount
          end
        end

        def delete(key) = @lock.synchronize { @counts.delete(key) }

        private

        def alive(key) = @counts[key]&.then { |found| found if found.last > Time.now }

        def sweep
          @changes += 1
          return unless (@changes % SWEPT_EVERY).zero?
          now = Time.now
          @counts.delete_if { |_, (_, dies)| dies < now }
        end
      end

      class << self
        # Rack::Attack, told what to count; it keeps one set of rules for the whole process. It stands behind the
        # session.
        def middleware
          Rack::Attack.cache.store ||= Memory.new
          Rack::Attack.throttle("accounts", limit: REQUESTS, period: 60) { |request| account(request) if api?(request) }
          Rack::Attack.throttle("strangers", limit: STRANGERS,
            period: 60) { |request| request.env["REMOTE_ADDR"] if api?(request) && !account(request) }
          Rack::Attack.throttled_responder = ->(_request) {
            Errors.response(429, "Too many tries in a short time. Wait a minute.")
          }
          Rack::Attack
        end

        # Whether an account may try a password from an address now.
        def may_try?(account, address) = count(pair(account, address)) < WRONG && count(place(address)) < WRONG_HERE

        # A wrong password.
        def wrong(account, address) =
          [pair(account, address), place(address)].each { |key| memory.increment(key, 1, expires_in: PERIOD) }

        # The right one: what was wrong before counts no more for this account from here.
        def right(account, address) = memory.delete(pair(account, address))

        # Forgets everything counted.
        def reset = Rack::Attack.cache.store = Memory.new

        private

        def api?(request) = request.path.start_with?("/api/")

        def account(request) = request.env["rack.session"]&.[]("account_id")

        def memory = Rack::Attack.cache.store

        def count(key) = memory.read(key).to_i

        def pair(account, address) = "wrong #{account.to_s.downcase} #{address}"

        def place(address) = "wrong anywhere #{address}"
      end
    end
  end
end
