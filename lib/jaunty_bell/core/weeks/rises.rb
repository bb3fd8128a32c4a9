module JauntyBell::Core
  module Weeks
    # What each further place raises a value by, as if it never paid to wait: [places, rise] along the upper concave
    # hull of [[places, value], …].
    module Rises
      class << self
        def of(points)
          hull(points).each_cons(2).map { |(x0, y0), (x1, y1)| [x1 - x0, y1 - y0] }
            .select { |_, rise| rise.positive? }
        end

        # What of [[places, rise, …], …] is taken while there is room, what brings most for a place first (the linear
        # relaxation of a knapsack; Dantzig 1957): [[step, places taken], …]. The block may weigh a step.
        def taken(steps, room)
          steps.sort_by { |step| -step[1] * (block_given? ? yield(step) : 1.0) / step[0] }.map do |step|
            places = [step[0], room].min
            room -= places
            [step, places]
          end
        end

        private

        def hull(points)
          points.each_with_object([]) do |point, hull|
            hull.pop while hull.size > 1 && slope(hull[-2], hull[-1]) <= slope(hull[-1], point)
            hull << point
          end
        end

        def slope(one, two) = (two[1] - one[1]).fdiv(two[0] - one[0])
      end
    end
  end
end
