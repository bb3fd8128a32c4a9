module JauntyBell::Core
  module Card
    class Fit
      # The price of load: the multiplier of the Lagrangian relaxation. Any price from 0 gives a true bound; the lowest
      # bound is looked for between a price at which the way is too heavy and one at which it stays under the limit.
      class Price
        TRIES = 5
        KEPT = 4
        TRIED = Struct.new(:price, :table, :way, :sum)

        # `free` is the Table at no price; `limits` what a second of work adds to the sum that may not be above 0.
        def initialize(routes, free, importances, limits)
          @routes = routes
          @free = free
          @importances = importances
          @limits = limits
        end

        # [Tried prices, the lowest bound first; the most worth of their ways that stay under the limit, as steps by
        # item]. nil where nothing is under the limit: at a price above all there is to gain, any way under it beats any
        # way over it.
        def best
          all = search.sort_by { |one| one.table.top }
          light = all.map { |one| one.way if one.sum <= 0 }.compact
          [all.first(KEPT), light.max_by { |way| worth(way) }] if light.any?
        end

        private

        # Two lines of the dual function meet where its lowest point may be: the next price to try.
        def search
          heavy = tried(0, @free)
          light = try(2.0 * @importances.max)
          light = try(1 + all_there_is) if light.sum > 0
          all = [heavy, light]
          return all if light.sum > 0
          (TRIES - 2).times do
            price = meeting(heavy, light)
            break if price.nil?
            all << try(price)
            (all.last.sum > 0) ? heavy = all.last : light = all.last
            break if close?(all, light)
          end
          all
        end

        # Whether the lowest bound is as good as reached: nothing is worth more than it.
        def close?(all, light) = all.map { |one| one.table.top }.min - worth(light.way) < 1

        def all_there_is =
          @routes.items.each_index.sum do |i|
            @importances[i] * @routes.items[i].seconds_of_work(@routes.items[i].most_steps)
          end

        # worth − price·sum of the two ways, as lines over the price.
        def meeting(heavy, light)
          between = (worth(heavy.way) - worth(light.way)).fdiv(heavy.sum - light.sum)
          between if between > heavy.price + 1e-12 && between < light.price - 1e-12
        end

        def try(price)
          tried(price,
            Table.new(@routes, @importances.zip(@limits).map { |importance, limit| importance - price * limit }))
        end

        def tried(price, table) = table.way.then { |way| TRIED.new(price, table, way, total(way, @limits)) }

        def worth(way) = total(way, @importances)

        def total(way, rates) =
          way.each_index.sum { |i| way[i] ? rates[i] * @routes.items[i].seconds_of_work(way[i]) : 0 }
      end
    end
  end
end
