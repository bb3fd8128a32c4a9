module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A hand left out on the partner while the other strikes twice running: nothing guards that side.
        class HandAway < Rule
          rule "hand-away", of: :arm_strike?

          def check(visit, _walk)
            return unless visit.previous && arm_strike?(visit.before)
            away = other(visit.action.side)
            unless visit.before.side == visit.action.side && visit.out.include?(away) &&
                visit.previous.out.include?(away)
              return
            end
            return if third_running?(visit, away)
            yield finding(:cue, visit.index,
              "Your #{away} hand is still out: bring it home before the #{visit.action.side} strikes again.",
              seam: visit.seam)
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            away = other(action.side)
            yield "throw the hand that is out", walk.combination.replacing(finding.at, action.other_side)
            yield "cover with it first", walk.combination.inserting(finding.at, act("cover", away))
          end

          private

          def arm_strike?(action) = action.contact? && action.technique.arm_strike?

          # It was told at the second strike already.
          def third_running?(visit, away)
            earlier = visit.previous.previous
            earlier && arm_strike?(earlier.action) && earlier.action.side == visit.action.side &&
              earlier.out.include?(away)
          end
        end
      end
    end
  end
end
