module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A lead round or rising kick, or a lead straight or long knee, with nothing before it that loads the lead leg.
        class LeadKickLoad < Rule
          KICKS = %w[round-kick rising-round-kick straight-knee long-knee].freeze

          rule "lead-kick-load", of: ->(technique) { KICKS.include?(technique.id) }

          def check(visit, walk)
            action = visit.action
            return unless in_front?(visit)
            return if action.force == :touch || visit.first_contact || loaded?(visit, walk.setting.school)
            yield finding(severity(visit, walk.setting.school), visit.index, reason(visit), seam: visit.seam)
          end

          def mends(finding, walk)
            walk.setting.school.lead_kick_loads.each do |load|
              id, side = load.split
              step = act(id, side&.to_sym)
              yield "#{name(step)} before it", walk.combination.inserting(finding.at, step)
            end
          end

          private

          # The leg that stood in front before what was done just before it or with it.
          def in_front?(visit)
            fronts = [visit.front, (visit.previous&.front if visit.led_by?("switch") || visit.led_by?("walk-up"))]
            fronts.include?(visit.action.side)
          end

          def loaded?(visit, school)
            school.lead_kick_loads.any? do |load|
              id, side = load.split
              visit.led_by?(id, side&.to_sym)
            end
          end

          # Weight that a rear hand or elbow has just sent over the lead leg.
          def transfer?(visit) =
            visit.before&.contact? && visit.before.technique.arm_strike? && visit.before.side != visit.front

          def severity(visit, school) = (school.lead_kick_bare || transfer?(visit)) ? :cue : :weak

          def reason(visit)
            if transfer?(visit)
              return "Let the #{name(visit.before)} carry your weight over before the #{name(visit.action)}."
            end
            leg = (visit.action.side == :lead) ? "lead" : "front"
            "Nothing loads the #{leg} leg before the #{name(visit.action)}: switch, gallop in or slip to the #{leg} " \
              "side first."
          end
        end
      end
    end
  end
end
