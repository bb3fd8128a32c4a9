module JauntyBell::Core
  module Bench
    module Notation
      # Writes a combination in one numbering scheme; what has no number is written by its short name.
      class Writer
        def initialize(reading)
          @scheme = reading.scheme
        end

        def write(combination)
          @last_digit = nil
          prefix = combination.opening ? "at #{combination.opening} " : ""
          prefix + items(combination.items)
        end

        # One action alone, as it labels a place on the wrap ("3b").
        def label(action)
          @last_digit = nil
          own(action.but(by: :self))
        end

        private

        def items(list) =
          list.map { |item| item.is_a?(Repeat) ? "(#{items(item.items)})x#{item.times}" : action(item) }.join("-")

        def action(action) = action.partner? ? "[#{own(action)}]" : own(action)

        def own(action)
          [("feint" if action.feint), action.force, named(action), recovery(action), joined(action)].compact.join(" ")
        end

        def recovery(action) = (action.recovery if action.recovery != :back)

        def joined(action) = action.with && "with #{own(action.with)}"

        def named(action)
          technique = action.technique
          return ".." if technique.pause?
          digit = @scheme.digit_for(technique, action.side, action.level, last: @last_digit)
          return numbered(digit, action) if digit
          name = technique.short.tr("-", " ")
          level = action.level if action.level != technique.level
          parts = technique.moves? ? [name, action.side] : [side_before(action), name]
          [*parts, level].compact.join(" ")
        end

        def side_before(action) = (action.side if action.technique.two_sided?)

        def numbered(digit, action)
          @last_digit = digit
          fixed = @scheme[digit].level || action.technique.level
          (action.level == fixed) ? digit.to_s : "#{digit}#{action.level.to_s[0]}"
        end
      end
    end
  end
end
