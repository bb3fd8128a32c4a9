module JauntyBell::Core
  module Bench
    module Figure
      # Arithmetic with places and ways in space, [x, y, z].
      module Vector
        module_function

        def add(a, b) = [a[0] + b[0], a[1] + b[1], a[2] + b[2]]

        def less(a, b) = [a[0] - b[0], a[1] - b[1], a[2] - b[2]]

        def times(a, by) = [a[0] * by, a[1] * by, a[2] * by]

        # From `a` so far along a way.
        def go(a, way, by) = [a[0] + way[0] * by, a[1] + way[1] * by, a[2] + way[2] * by]

        def dot(a, b) = a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

        def size(a) = Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2])

        def unit(a)
          long = size(a)
          long.zero? ? [0.0, 0.0, 0.0] : times(a, 1 / long)
        end

        def between(a, b, share) = go(a, less(b, a), share)

        # From `a` so far along a way of any length.
        def along(a, way, by) = go(a, unit(way), by)

        # What of `a` stands across a unit way.
        def across(a, way) = go(a, way, -dot(a, way))

        # The level way of so many degrees, counter-clockwise from x, and the one to its left.
        def level(degrees) = [Math.cos(degrees * Math::PI / 180), Math.sin(degrees * Math::PI / 180), 0.0]

        def left_of(way) = [-way[1], way[0], 0.0]
      end
    end
  end
end
