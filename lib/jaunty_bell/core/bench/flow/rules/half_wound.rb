module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A strike from a side that is only half wound. Right after the jab of the same hand (jab then hook) it is a
        # staple: what makes it work is told.
        class HalfWound < WoundRule
          rule "half-wound", of: DRIVEN

          WOUND = Winding::HALF

          private

          def staple?(visit) = off_the_jab?(visit)

          def off_the_jab?(visit)
            before = visit.before
            before&.contact? && before.technique.leaves == :jab && before.side == visit.action.side
          end

          def reason(visit)
            return "Turn the hip back as the jab comes home: then the #{name(visit.action)} has something behind it." if
              off_the_jab?(visit)
            "The #{visit.action.side} side is only half wound, so the #{name(visit.action)} is all arm: wind it first."
          end
        end
      end
    end
  end
end
