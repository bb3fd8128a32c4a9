module JauntyBell::Core
  module Bench
    module Figure
      # What carries a body, seen from above: the ground between the feet that stand.
      class Balance
        HALF_WIDTH = 0.0275 * Build::HEIGHT # of a foot: Drillis and Contini, as Build
        BEFORE, BEHIND = 0.05 * Build::HEIGHT, 0.102 * Build::HEIGHT # of the ball: a foot is 0.152 long (as Build)
        NEAR = 1.0 # cm outside that are nobody's loss of balance

        # `soles` of the feet that stand.
        def initialize(soles)
          @edge = hull(soles.flat_map { |sole| corners(sole) })
        end

        # Whether a place [x, y, …] lies over it.
        def over?(place)
          @edge.each_index.all? do |i|
            a, b = @edge[i - 1], @edge[i]
            long = Math.hypot(b[0] - a[0], b[1] - a[1])
            side = (b[0] - a[0]) * (place[1] - a[1]) - (b[1] - a[1]) * (place[0] - a[0])
            side >= -NEAR * long
          end
        end

        # The place [x, y] over a sole, a centimetre within its edge, that is nearest to another.
        def self.nearest(sole, place)
          c, s = Vector.level(sole.angle)
          x, y = place[0] - sole.ball[0], place[1] - sole.ball[1]
          ahead = (x * c + y * s).clamp(1 - BEHIND, BEFORE - 1)
          aside = (y * c - x * s).clamp(1 - HALF_WIDTH, HALF_WIDTH - 1)
          [sole.ball[0] + ahead * c - aside * s, sole.ball[1] + ahead * s + aside * c]
        end

        private

        def corners(sole)
          c, s = Vector.level(sole.angle)
          behind = BEHIND * ((sole.heel > 1) ? 0.35 : 1.0) # a heel that is up carries nothing
          [[BEFORE, 1], [BEFORE, -1], [-behind, -1], [-behind, 1]].map do |along, side|
            [sole.ball[0] + along * c - side * HALF_WIDTH * s, sole.ball[1] + along * s + side * HALF_WIDTH * c]
          end
        end

        # Counter-clockwise (Andrew's monotone chain).
        def hull(points)
          sorted = points.sort
          chain = ->(list) {
            list.each_with_object([]) do |point, kept|
              kept.pop while kept.size > 1 && turn(kept[-2], kept[-1], point) <= 0
              kept << point
            end[0...-1]
          }
          chain.call(sorted) + chain.call(sorted.reverse)
        end

        def turn(a, b, c) = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
      end
    end
  end
end
