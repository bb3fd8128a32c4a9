# PostgreSQL through Sequel: the database, its migrations, and one repository per aggregate.
require "sequel"
require "zeitwerk"
require "jaunty_bell/core"
require "jaunty_bell/settings"
require "jaunty_bell/clock"

module JauntyBell
  module Store
    # Somebody changed the row since it was read. `current` is the row as it stands now.
    class Stale < StandardError
      attr_reader :current

      def initialize(current)
        @current = current
        super("Somebody changed this since you opened it.")
      end
    end

    # Whether what broke is a value that no column can hold (SQLSTATE class 22).
    def self.unkeepable?(error)
      cause = error.wrapped_exception
      cause.respond_to?(:result) && cause.result&.error_field(PG::Result::PG_DIAG_SQLSTATE).to_s.start_with?("22")
    end

    # There is no such row in this club.
    class Missing < StandardError; end

    # What the row would be refers to something, or is referred to, so it cannot be as asked.
    class Conflict < StandardError
      attr_reader :path

      def initialize(message, path: nil)
        @path = path
        super(message)
      end
    end
  end
end

loader = Zeitwerk::Loader.new
loader.tag = "jaunty_bell.store"
loader.push_dir(File.join(__dir__, "store"), namespace: JauntyBell::Store)
loader.ignore(File.join(__dir__, "store/migrations"))
loader.setup
