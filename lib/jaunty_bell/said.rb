module JauntyBell
  # What the server says on standard error when something breaks: which kind of error and where, never what it was
  # about. A database's own words hold the values of the row, which may be about somebody's health.
  module Said
    LINES = 8

    def self.error(where, error)
      state = error.respond_to?(:wrapped_exception) && error.wrapped_exception.respond_to?(:result) &&
        error.wrapped_exception.result&.error_field(PG::Result::PG_DIAG_SQLSTATE)
      warn ["#{where}: #{error.class}#{" #{state}" if state}",
        *error.backtrace.to_a.first(LINES).map { |line| "  #{line}" }].join("\n")
    end
  end
end
