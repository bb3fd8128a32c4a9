module JauntyBell::Core
  module Bench
    module Notation
      # Writes a combination in one numbering scheme; what has no number is written by its short name.
      class Writer
        TOGETHER = "-"
        APART = " - " # "lead pull-back ridge hand" would be a pull back

        def initialize(reading)
          @scheme = reading.scheme
        end

        def write(combination)
          @last_digit = nil
          prefix = combination.opening ? "at #{combination.opening} " : ""
          prefix + items(combination.items, false)
        end

        # Each action alone, as it labels its place on the wrap ("3b").
        def labels(combination)
          combination.named.each_with_index.map do |action, i|
            @last_digit = nil
            own(action.but(by: :self), combination.fronts.first(i + 1).include?(:rear))
          end
        end

        # What is done with a strike, by itself.
        def label(helper)
          @last_digit = nil
          own(helper, true)
        end

        private

        # `changed`: whether the feet may have changed place, so that a number means the hand of the stance by then.
        def items(list, changed)
          list.map { |item|
            if item.is_a?(Repeat)
              changed ||= Footing.changes?(item.items)
              next "(#{items(item.items, changed)})x#{item.times}"
            end
            text = action(item, changed)
            changed ||= Footing.changes?([item])
            text
          }.reduce { |written, text| written + (text.start_with?("back ") ? APART : TOGETHER) + text }
        end

        def action(action, changed) = action.partner? ? "[#{own(action, changed)}]" : own(action, changed)

        def own(action, changed)
          [("feint" if action.feint), action.force, named(action, changed), recovery(action),
            joined(action, changed)].compact.join(" ")
        end

        def recovery(action) = (action.recovery if action.recovery != :back)

        def joined(action, changed) = action.with && "with #{own(action.with, changed)}"

        def named(action, changed)
          technique = action.technique
          return technique.short if technique.pause?
          digit = digit(action, changed)
          return numbered(digit, action) if digit
          [*sided(action), level(action), held(action), ("#{action.distance}cm" if action.distance)].compact.join(" ")
        end

        def sided(action)
          technique = action.technique
          name = spot_name(action) || technique.short
          name = technique.plain if %i[front back].include?(action.side)
          name = name.tr("-", " ")
          return [name, action.side] if technique.moves?
          [(action.side if technique.two_sided?), name]
        end

        # "calf kick", where the technique has a name for the place on the leg.
        def spot_name(action) = action.spot && action.technique.ways.key({spot: action.spot})

        def level(action)
          return "to the #{action.spot}" if action.spot && !spot_name(action)
          action.level if action.level != action.technique.level
        end

        def held(action) = action.on && "their #{action.on}"

        # A number's hand is the one of the stance by then; lead and rear are those of entry.
        def digit(action, changed)
          side = Footing::AT_ENTRY[action.side]
          if action.spot ||
              (changed && side.nil? && action.technique.two_sided? && action.own? && action.technique.limb)
            return
          end
          @scheme.digit_for(action.technique, side || action.side, action.level, last: @last_digit)
        end

        def numbered(digit, action)
          @last_digit = digit
          fixed = @scheme[digit].level || action.technique.level
          (action.level == fixed) ? digit.to_s : "#{digit}#{action.level.to_s[0]}"
        end
      end
    end
  end
end
