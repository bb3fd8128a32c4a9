module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # Partners who trade hard kicks. Never among juniors.
        class KickTrade < Rule
          rule "kick-trade"

          def check(walk)
            at = walk.actions.index do |action|
              action.contact? && action.technique.kick? && Force.hard?(action, walk.setting)
            end
            return unless at && traded?(walk)
            yield finding(walk.setting.juniors ? :fault : :caution, at,
              "Trading hard kicks wants shin pads and a forearm to " \
              "cover#{"; juniors do not trade them at all" if walk.setting.juniors}.")
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            yield "touch only", walk.combination.replacing(finding.at, action.but(force: :touch))
          end

          private

          def traded?(walk)
            return false unless walk.setting.partnered?
            if walk.actions.any? { |action|
              action.partner? && action.strike? && !action.feint && action.technique.kick?
            }
              return true
            end
            walk.setting.manner == "trade" && walk.setting.implement&.live
          end
        end
      end
    end
  end
end
