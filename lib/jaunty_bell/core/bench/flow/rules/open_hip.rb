module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A round, rising or low kick, or a straight knee, whose standing foot has had no chance to open.
        class OpenHip < Rule
          KICKS = %w[round-kick rising-round-kick low-kick straight-knee].freeze
          OPENERS = %w[step-off angle-out walk-up switch].freeze

          rule "open-hip", of: ->(technique) { KICKS.include?(technique.id) }

          def check(visit, _walk)
            action = visit.action
            return if action.force == :touch || OPENERS.any? { |id| visit.led_by?(id) } || !closed?(visit)
            yield finding(:cue, visit.index, reason(action), seam: visit.seam)
          end

          def mends(finding, walk)
            action = walk.actions[finding.at]
            off = act("step-off", other(action.side))
            yield "step off with it", walk.combination.replacing(finding.at, action.but(with: off)) unless action.with
            yield "step off before it", walk.combination.inserting(finding.at, off)
          end

          private

          def closed?(visit)
            before = visit.before
            return false unless before&.own?
            return true if before.technique.id == "step-in"
            return false unless before.contact? && before.technique.arm_strike?
            before.side == visit.action.side ||
              (before.technique.punch? && before.technique.plane == :straight && visit.action.side != visit.front)
          end

          def reason(action)
            toes = (action.technique.id == "straight-knee") ? ", toes forward" : ""
            "For the #{name(action)} the standing foot lands a little outside, away from the kicking side#{toes}."
          end
        end
      end
    end
  end
end
