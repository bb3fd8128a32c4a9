module JauntyBell::Core
  module Bench
    module Figure
      # Two bones and the joint between them: an arm, a leg.
      module Limb
        STRAIGHTEST = 0.998 # of both bones' length: nothing locks
        SHARPEST = 32.0 # inner degrees: flesh meets flesh
        COSINE = Math.cos(SHARPEST * Math::PI / 180)
        private_constant :COSINE

        class << self
          # Where the middle joint stands and where the end comes to, [[x, y, z], [x, y, z]]: from `root`, towards
          # `goal`, bent towards the way `pole`. Where the goal is out of reach the end stops short of it, or
          # beyond it where it is too near.
          def reach(root, goal, upper, lower, pole)
            way = Vector.less(goal, root)
            far = Vector.size(way)
            x, y, z = (far < 1e-6) ? [0.0, 0.0, -1.0] : [way[0] / far, way[1] / far, way[2] / far]
            within = far.clamp(nearest(upper, lower), (upper + lower) * STRAIGHTEST)
            along = (upper * upper - lower * lower + within * within) / (2 * within)
            across = pole[0] * x + pole[1] * y + pole[2] * z
            px, py, pz = pole[0] - x * across, pole[1] - y * across, pole[2] - z * across
            beside = upper * upper - along * along
            out = (beside > 0) ? Math.sqrt(beside / (px * px + py * py + pz * pz)) : 0.0
            [[root[0] + x * along + px * out, root[1] + y * along + py * out, root[2] + z * along + pz * out],
              [root[0] + x * within, root[1] + y * within, root[2] + z * within]]
          end

          # Cm from end to end at the sharpest that the joint bends.
          def nearest(upper, lower) = Math.sqrt(upper * upper + lower * lower - 2 * upper * lower * COSINE)

          # Cm from end to end with the middle joint bent to an inner angle of so many degrees.
          def span(upper, lower, degrees) =
            Math.sqrt(upper * upper + lower * lower - 2 * upper * lower * Math.cos(degrees * Math::PI / 180))
        end
      end
    end
  end
end
