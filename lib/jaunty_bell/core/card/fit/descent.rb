module JauntyBell::Core
  module Card
    class Fit
      # The exact choice. Dynamic programming over time and over what is on the hands (Table) gives the best that can
      # still come; with a load limit the same over its Lagrangian relaxation (Price) bounds a sweep of partial choices
      # (Sweep).
      #
      # The load stays under its limit where the sum of (effort × minutes − limit) × seconds of work is not above 0.
      class Descent
        # `minutes` weigh the load; `load` is the limit or nil. Raises nothing: what cannot be is nil.
        def initialize(items, minutes:, school:, load: nil)
          @items = items
          @minutes = minutes
          @routes = Routes.new(items, school, minutes * 60)
          @load = load && Rational(load.to_s)
        end

        # Choices in order of the items, or nil where nothing fits.
        def best
          return @best if defined?(@best)
          @best = (within_load(choices(Table.new(@routes, @items.map(&:weight)).way)) if @routes.feasible?)
        end

        # Seconds of what must stay, at its shortest.
        def least_seconds = @routes.least_seconds

        # The least load that what must stay can come to within the time: Dinkelbach's iteration on load per second.
        def least_load
          found = most(loads(0).map(&:-@))
          loop do
            load = load_of(found)
            lighter = most(loads(load).map(&:-@))
            return load if load_of(lighter) >= load
            found = lighter
          end
        end

        private

        def importances = @items.map(&:importance)

        # What a second of work at each item adds to the sum that may not be above 0.
        def loads(limit) = @items.map { |item| Rational(item.effort.to_s) * @minutes - limit }

        def load_of(choices)
          seconds = choices.sum(&:seconds)
          if seconds.zero?
            0
          else
            choices.sum { |choice| Rational(choice.item.effort.to_s) * choice.seconds } * @minutes / seconds
          end
        end

        # The best by so much worth a second, whatever the load.
        def most(worths) = choices(Table.new(@routes, whole(worths)).way)

        # Worth by importance alone.
        def free = @free ||= Table.new(@routes, importances)

        def within_load(found)
          return found if @load.nil? || load_of(found) <= @load
          limits = whole(loads(@load))
          tried, known = Price.new(@routes, free, importances, limits).best
          known && choices(Sweep.new(@routes, tried, limits: limits, known: known).best)
        end

        def choices(way) = @items.each_index.map { |i| Choice.new(item: @items[i], steps: way[i]) }

        # The same ratios in whole numbers.
        def whole(rationals)
          scale = rationals.map { |r| r.to_r.denominator }.reduce(1, :lcm)
          numbers = rationals.map { |r| (r * scale).to_i }
          common = numbers.reduce(0, :gcd)
          common.zero? ? numbers : numbers.map { |n| n / common }
        end
      end
    end
  end
end
