module JauntyBell::Core
  module Weeks
    # Which wishes collide with which limits, and what would free them.
    class Obstacles
      def initialize(layout)
        @layout = layout
        @programme = layout.programme
      end

      def all = [*plain, *crowded, *OutOfReach.new(@layout).obstacles]

      # Those that can be seen without asking what anybody can do.
      def plain = [*gone, *short, *pins, *heavy]

      private

      def gone
        (@programme.goals - @layout.goals).map do |goal|
          Obstacle.new(combination_id: goal.combination_id,
            text: "A goal is no longer on the shelf: it is left out of the plan.",
            frees: ["Take it back onto the shelf", "Drop the goal"])
        end
      end

      # Juniors, and rungs the club does not teach.
      def short
        @layout.goals.filter_map do |goal|
          id, taught = goal.combination_id, @layout.ladder[@layout.wanted(goal)]
          next if taught == goal.rung
          why = @layout.capped?(goal) ? "juniors do not answer back with strikes to " \
            "the head" : "the club begins at #{@layout.ladder.first}"
          Obstacle.new(combination_id: id,
            text: "#{@layout.name(id)} is planned for #{taught}, not #{goal.rung}: #{why}.",
            frees: ["Want #{taught}"])
        end
      end

      # More new combinations than classes that may begin one; the last class begins nothing.
      def crowded
        fresh = @layout.timetable.strands.each_value.count { |strand| strand.goal? && strand.new? }
        room = [@layout.meetings.size - 1, 0].max * @layout.timetable.most_new
        return [] if fresh <= room
        [Obstacle.new(text: "The goals have #{Words.many(fresh, "combination")} that are new to the group, and " \
          "there is room to begin #{room}: not all can be begun.",
          frees: ["More weeks or classes", "Two new things in a class", "Fewer goals"])]
      end

      def pins
        @programme.pins.select { |pin| pin.on >= @layout.today }.group_by(&:on)
          .flat_map { |day, list| pins_on(day, list) }
      end

      def pins_on(day, list)
        on = Words.day(day)
        unless @layout.meetings.any? { |meeting| meeting.on == day }
          return list.map { |pin|
            Obstacle.new(combination_id: pin.combination_id,
              text: "A pin stands on #{on}, when there is no class of this programme.", frees: ["Move the pin"])
          }
        end
        wishes = list.reject { |pin| @layout.shelf.key?(pin.combination_id) }
          .map do |pin|
            Obstacle.new(combination_id: pin.combination_id, text: "What is pinned on #{on} is no longer on the shelf.",
              frees: ["Take the pin out", "Take it back onto the shelf"])
          end
        if list.size > @programme.slots
          wishes <<
            Obstacle.new(text: "#{list.size} combinations are pinned on #{on}, and the class has " \
            "#{Words.many(@programme.slots, "place")}: the first of them stand.", frees: ["Take a pin out"])
        end
        wishes + against(list, day, on)
      end

      # Pins stand above what else was said of the day.
      def against(list, day, on)
        list.select { |pin|
          @programme.never.include?([pin.combination_id, day]) ||
            @programme.not_before.fetch(pin.combination_id, day) > day
        }.map do |pin|
          Obstacle.new(combination_id: pin.combination_id,
            text: "It is pinned on #{on} and kept out of that class too: the pin stands.",
            frees: ["Take the pin out", "Let it into the class"])
        end
      end

      def heavy
        @layout.loads.weeks.each_with_index.select { |week, _| week.over }.map do |week, i|
          Obstacle.new(text: "Week #{i + 1} comes to a load of #{week.load.round} even at the easiest: " \
            "#{(week.load - week.ceiling).ceil} more than its limit of #{week.ceiling.floor}.",
            frees: ["Fewer or shorter classes that week", "A less easy week"])
        end
      end
    end
  end
end
