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
        FIRST_SLACK = 3 # grains below the bound that are looked at first

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
            slack *= 2
          end
        end

        private

        def worth(steps) =
          @items.each_index.sum { |i| steps[i] ? @items[i].importance * @items[i].seconds_of_work(steps[i]) : 0 }

        def sweep
          labels = {[0, @routes.cells] => [Label.new(0, 0, nil)]}
          @items.each_index { |i| labels = step(labels, i) }
        end

        def step(labels, i)
          following = Hash.new { |hash, key| hash[key] = [] }
          labels.each do |(state, cells), list|
            branches = @table.branches(i, state, cells).sort_by { |ahead, _, _| -ahead }
            list.each do |label|
              bound = label.worth - @price * label.sum
              branches.each do |ahead, steps, more|
                break unless hopeful?(bound + ahead)
                follow(label, i, state, cells, steps, more, following)
              end
            end
          end
          undominated(following)
        end

        def follow(label, i, state, cells, steps, more, following)
          seconds = steps ? @items[i].seconds_of_work(steps) : 0
          sum = label.sum + @limits[i] * seconds
          return if sum + (more ? @least[i + 1] : 0) > 0
          next_label = Label.new(sum, label.worth + @items[i].importance * seconds, [steps, label.path])
          return finish(next_label) unless more
          place = @table.onward(i, state, cells, steps)
          following[place] << next_label if @others.all? { |tried| hopeful?(bound(tried, next_label, i + 1, place)) }
        end

        def bound(tried, label, i, place) = label.worth - tried.price * label.sum + tried.table.at(i, *place)

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
          labels.group_by { |(state, _), _| state }.values.each_with_object({}) do |places, kept|
            sums, worths = [], []
            places.sort_by { |(_, cells), _| -cells }.each do |place, list|
              left = list.sort_by { |label| [label.sum, -label.worth] }.select { |label| step_up?(label, sums, worths) }
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
