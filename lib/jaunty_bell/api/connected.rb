module JauntyBell
  module Api
    # One connection to the database for the whole request of whoever is known. Otherwise Sequel takes one out of its
    # pool for every query, and for every text that is written into one, and gives way to other threads each time: of a
    # class of a large club that was three quarters of the time.
    class Connected
      KNOWN = [Accounts::ACCOUNT, Corner::TOKEN].freeze # who asks for nothing of a club may need no database

      def initialize(app, db)
        @app = app
        @db = db
      end

      def call(env) = (KNOWN.any? { |key| env[key] }) ? @db.synchronize { @app.call(env) } : @app.call(env)
    end
  end
end
