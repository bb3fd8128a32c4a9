module JauntyBell::Core
  module Card
    class Fit
      # The most that can still come: by item, by what is on the hands, by cells of time left, with at least one of the
      # items from there on kept. Dynamic programming from the last item to the first; the choice of steps is a maximum
      # over a sliding window, so that each cell costs the same however many steps there are.
      class Table
        NEVER = -(1 << 60)

        # `worths` what a second of work at each item is worth; whole numbers or not.
        def initialize(routes, worths)
          @routes = routes
          @worths = worths
          @rows = Array.new(routes.items.size + 1)
          @rows[-1] = Array.new(routes.states(-1)) { Array.new(routes.cells + 1, NEVER) }
          routes.items.each_index.reverse_each { |i| @rows[i] = rows(i) }
        end

        # The most of all, the empty card included.
        def top = [at(0, 0, @routes.cells), @routes.must_from?(0) ? NEVER : 0].max

        # The way to it: steps or nil by item.
        def way
          steps = Array.new(@routes.items.size)
          return steps if !@routes.must_from?(0) && at(0, 0, @routes.cells) <= 0
          state = 0
          cells = @routes.cells
          @routes.items.each_index do |i|
            _, steps[i], more = branches(i, state, cells).max_by(&:first)
            return steps unless more
            state, cells = onward(i, state, cells, steps[i])
          end
        end

        # [what can still come, steps or nil, whether something follows] of every choice at an item.
        def branches(i, state, cells)
          item = @routes.items[i]
          route = @routes[i, state]
          found = item.must ? [] : [[at(i + 1, @routes.skipping(i, state), cells), nil, true]]
          stop = !@routes.must_from?(i + 1)
          (0..item.most_steps).each do |steps|
            left = cells - route.cost - steps * route.step
            break if left < 0
            own = @worths[i] * item.seconds_of_work(steps)
            following = at(i + 1, route.after, left - route.rest)
            found << [own + following, steps, true] if following != NEVER
            found << [own, steps, false] if stop
          end
          found.reject { |ahead, _, _| ahead == NEVER }
        end

        # [state, cells] before the next item.
        def onward(i, state, cells, steps)
          return [@routes.skipping(i, state), cells] unless steps
          route = @routes[i, state]
          [route.after, cells - route.cost - steps * route.step - route.rest]
        end

        # NEVER where nothing can be kept, or where something that must stay cannot.
        def at(index, state, cells) = (cells < 0) ? NEVER : @rows[index][state][cells]

        private

        # By state. What comes after an item depends on the state after it alone, and most lead to the same.
        def rows(i)
          item = @routes.items[i]
          stepped = {}
          Array.new(@routes.states(i)) do |state|
            route = @routes[i, state]
            kept = shifted(stepped[route.after] ||= choosing(i, route, item), route.cost)
            item.must ? kept : better(kept, @rows[i + 1][@routes.skipping(i, state)])
          end
        end

        # By cells left when its work begins.
        def choosing(i, route, item)
          base = @worths[i] * item.seconds_of_work(0)
          worth = @worths[i] * item.times * item.step
          following = after(i, route)
          if item.most_steps.zero? || worth <= 0
            return following.map { |value| (value == NEVER) ? NEVER : base + value }
          end
          stepped(following, base, worth, route.step, item.most_steps)
        end

        def shifted(values, cells) =
          if cells > @routes.cells
            Array.new(values.size, NEVER)
          else
            Array.new(cells, NEVER).concat(values[0, values.size - cells])
          end

        def better(one, two)
          t = 0
          while t < one.size
            one[t] = two[t] if two[t] > one[t]
            t += 1
          end
          one
        end

        # What can come after an item that is kept, by cells left at its last bell: nothing more, or its rest and the
        # next.
        def after(i, route)
          following = @rows[i + 1][route.after]
          nothing = @routes.must_from?(i + 1) ? NEVER : 0
          best = Array.new([route.rest, following.size].min, nothing)
            .concat(following[0, [following.size - route.rest, 0].max])
          better(best, Array.new(best.size, nothing))
        end

        # The greatest of base + worth·k + values[t − k·size] over k from 0 to `most`, for every t.
        def stepped(values, base, worth, size, most)
          best = Array.new(values.size)
          size.clamp(1, values.size).times { |residue| slide(values, best, base, worth, size, most, residue) }
          best
        end

        # A sliding maximum over every size-th cell: candidates in falling order of what they give. Written for speed:
        # it is where the fit spends its time.
        def slide(values, best, base, worth, size, most, residue)
          places = []
          gains = []
          head = 0
          n = 0
          t = residue
          while t < values.size
            if (value = values[t]) != NEVER
              gain = value - worth * n
              while gains.size > head && gains[-1] <= gain
                gains.pop
                places.pop
              end
              gains << gain
              places << n
            end
            head += 1 if head < places.size && places[head] < n - most
            best[t] = (head < gains.size) ? gains[head] + worth * n + base : NEVER
            t += size
            n += 1
          end
        end
      end
    end
  end
end
