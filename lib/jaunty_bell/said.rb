module JauntyBell
  # What the server says on standard error when something breaks: which kind of error and where, never what it was
  # about. A database's own words hold the values of the row, which may be about somebody's health. The last of them are
  # kept for the health page.
  module Said
    LINES = 8
    KEPT = 30

    class << self
      def error(where, error)
        state = error.respond_to?(:wrapped_exception) && error.wrapped_exception.respond_to?(:result) &&
          error.wrapped_exception.result&.error_field(PG::Result::PG_DIAG_SQLSTATE)
        kind = "#{error.class}#{" #{state}" if state}"
        keep(where, kind)
        warn ["#{where}: #{kind}", *error.backtrace.to_a.first(LINES).map { |line| "  #{line}" }].join("\n")
      end

      # The last ones since the server began, newest first: [{at:, where:, kind:}].
      def recent = lock.synchronize { kept.reverse }

      private

      def keep(where, kind)
        lock.synchronize do
          kept.push({at: Time.now, where: where, kind: kind})
          kept.shift if kept.size > KEPT
        end
      end

      def kept = @kept ||= []

      def lock = @lock ||= Mutex.new
    end
  end
end
