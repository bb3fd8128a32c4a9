module JauntyBell::Core
  module Bench
    module Figure
      # Two bones and the joint between them: an arm, a leg.
      module Limb
        STRAIGHTEST = 0.998 # of both bones' length: nothing locks
        SHARPEST = 32.0 # inner degrees: flesh meets flesh

        class << self
          # Where the middle joint stands and where the end comes to, [[x, y, z], [x, y, z]]: from `root`, towards
          # `goal`, bent towards the way `pole`. Where the goal is out of reach the end stops short of it, or
          # beyond it where it is too near.
          def reach(root, goal, upper, lower, pole)
            way = Vector.less(goal, root)
            far = Vector.size(way)
            way = (far < 1e-6) ? [0.0, 0.0, -1.0] : Vector.times(way, 1 / far)
            within = far.clamp(span(upper, lower, SHARPEST), (upper + lower) * STRAIGHTEST)
            along = (upper * upper - lower * lower + within * within) / (2 * within)
            bend = Vector.unit(Vector.across(pole, way))
            middle = Vector.go(Vector.go(root, way, along), bend, Math.sqrt([upper * upper - along * along, 0.0].max))
            [middle, Vector.go(root, way, within)]
          end

          # Cm from end to end with the middle joint bent to an inner angle of so many degrees.
          def span(upper, lower, degrees) =
            Math.sqrt(upper * upper + lower * lower - 2 * upper * lower * Math.cos(degrees * Math::PI / 180))
        end
      end
    end
  end
end
