require "socket"

module JauntyBell
  module Api
    # What this process says of itself every few seconds (Store::Processes): that it serves, how much memory it takes,
    # what was slow and what broke; and what it does by itself every hour.
    #
    #   Heartbeat.start(db)   # in the process that serves, after it was forked
    module Heartbeat
      EVERY = 2 # seconds
      BEGAN = Time.now
      SLOWEST = 10 # routes
      HOUR = 1_800 # beats
      LONGEST = 900 # seconds of reckoning, for what is worked out ahead

      class << self
        def start(db)
          Thread.new do
            (0..).each do |nth|
              say(db)
              Thread.new { hourly(db) } if (nth % HOUR).zero?
            rescue Sequel::Error
              next # the database is away for a moment
            ensure
              IO.select(nil, nil, nil, EVERY)
            end
          end
        end

        # What nobody waits for: what may be put away, and what is worked out ahead.
        def hourly(db)
          Store::Foremost.sweep(db)
          Services::Apart.finish(Services::Book::Derived::Ahead.new(Store::Database.way(db)), longest: LONGEST)
        rescue Sequel::Error, SystemCallError
          nil # the next time
        end

        # A process that was forked is another one.
        def id = (@ids ||= {})[Process.pid] ||= SecureRandom.uuid

        def say(db) = Store::Processes.new(db).say(id, **facts)

        # {name:, began:, memory_kb:, slow:, errors:} of this process.
        def facts
          {name: "#{Socket.gethostname}:#{Settings.port} #{Process.pid}", began: BEGAN, memory_kb: memory_kb,
           slow: Watch.slow.first(SLOWEST), errors: Said.recent.map { |each| each.merge(at: each[:at].utc.iso8601) }}
        end

        private

        def memory_kb = File.read("/proc/self/status")[/^VmRSS:\s+(\d+)/, 1].to_i
      end
    end
  end
end
