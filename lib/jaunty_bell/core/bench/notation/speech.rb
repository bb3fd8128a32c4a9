module JauntyBell::Core
  module Bench
    module Notation
      # A combination in the words a coach calls: "jab, cross, lead hook to the body". What is said here is read again
      # to the same meaning.
      class Speech
        TIMES = {2 => "twice", 3 => "three times", 4 => "four times"}.freeze

        # With a reading, left and right are said for its stance in place of lead and rear.
        def initialize(reading = nil)
          @reading = reading
        end

        def combination(combination)
          opening = combination.opening && "at #{combination.opening} range"
          [opening, said(combination)].compact.join(", ")
        end

        def action(action)
          said = own(action)
          action.partner? ? "partner: #{said}" : said
        end

        private

        # Left and right change with the stance, so that repeats are then said one by one.
        def said(combination)
          return items(combination.items) unless @reading && combination.changes_stance?
          fronts = combination.fronts
          combination.actions.each_with_index.map { |action, i|
            [action(action), stance(action, fronts[i], fronts[i + 1])].compact.join(" ")
          }.join(", ")
        end

        # "to southpaw", where the feet have changed.
        def stance(action, before, after)
          return if before == after
          now = (@reading.hand_of(after, :self) == :left) ? :orthodox : :southpaw
          "#{(action.recovery == :forward) ? "in" : "to"} #{now}"
        end

        # A repeat is said before what it repeats; "then" ends it. One inside another is said in full.
        def items(list)
          list.each_with_index.map { |item, i|
            next action(item) unless item.is_a?(Repeat)
            "#{times(item.times)} #{Combination.open_up(item.items).map { |inner| action(inner) }.join(", ")}" \
              "#{", then" if list[i + 1]}"
          }.join(", ").gsub("then, ", "then ")
        end

        def times(n) = TIMES.fetch(n) { "#{n} times" }

        def own(action)
          technique = action.technique
          name = technique.moves? ? "#{technique.spoken} to the #{side(action)}" : [spoken_side(action),
            spot_name(action) || technique.spoken].compact.join(" ")
          name = "#{name} #{action.distance} cm" if action.distance
          [("feint" if action.feint), action.force, name, level(action), action.on && "their #{action.on}",
            recovery(action), action.with && "with #{own(action.with)}"].compact.join(" ")
        end

        def spoken_side(action)
          return unless action.side
          side(action) if @reading || action.technique.two_sided?
        end

        def side(action) = @reading ? @reading.hand_of(action.side, action.by) : action.side

        def spot_name(action) = action.spot && action.technique.ways.key({spot: action.spot})

        def level(action)
          technique = action.technique
          return (spot_name(action) ? nil : "to the #{action.spot}") if action.spot
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
