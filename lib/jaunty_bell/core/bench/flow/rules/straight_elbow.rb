module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A hard straight punch that can snap the elbow: on something stiff, in the air, or from a long way off. Told
        # once.
        class StraightElbow < Rule
          rule "straight-elbow", of: ->(technique) { technique.punch? && technique.plane == :straight }, once: true

          def check(visit, walk)
            return unless Force.hard?(visit.action, walk.setting) && risky?(visit, walk.setting.implement)
            yield finding(:caution, visit.index,
              "Never snap the elbow straight: stop a hand short of locked, wrist supported.", seam: visit.seam)
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            yield "light instead of hard", walk.combination.replacing(finding.at, action.but(force: :light))
          end

          private

          def risky?(visit, implement) = visit.from_far || (implement && (implement.stiff || !implement.contact))
        end
      end
    end
  end
end
