module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # The strike is shorter than where the body stands, and nothing written brings it nearer. Told once, where it
        # first happens.
        class RangeIn < Rule
          rule "range-in", once: true

          def check(visit, _walk)
            return unless visit.gap == :in
            yield finding(:cue, visit.index, "Step in with the #{name(visit.action)}#{why(visit)}", seam: visit.seam)
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            step = act("step-in")
            yield "step in with it", walk.combination.replacing(finding.at, action.but(with: step)) unless action.with
            yield "step in before it", walk.combination.inserting(finding.at, step)
          end

          private

          # A push or a step out has made room, or the strike is a shorter one.
          def why(visit)
            before = visit.previous
            made_room = before && before.after[2] < before.band
            made_room ? ": the #{name(before.action)} has made room." : "; it is shorter than the one before."
          end
        end
      end
    end
  end
end
