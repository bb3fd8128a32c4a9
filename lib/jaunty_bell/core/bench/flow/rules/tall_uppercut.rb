module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # An uppercut to the head of a hanging bag, whose side is straight up and down. Told once.
        class TallUppercut < Rule
          rule "tall-uppercut", of: ->(technique) { technique.id == "uppercut" }, once: true

          def check(visit, walk)
            return unless walk.setting.implement&.id == "hanging-bag" && visit.action.level == :head
            yield finding(:caution, visit.index,
              "On a hanging bag land the uppercut at an angle, wrist in line with the forearm.")
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            yield "to the body", walk.combination.replacing(finding.at, action.but(level: :body))
          end
        end
      end
    end
  end
end
