module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A kick to the leg: where it may land and where never. Told once.
        class LegTarget < Rule
          rule "leg-target", of: :kick?, once: true

          def check(visit, _walk)
            return unless visit.action.level == :leg
            yield finding(:caution, visit.index, "Thigh or calf, never the knee joint.")
          end
        end
      end
    end
  end
end
