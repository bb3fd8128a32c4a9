module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A kick to the leg: where it may land and where never. Told once.
        class LegTarget < Rule
          rule "leg-target"

          def check(visit, walk)
            return unless visit.contact? && visit.technique.kick? && visit.action.level == :leg
            return if walk.findings.any? { |earlier| earlier.rule == self.class.id }
            yield finding(:caution, visit.index, "Thigh or calf, never the knee joint.")
          end
        end
      end
    end
  end
end
