module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # What the two winding rules share: a hand or elbow strike that must be driven by its own side. Weak, but for
        # what every gym teaches (#staple?), which is a cue.
        class WoundRule < Rule
          DRIVEN = ->(technique) { technique.arm_strike? && technique.needs == :full }

          def check(visit, _walk)
            return if visit.action.force == :touch || visit.first_contact || visit.wound != self.class::WOUND
            yield finding(staple?(visit) ? :cue : :weak, visit.index, reason(visit), seam: visit.seam)
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            combination = walk.combination
            between = act((action.side == :lead) ? "cross" : "jab")
            yield "throw the other hand", combination.replacing(finding.at, action.other_side)
            yield "slip to the #{action.side} side first", combination.inserting(finding.at, act("slip", action.side))
            yield "roll to the #{action.side} side first", combination.inserting(finding.at, act("roll", action.side))
            yield "a #{between.technique.plain} between", combination.inserting(finding.at, between)
          end
        end
      end
    end
  end
end
