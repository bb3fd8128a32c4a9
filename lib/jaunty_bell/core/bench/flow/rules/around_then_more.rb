module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A kick that turns all the way round has nothing after it but a pause: the back is to the partner.
        class AroundThenMore < Rule
          rule "around-then-more", contact: nil

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
            yield "bring it back instead", walk.combination.replacing(finding.at, action.but(recovery: :back))
            yield "pause after it", walk.combination.inserting_after(finding.at, act("pause"))
          end
        end
      end
    end
  end
end
