module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # An elbow, a knee or a hard kick on a partner who wears no pads and holds no shield.
        class LivePartner < Rule
          rule "live-partner", of: ->(technique) { technique.elbow? || technique.leg_strike? }

          def check(visit, walk)
            return unless walk.setting.implement&.live && !visit.seam
            technique = visit.technique
            return if technique.kick? && !Force.hard?(visit.action, walk.setting)
            yield finding(:fault, visit.index,
              "No #{technique.kick? ? "hard kick" : technique.family} on a partner without pads or a shield.")
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            yield "touch only", walk.combination.replacing(finding.at, action.but(force: :touch))
            yield "show it as a feint", walk.combination.replacing(finding.at, action.but(feint: true, force: nil))
          end
        end
      end
    end
  end
end
