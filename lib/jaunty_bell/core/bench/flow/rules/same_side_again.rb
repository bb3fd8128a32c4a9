module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A strike from a side that has just been spent. A hook, an uppercut or an elbow doubled with the same limb (to
        # the body, then to the head) is a staple: what makes it work is told, once; a school may teach it bare. The
        # third running is weak again.
        class SameSideAgain < WoundRule
          rule "same-side-again", of: DRIVEN

          WOUND = Winding::NONE
          DOUBLED = %w[hook shovel-hook uppercut].freeze

          def check(visit, walk)
            return if walk.setting.school.doubles_bare && doubled?(visit)
            super
          end

          private

          def staple?(visit) = doubled?(visit)

          def doubled?(visit) = same?(visit) && !same?(visit.previous)

          # Whether this one and the one directly before it are the same strike of the same limb.
          def same?(visit)
            before, action = visit.before, visit.action
            before&.contact? && before.technique == action.technique && before.side == action.side &&
              (DOUBLED.include?(action.technique.id) || action.technique.elbow?)
          end

          def reason(visit)
            again = name(visit.action)
            return "Let the hip come back between the two before the #{again}." if doubled?(visit)
            "That side has just gone: throw the other before the #{again}, or slip to wind it again."
          end
        end
      end
    end
  end
end
