require "optparse"
require "jaunty_bell/core"

module JauntyBell
  class CommandLine
    # What stands after a command: words and options, each read when a command asks for it. All raise Core::InvalidInput
    # for what cannot be read, saying which option it is.
    class Given
      include Core

      NAMES = %i[scheme from weak stance partner implement intensity level tempo pause work sets minutes load at for
        without size students seed on seeds squads ways weeks height].freeze
      FLAGS = %i[elsewhere partly svg].freeze

      attr_reader :input, :errors

      # `arguments` texts after the command; `input` what a command reads more of; `errors` where it says how far it is.
      def initialize(arguments, input, errors)
        @input = input
        @errors = errors
        @given = {school: {}}
        @words = options.parse(arguments)
      end

      # An option as it was written; nil where it was not, true for one without a value.
      def [](name) = @given[name]

      def text
        @words.shift.tap { |given| refuse("Write the combination after the command, in quotes.") if given.nil? }
      end

      def file
        name = @words.shift or refuse("Name the card's file, or the programme's, after the command.")
        File.read(name)
      rescue SystemCallError
        refuse("There is no file \"#{name}\" that can be read.")
      end

      def reading
        Bench::Notation::Reading.new(numbering: @given[:scheme] && Lexicon::Numberings[@given[:scheme]],
          stance: choice(:stance, Bench::STANCES) || :orthodox,
          partner: choice(:partner, %w[same opposite]) || :same)
      end

      def setting
        Bench::Flow::Setting.new(school: Lexicon::School.default.with(@given[:school]),
          implement: @given[:implement] && Lexicon::Implements[@given[:implement]],
          intensity: choice(:intensity, %w[touch light medium hard]),
          level: choice(:level, Lexicon::School.default.level_limits.keys)&.to_s)
      end

      def number(name, default = nil)
        return default unless @given[name]
        Rational(@given[name])
      rescue ArgumentError, ZeroDivisionError
        refuse("--#{name} must be a number, not \"#{@given[name]}\".")
      end

      def integer(name) =
        Integer(@given[name], exception: false) || refuse("--#{name} must be a whole number, not \"#{@given[name]}\".")

      # Seconds from "180" or "3:00".
      def seconds(name)
        value = @given[name] or return
        minutes, rest = value.match(/\A(?:(\d+):)?(\d+(?:\.\d+)?)\z/)&.captures
        refuse("--#{name} must be seconds or m:ss, not \"#{value}\".") unless rest
        minutes.to_i * 60 + Rational(rest)
      end

      # Of --on; nil where it is not given.
      def day = @given[:on] && date(@given[:on], "--on")

      def date(value, where)
        Date.iso8601(value.to_s)
      rescue Date::Error
        refuse("#{where}: \"#{value}\" is not a date; write it as 2026-11-25.")
      end

      def refuse(message) = raise(Core::InvalidInput, message)

      private

      def options
        OptionParser.new do |parser|
          NAMES.each { |name| parser.on("--#{name} VALUE") { |value| @given[name] = value } }
          parser.on("--half-life DAYS") { |value| @given[:half_life] = value }
          FLAGS.each { |name| parser.on("--#{name}") { @given[name] = true } }
          parser.on("--school SETTING") do |pair|
            key, value = pair.split("=", 2)
            @given[:school][key] = value
          end
        end
      end

      def choice(name, allowed)
        value = @given[name] or return
        return value.to_sym if allowed.include?(value)
        refuse("--#{name} is one of #{allowed.join(", ")}, not \"#{value}\".")
      end
    end
  end
end
