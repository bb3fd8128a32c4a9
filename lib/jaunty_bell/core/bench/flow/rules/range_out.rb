module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # The body stands too near for the strike, and nothing makes room.
        class RangeOut < Rule
          rule "range-out"

          def check(visit, _walk)
            return unless visit.gap == :out
            kick = visit.technique.kick?
            tail = kick ? "There is no room to lift it from close." : "Make room first."
            yield finding(kick ? :fault : :cue, visit.index, "You are too near for the #{name(visit.action)}. #{tail}",
              seam: visit.seam)
          end

          def cuts(index) = index

          def mends(finding, walk)
            action = walk.actions[finding.at]
            combination = walk.combination
            yield "step out before it", combination.inserting(finding.at, act("step-out"))
            if action.technique.kick?
              yield "a knee in its place", combination.replacing(finding.at, act("straight-knee", action.side))
            end
            yield "push off before it", combination.inserting(finding.at, act("push", other(action.side || :rear)))
          end
        end
      end
    end
  end
end
