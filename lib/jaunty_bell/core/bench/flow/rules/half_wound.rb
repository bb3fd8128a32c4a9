module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A strike from a side that is only half wound.
        class HalfWound < WoundRule
          rule "half-wound"

          WOUND = Winding::HALF

          private

          def reason(action) =
            "The #{action.side} side is only half wound, so the #{name(action)} is all arm: wind it first."
        end
      end
    end
  end
end
