require "forwardable"
require "jaunty_bell/files"
require "jaunty_bell/command_line/given"

module JauntyBell
  class CommandLine
    # Some commands, each a public method that gives what is printed (a String as it is, all else as JSON) or raises
    # Core::InvalidInput.
    class Commands
      include Core
      extend Forwardable

      # What is printed although the command fails, and why it does.
      Partly = Struct.new(:told, :error)

      # given  CommandLine::Given
      def initialize(given)
        @given = given
      end

      private

      attr_reader :given

      def_delegators :given, :input, :errors, :text, :file, :reading, :setting, :number, :integer, :seconds, :date,
        :day, :refuse
    end
  end
end
