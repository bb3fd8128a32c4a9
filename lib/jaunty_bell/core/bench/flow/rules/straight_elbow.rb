module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A hard straight punch that can snap the elbow: on something stiff, in the air, or from a long way off. Told
        # once.
        class StraightElbow < Rule
          rule "straight-elbow"

          def check(visit, walk)
            unless visit.contact? && visit.technique.punch? && visit.technique.plane == :straight &&
                Force.hard?(visit.action, walk.setting)
              return
            end
            unless risky?(visit, walk.setting.implement) && walk.findings
                .none? { |earlier| earlier.rule == self.class.id }
              return
            end
            yield finding(:caution, visit.index,
              "Never snap the elbow straight: stop a hand short of locked, wrist supported.", seam: visit.seam)
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            [["light instead of hard", walk.combination.replacing(finding.at, action.but(force: :light))]]
          end

          private

          def risky?(visit, implement) = visit.from_far || (implement && (implement.stiff || !implement.contact))
        end
      end
    end
  end
end
