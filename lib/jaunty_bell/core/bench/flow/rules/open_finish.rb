module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # The set ends without what the club asks of an ending.
        class OpenFinish < Rule
          # What a school may ask of an ending, in words.
          WANTED = {"exit step" => "a step out", "one defence" => "a defence", "two defences" => "two defences"}.freeze

          rule "open-finish"

          def check(walk)
            wanted = walk.setting.school.finish
            return if wanted == "none" || walk.own_actions.empty? || met?(wanted, walk)
            yield finding(:cue, walk.actions.size - 1, reason(wanted, walk))
          end

          def mends(finding, walk)
            last = walk.actions.last
            if last.recovery == :around
              yield "bring the kick back", walk.combination.replacing(finding.at, last.but(recovery: :back))
            end
            yield "step out", walk.combination.followed_by(act("step-out"))
            yield "roll to finish", walk.combination.followed_by(act("roll"))
            yield "roll and step out", walk.combination.followed_by(act("roll"), act("step-out"))
            yield "slip and roll to finish", walk.combination.followed_by(act("slip"), act("roll", :lead))
            covers = walk.hands_left_out.map { |side| act("cover", side) }
            yield "cover to finish", walk.combination.followed_by(*covers)
          end

          private

          def met?(wanted, walk)
            last = walk.own_actions.last(2).reverse
            case wanted
            when "guard" then last.first.recovery != :around && walk.hands_left_out.empty?
            when "exit step"
              [last.first, last.first.with].compact.any? do |part|
                part.technique.step? && part.technique.shifts != :nearer
              end
            when "one defence" then last.first.technique.defence?
            when "two defences" then last.size == 2 && last.all? { |action| action.technique.defence? }
            end
          end

          def reason(wanted, walk)
            if wanted == "guard" && walk.own_actions.last.recovery == :around
              return "It ends turned away: come back to guard."
            end
            return "It ends with a hand still out: bring it home." if wanted == "guard"
            "This school ends a set with #{WANTED[wanted]}."
          end
        end
      end
    end
  end
end
