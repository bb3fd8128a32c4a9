module JauntyBell
  module Store
    # News between the processes of a service, by PostgreSQL's LISTEN and NOTIFY. Whoever is away from the database
    # hears nothing meanwhile, so a notice only says what to look at.
    #
    #   Notices.tell(db, :classes, "…")                         # when the transaction is committed, if there is one
    #   Notices.new(db, :classes).listen { |text| … }           # nil: listening begins (again), look at everything
    class Notices
      AGAIN = 0.5 # seconds after which a listener who lost the database tries again
      LOOK = 2 # seconds between two looks whether the database is still there
      THERE = ->(connection) { connection.exec("SELECT 1") }

      def self.tell(db, channel, text) = db.notify(channel, payload: text)

      def initialize(db, channel)
        @db = db
        @channel = channel
      end

      # Listens in a thread of its own, over a connection of its own, until the thread ends.
      def listen(&heard)
        @thread ||= Thread.new do
          loop do
            hear(&heard)
          rescue Sequel::Error, PG::Error
            IO.select(nil, nil, nil, AGAIN)
          end
        end
      end

      private

      def hear
        own = Database.open(@db.uri, connections: 1, notice_receiver: ->(_) {})
        own.listen(@channel, after_listen: ->(_) { yield nil }, timeout: LOOK, loop: THERE) { |_, _, text| yield text }
      ensure
        own&.disconnect
      end
    end
  end
end
