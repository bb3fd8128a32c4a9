module JauntyBell
  module Api
    # Where the database is away, whatever asked it: an answer that says so, by which a device knows to send again.
    class Reach
      def initialize(app, db)
        @app = app
        @db = db
      end

      def call(env)
        @app.call(env)
      rescue Store::Away => e
        Errors.away(@db, e)
      end
    end
  end
end
