module JauntyBell::Core
  module Card
    class Fit
      # What keeping each item costs in time, by what is on the hands before it: all times in cells, the greatest length
      # of time that divides them all.
      class Routes
        Route = Struct.new(:cost, :rest, :step, :after)

        attr_reader :items, :seconds, :cells

        def initialize(items, school, seconds)
          @items = items
          @school = school
          @seconds = seconds
          @states = reachable
          @cell = whole_times.reduce(:gcd) || GRID
          @cells = seconds / @cell
          @routes = items.each_index.map { |i| @states[i].map { |state| route(items[i], state, i) } }
        end

        # Cost to the last bell at its least, rest after it, cost of a step, index of the state after it; `state` an
        # index.
        def [](index, state) = @routes[index][state]

        # How many states there are before an item, or after the last.
        def states(index) = @states[index].size

        # The state's index after leaving an item out.
        def skipping(index, state) = @skips[index][state]

        # Whether anything from this item on must stay.
        def must_from?(index) = (@musts ||= items.each_index.map { |i| items[i..].any?(&:must) } + [false])[index]

        def feasible? = least_seconds <= seconds

        # Seconds of what must stay, at its shortest, by the quickest way between.
        def least_seconds
          @least_seconds ||= begin
            # Seconds from here on, by state; with something kept later, with its rest before
            least = @states.last.map { 0 }
            kept = @states.last.map { Float::INFINITY }
            items.each_index.reverse_each { |i| least, kept = least_before(i, least, kept) }
            [least, kept].map(&:first).min.then { |found| found.infinite? ? 0 : found }
          end
        end

        private

        # States before each item and after the last, as they can come about; the first is that of the start.
        def reachable
          states = [[Changeover.new]]
          @skips = []
          items.each do |item|
            after = states.last.flat_map { |state| [state, changed(item, state).last] }.uniq
            @skips << states.last.map { |state| after.index(state) }
            states << after
          end
          states
        end

        def changed(item, state)
          seconds, after = state.to(gloves: item.gloves, holder_kit: item.holder_kit, school: @school)
          [item.change || seconds, after]
        end

        def whole_times
          times = items.each_with_index.flat_map do |item, i|
            [item.seconds(0), item.rest[0], item.times * item.step,
              *@states[i].map { |state| changed(item, state).first }]
          end
          times.select(&:positive?)
        end

        def route(item, state, index)
          change, after = changed(item, state)
          Route.new((change + item.seconds(0)) / @cell, item.rest[0] / @cell, item.times * item.step / @cell,
            @states[index + 1].index(after))
        end

        # [nothing kept from here on, something kept], seconds by state before item i.
        def least_before(i, least, kept)
          item = items[i]
          none = @states[i].each_index.map { |s| item.must ? Float::INFINITY : least[skipping(i, s)] }
          some = @states[i].each_index.map do |s|
            route = self[i, s]
            with = route.cost * @cell + [least[route.after], kept[route.after] + item.rest[0]].min
            item.must ? with : [with, kept[skipping(i, s)]].min
          end
          [none, some]
        end
      end
    end
  end
end
