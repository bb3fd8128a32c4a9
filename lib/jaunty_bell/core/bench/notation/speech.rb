module JauntyBell::Core
  module Bench
    module Notation
      # A combination in the words a coach calls: "jab, cross, lead hook to the body".
      class Speech
        # With a reading, left and right are said for its stance in place of lead and rear.
        def initialize(reading = nil)
          @reading = reading
        end

        def combination(combination)
          opening = combination.opening && "at #{combination.opening} range"
          [opening, *items(combination.items)].compact.join(", ")
        end

        def action(action)
          said = own(action)
          action.partner? ? "partner: #{said}" : said
        end

        private

        def items(list)
          list.map do |item|
            item.is_a?(Repeat) ? "#{items(item.items).join(", ")}, #{times(item.times)}" : action(item)
          end
        end

        def times(n) = {2 => "twice", 3 => "three times", 4 => "four times"}.fetch(n) { "#{n} times" }

        def own(action)
          technique = action.technique
          name = technique.moves? ? "#{technique.spoken} to the #{side(action)}" : [spoken_side(action),
            technique.spoken].compact.join(" ")
          [("feint" if action.feint), action.force, name, level(action), recovery(action),
            action.with && "with #{own(action.with)}"].compact.join(" ")
        end

        def spoken_side(action)
          return unless action.side
          side(action) if @reading || action.technique.two_sided?
        end

        def side(action) = @reading ? @reading.hand_of(action.side, action.by) : action.side

        def level(action)
          technique = action.technique
          return if action.level.nil? || technique.levels.size < 2
          "to the #{action.level}" if technique.speaks_level == :always || action.level != technique.level
        end

        def recovery(action)
          {down: "down and back", forward: "landing forward", around: "all the way round"}[action.recovery]
        end
      end
    end
  end
end
