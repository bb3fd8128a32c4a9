module JauntyBell::Core
  module Card
    class Fit
      # The best choice under a second limit: item by item, all partial choices that could still be better than the best
      # one known, by a bound from a Table of the Lagrangian relaxation. Of two with the same on the hands, one that is
      # worth no more, has no more time left and has used no less of the limit is dropped. Nothing that could win is
      # dropped.
      class Sweep
        NEAR = 1e-6 # what a bound may be off by in floating point
        # A partial choice: what it has used of the limit, what it is worth, and the steps so far, last first.
        Label = Struct.new(:sum, :worth, :path)
        # A choice for one item at a place: what it can still lead to at the price of the first Table, its steps or nil,
        # what it uses of the limit and is worth, the least that is used after it, and the place after it with what the
        # other Tables say can still come there; no place where nothing follows.
        Way = Struct.new(:ahead, :steps, :sum, :worth, :least, :place, :bounds)
        FIRST_SLACK = 3 # grains below the bound that are looked at first
        MORE = 1.4 # times as many the next time: what is looked at grows much faster

        # `tried` are priced Tables, the one with the lowest bound first: each bounds every label, a dear one those that
        # have used much of the limit, a cheap one those that have used little. `limits` are whole numbers a second of
        # work, whose sum over the work may not be above 0; `known` are steps by item that stay under it.
        def initialize(routes, tried, limits:, known:)
          @routes = routes
          @items = routes.items
          @price = tried.first.price
          @table = tried.first.table
          @tried = tried
          @others = tried.drop(1)
          @limits = limits
          @known = known
          @value = worth(known)
          @grain = grain
          @least = least_limits
          @most = 1 + worth(@items.map(&:most_steps)) # more than anything is worth
        end

        # Looks for something worth nearly as much as the bound; where there is nothing, for something worth a little
        # less, until it is found or the known way is the best.
        def best
          known = @value
          slack = FIRST_SLACK * @grain
          loop do
            @value = [known, @tried.first.table.top - slack].max
            @found = nil
            sweep
            return @found || @known if @found || @value <= known
            slack *= MORE
          end
        end

        private

        def worth(steps) =
          @items.each_index.sum { |i| steps[i] ? @items[i].importance * @items[i].seconds_of_work(steps[i]) : 0 }

        def sweep
          labels = {place(0, @routes.cells) => [Label.new(0, 0, nil)]}
          @items.each_index { |i| labels = step(labels, i) }
        end

        # What is on the hands and the cells of time left, as one number.
        def place(state, cells) = state * (@routes.cells + 1) + cells

        def step(labels, i)
          following = Hash.new { |hash, key| hash[key] = [] }
          labels.each do |place, list|
            ways = ways(i, *place.divmod(@routes.cells + 1))
            list.each do |label|
              bound = label.worth - @price * label.sum
              ways.each do |way|
                break unless hopeful?(bound + way.ahead)
                follow(label, way, following)
              end
            end
          end
          undominated(following)
        end

        # All that can be done with an item at a place, what promises most first.
        def ways(i, state, cells)
          @table.branches(i, state, cells).sort_by { |ahead, _, _| -ahead }.map do |ahead, steps, more|
            seconds = steps ? @items[i].seconds_of_work(steps) : 0
            onward = @table.onward(i, state, cells, steps) if more
            Way.new(ahead, steps, @limits[i] * seconds, @items[i].importance * seconds, more ? @least[i + 1] : 0,
              onward && place(*onward), onward && @others.map { |tried| tried.table.at(i + 1, *onward) })
          end
        end

        def follow(label, way, following)
          sum = label.sum + way.sum
          return if sum + way.least > 0
          worth = label.worth + way.worth
          return finish(Label.new(sum, worth, [way.steps, label.path])) unless way.place
          return unless @others.each_with_index.all? { |tried, nth|
            hopeful?(worth - tried.price * sum + way.bounds[nth])
          }
          following[way.place] << Label.new(sum, worth, [way.steps, label.path])
        end

        def hopeful?(bound) = bound >= @value + @grain - NEAR * (1 + bound.abs)

        def finish(label)
          return if label.worth <= @value
          @value = label.worth
          steps = []
          path = label.path
          while path
            steps.unshift(path[0])
            path = path[1]
          end
          @found = steps + [nil] * (@items.size - steps.size)
        end

        # Those that no other beats: with the same on the hands, no less time left, no more used of the limit, worth no
        # less. By falling time left; the stairs hold what has been kept, worth rising with what is used of the limit.
        def undominated(labels)
          labels.group_by { |place, _| place / (@routes.cells + 1) }.values.each_with_object({}) do |places, kept|
            sums, worths = [], []
            places.sort_by { |place, _| -place }.each do |place, list|
              left = list.sort_by { |label| label.sum * @most - label.worth }
                .select { |label| step_up?(label, sums, worths) }
              kept[place] = left if left.any?
            end
          end
        end

        # Whether a label stands above the stairs; if so it becomes part of them.
        def step_up?(label, sums, worths)
          at = sums.bsearch_index { |sum| sum > label.sum } || sums.size
          return false if at.positive? && worths[at - 1] >= label.worth
          at -= 1 if at.positive? && sums[at - 1] == label.sum
          past = at
          past += 1 while past < sums.size && worths[past] <= label.worth
          sums[at...past] = [label.sum]
          worths[at...past] = [label.worth]
          true
        end

        # The smallest difference two values can have.
        def grain
          @items.flat_map { |item|
            [item.importance * item.seconds_of_work(0), item.importance * item.times * item.step]
          }.reduce(:gcd)
        end

        # The least the limit can still come to from each item on.
        def least_limits
          sums = [0]
          @items.each_index.reverse_each do |i|
            least = [0, @items[i].most_steps].map { |steps| @limits[i] * @items[i].seconds_of_work(steps) }.min
            sums.unshift(sums.first + (@items[i].must ? least : [least, 0].min))
          end
          sums
        end
      end
    end
  end
end
