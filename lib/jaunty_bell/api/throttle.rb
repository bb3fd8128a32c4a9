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

      # What requests are counted with: each process counts its own and tells the others of every STEP, so that a
      # request costs no question to the database. Several processes together may let through STEP more each.
      class Shares
        STEP = 50
        SWEPT_EVERY = 1_000 # changes

        Share = Struct.new(:total, :untold, :dies)

        def initialize(counts)
          @counts = counts
          @shares = {}
          @changes = 0
          @lock = Mutex.new
        end

        def increment(key, amount, expires_in:)
          share, telling = @lock.synchronize { counted(key, amount, expires_in) }
          return share.total + share.untold unless telling
          total = @counts.add(key, telling, lasts: expires_in)
          @lock.synchronize { share.total = total }
          total
        rescue Sequel::Error
          share.total += telling # the database is away: this process counts alone
        end

        private

        # The share, and how much of it is to be told now.
        def counted(key, amount, expires_in)
          sweep
          share = @shares[key] = alive(key) || Share.new(0, 0, Time.now + expires_in)
          share.untold += amount
          return [share, nil] if share.untold < STEP
          telling, share.untold = share.untold, 0
          [share, telling]
        end

        def alive(key) = @shares[key]&.then { |share| share if share.dies > Time.now }

        def sweep
          @changes += 1
          return unless (@changes % SWEPT_EVERY).zero?
          now = Time.now
          @shares.delete_if { |_, share| share.dies < now }
        end
      end

      class << self
        # Rack::Attack, told what to count and in which database; it keeps one set of rules for the whole process. It
        # stands behind the session.
        def middleware(db)
          @counts = Store::Counts.new(db)
          Rack::Attack.cache.store = Shares.new(@counts)
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
          [pair(account, address), place(address)].each { |key| @counts.add(key, 1, lasts: PERIOD) }

        # The right one: what was wrong before counts no more for this account from here.
        def right(account, address) = @counts.forget(pair(account, address))

        # Forgets everything counted, on this database or where it was counted last.
        def reset(db = nil)
          @counts = Store::Counts.new(db) if db
          @counts&.clear
          Rack::Attack.cache.store = Shares.new(@counts)
        end

        private

        def api?(request) = request.path.start_with?("/api/")

        def account(request) = request.env["rack.session"]&.[]("account_id")

        def count(key) = @counts.read(key)

        def pair(account, address) = "wrong #{account.to_s.downcase} #{address}"

        def place(address) = "wrong anywhere #{address}"
      end
    end
  end
end
