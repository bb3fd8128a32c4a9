module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A feint with nothing after it feints for nothing.
        class FeintLast < Rule
          rule "feint-last"

          def check(walk)
            last = walk.own_actions.last
            return unless last&.feint
            yield finding(:fault, walk.actions.rindex { |action| action.equal?(last) },
              "A feint sets something up: throw something after it.")
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            yield "throw it", walk.combination.replacing(finding.at, action.but(feint: false))
            yield "a cross after it", walk.combination.followed_by(act("cross"))
          end
        end
      end
    end
  end
end
