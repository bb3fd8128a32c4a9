module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A kick that turns all the way round has nothing after it but a pause: the back is to the partner.
        class AroundThenMore < Rule
          rule "around-then-more"

          def check(visit, _walk)
            before = visit.before
            return unless before&.own? && before.recovery == :around && !before.feint && !visit.action.pause?
            yield finding(:fault, visit.previous.index,
              "After a #{name(before)} your back has turned: nothing can follow before you face them again.",
              seam: visit.seam)
          end

          def cuts(index) = index + 1

          def mends(finding, walk)
            action = walk.actions[finding.at]
            pause = act("pause")
            after = (finding.at + 1 < walk.actions.size) ? walk.combination
              .inserting(finding.at + 1, pause) : walk.combination.followed_by(pause)
            [["bring it back instead", walk.combination.replacing(finding.at, action.but(recovery: :back))],
              ["pause after it", after]]
          end
        end
      end
    end
  end
end
