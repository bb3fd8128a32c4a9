require "date"

module JauntyBell::Core
  module Lexicon
    # Where clubs differ, as settings that are always visible: an immutable set of named choices.
    #
    #   School.default.with("finish" => "exit step").finish # => "exit step"
    class School
      NAMES = %i[numbering lead_kick_loads lead_kick_bare doubles_bare taught_so pairing stances finish continuous
        first_rung rest catch_cross
        feed_height feed_width on_the_spot_counts level_limits likely_strikes_per_second changeovers seconds_per_rep
        warm_legs
        hard_effort kick_lean hand_lean junior_round hall space kit rooms
        calls_apart pair_weights size_gap first_aid
        half_life go_up pointed_out stand_down ask_how_they_are].freeze

      # Where a number may lie, of those that make no sense below or above.
      LIMITS = {"half_life" => 3..365, "go_up" => 1..100, "pointed_out/ease_in" => 1..100,
                "pointed_out/hard_days" => 1..28, "pointed_out/away" => 1..365, "stand_down/adults" => 0..365,
                "stand_down/juniors" => 0..365}.freeze
      ANY = 0..10_000

      # How many texts a list may hold, and how long each may be.
      TEXTS = {"rooms" => [30, 60], "first_aid" => [20, 200], "lead_kick_loads" => [20, 40]}.freeze

      def self.default = @default ||= new(Shipped.schools.fetch("settings"))

      def self.choices = Shipped.schools.fetch("choices")

      def initialize(settings)
        @settings = settings.freeze
        freeze
      end

      NAMES.each { |name| define_method(name) { @settings.fetch(name.to_s) } }

      # The same school with settings changed: a hash of name to value, values as text or as data.
      # Raises InvalidInput for a setting or a value there is not.
      def with(changes)
        School.new(@settings.merge(changes.to_h { |name, value| [name.to_s, checked(name.to_s, value)] }))
      end

      # The same as far as the changes will do, and why the others will not: [School, [sentence]].
      def as_far_as_it_goes(changes)
        changes.reduce([self, []]) do |(school, problems), change|
          [school.with([change].to_h), problems]
        rescue InvalidInput => e
          [school, [*problems, e.message]]
        end
      end

      def to_h = @settings

      private

      def checked(name, value)
        unless @settings.key?(name)
          raise InvalidInput.new("There is no school setting \"#{name}\". Known: #{@settings.keys.join(", ")}.",
            path: name)
        end
        return taught(value) if name == "taught_so"
        value = cast(name, value)
        value = texts(name, value) if TEXTS.key?(name)
        allowed = (name == "numbering") ? [*Numberings.all.map(&:id), "own"] : School.choices[name]
        if allowed && !allowed.include?(value)
          raise InvalidInput.new("\"#{value}\" is not a choice for #{name}. Choose from: #{allowed.join(", ")}.",
            path: name)
        end
        value
      end

      def cast(name, value)
        case @settings[name]
        when true, false then boolean(name, value)
        when Integer then counted(name, value)
        when Array then list(name, value)
        when Hash then table(name, value)
        else value.to_s.tr("-_", "  ").then do |text|
          School.choices[name]&.find { |choice| choice.tr("-", " ") == text } || value.to_s
        end
        end
      end

      # {rule => {"by" => a name, "on" => a day}}
      def taught(value)
        refuse("taught_so", value, "a table of rules, each with by and on") unless value.is_a?(Hash)
        value.to_h do |rule, says|
          fits = rule.to_s.match?(/\A[a-z]+(-[a-z]+)*\z/) && says.is_a?(Hash) && says["by"].is_a?(String) &&
            Date._iso8601(says["on"].to_s).any?
          refuse("taught_so/#{rule}", says.inspect[0, 60], "who says so and on which day") unless fits
          [rule.to_s, says.slice("by", "on")]
        end
      end

      # A list, or its parts with commas between.
      def list(name, value)
        return value if value.is_a?(Array)
        value.is_a?(String) ? value.split(",").map(&:strip) : refuse(name, value, "a list of texts")
      end

      # A table of numbers: of what is there already, or of the implements a club owns.
      def table(name, value)
        refuse(name, value, "a table of numbers") unless value.is_a?(Hash)
        known = (name == "kit") ? Implements.all.map(&:id) : @settings[name].keys
        strange = value.keys.map(&:to_s) - known
        refuse(name, strange.first, "a table of #{known.join(", ")}") if strange.any?
        @settings[name].merge(value.to_h { |key, number| [key.to_s, counted("#{name}/#{key}", number)] })
      end

      def counted(name, value)
        number = Integer(value, exception: false)
        limits = LIMITS.fetch(name, ANY)
        unless number && limits.cover?(number)
          refuse(name, value, "a whole number from #{limits.min} to #{limits.max.to_s.sub("10000", "10,000")}")
        end
        number
      end

      def texts(name, list)
        most, longest = TEXTS.fetch(name)
        fits = list.size <= most &&
          list.all? { |each| each.is_a?(String) && each.strip != "" && each.length <= longest }
        if fits
          list.map(&:strip)
        else
          refuse(name, list.inspect[0, 60],
            "at most #{most} lines of text, none empty and none longer than #{longest} characters")
        end
      end

      def boolean(name, value)
        return value if value == true || value == false
        {"true" => true, "yes" => true, "false" => false, "no" => false}
          .fetch(value.to_s) { refuse(name, value, "true or false") }
      end

      def refuse(name, value, wanted)
        raise InvalidInput.new("#{name} must be #{wanted}, not \"#{value}\".", path: name)
      end
    end
  end
end
