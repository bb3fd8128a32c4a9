module JauntyBell
  module Store
    # That the database is not there, or cannot take anything now: gone, ending or beginning, no longer the one that
    # leads, or out of room. What was asked may be asked again.
    #
    #   rescue Store::Away => e
    module Away
      GONE = [Sequel::DatabaseConnectionError, Sequel::DatabaseDisconnectError, Sequel::PoolTimeout].freeze
      # SQLSTATEs, and classes of them: reading only, following another server, insufficient resources, an operator
      # steps in, the system fails
      STATES = /\A(25006|55000|53|57P|58)/
      FULL = "53100"

      class << self
        def ===(error) = GONE.any? { |kind| kind === error } || state(error).match?(STATES)

        # Whether its disk is full.
        def full?(error) = state(error) == FULL

        # Lets go of connections that nobody uses: they may be to a server that is gone.
        def let_go(db, error) = (db.disconnect unless Sequel::PoolTimeout === error)

        private

        def state(error)
          cause = error.respond_to?(:wrapped_exception) && error.wrapped_exception
          return "" unless cause.respond_to?(:result)
          cause.result&.error_field(PG::Result::PG_DIAG_SQLSTATE).to_s
        end
      end
    end
  end
end
