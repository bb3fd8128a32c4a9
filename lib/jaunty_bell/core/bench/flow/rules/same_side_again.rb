module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A strike from a side that has just been spent.
        class SameSideAgain < WoundRule
          rule "same-side-again"

          WOUND = Winding::NONE

          private

          def reason(action) =
            "That side has just gone: throw the other before the #{name(action)}, or slip to wind it again."
        end
      end
    end
  end
end
