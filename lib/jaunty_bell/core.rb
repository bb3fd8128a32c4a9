# The rules and arithmetic of the job: plain Ruby that loads alone, without database, HTTP, clock or network.
#
#   require "jaunty_bell/core"
#   JauntyBell::Core::Bench.analyse("1-2-3b-2").beats # => 4.5
require "date"
require "zeitwerk"

module JauntyBell
  module Core
    # Raised for input that the core cannot take. `path` names the field ("rounds/2/work_s"), nil for the whole.
    class InvalidInput < StandardError
      attr_reader :path

      def initialize(message, path: nil)
        super(message)
        @path = path
      end
    end
  end
end

loader = Zeitwerk::Loader.new
loader.tag = "jaunty_bell.core"
loader.push_dir(File.join(__dir__, "core"), namespace: JauntyBell::Core)
loader.setup
