module JauntyBell::Core
  module Card
    module Checks
      # What can hurt someone.
      module CareOf
        # Kicks with a live partner and no shin pads on the kit list.
        class BareTrades < Check
          SHIN = "shin pads"
          rule "bare-trades", :caution

          def findings
            tasks.filter_map do |at, task|
              next unless task.implement&.live && task.round.contact && kicks?(task) && !task.kit.include?(SHIN)
              say(at, "#{titled(at)} trades kicks and no shin pads are on its kit list. Forearm cover too; stop when " \
                "form goes.",
                [mend("Shin pads on") { Edit.round(blocks, at, kit: round_at(at).kit + [SHIN]) }],
                as: company.juniors ? :fault : severity)
            end
          end

          private

          def kicks?(task) =
            task.combinations.any? do |combination|
              combination.actions.any? { |action| action.strike? && !action.feint && action.technique.kick? }
            end
        end

        # Children: no head contact, no long rounds.
        class Juniors < Check
          rule "juniors", :caution

          def findings
            return [] unless company.juniors
            tasks.flat_map { |at, task| [head(at, task), long(at, task)].compact }
          end

          private

          def head(at, task)
            return unless task.implement&.live && task.round.contact
            strike = task.combinations.flat_map(&:actions).any? do |action|
              action.strike? && !action.feint && action.level == :head
            end
            if strike
              say(at, "#{titled(at)} has strikes to the head with a partner: no head contact for juniors.",
                [mend("No contact") { Edit.round(blocks, at, contact: false, intensity: "touch") }], as: :fault)
            end
          end

          def long(at, task)
            return if !task.strikes? || task.round.work <= school.junior_round
            say(at, "#{clock(task.round.work)} of #{titled(at)} is long for juniors: #{clock(school.junior_round)} " \
              "keeps the form.",
              [mend("#{clock(school.junior_round)} of work") { Edit.round(blocks, at, work: school.junior_round) }],
              as: :cue)
          end
        end

        # What students on hold cannot do on this card, and the nearest thing they can, round by round.
        class Held < Check
          rule "held", :caution

          def findings
            company.roster.filter_map do |person|
              said = tasks.filter_map do |at, task|
                plan.substitute(task, person, company.shelf)&.then { |found| [at, found] }
              end
              point_out(person, said) if said.any?
            end
          end

          private

          # What must not be done, once for all its rounds; what is done instead, round by round.
          def point_out(person, said)
            cannot = said.flat_map { |_, found| found.cannot }.uniq
            instead = said.group_by { |_, found| found.instead }
              .map { |words, list| "#{list.map { |at, _| round_at(at).title }.uniq.join(", ")}: #{words}." }
            say(said.first.first,
              "#{person.name} must not #{cannot.join(" or ")}: #{Words.many(said.size, "round")} of this card.",
              details: instead)
          end
        end

        # Faults and cautions of the combinations themselves, on this implement.
        class Combinations < Check
          TOLD = %i[fault caution].freeze
          rule "combination", :fault

          def findings
            tasks.flat_map do |at, task|
              worst(task).map do |finding|
                Finding.new(rule: finding.rule, severity: finding.severity, at: at,
                  reason: "#{titled(at)}: #{finding.reason}", mends: other_implements(at, task, finding))
              end
            end
          end

          private

          # Each rule that fires in one of the task's combinations, once.
          def worst(task)
            plan.once(task, :worst) do
              setting = task.setting.but(juniors: company.juniors)
              found = task.combinations.flat_map { |combination| Bench::Flow::Walk.new(combination, setting).findings }
              found.select { |finding| TOLD.include?(finding.severity) && !finding.seam }.uniq(&:rule)
            end
          end

          def other_implements(at, task, finding)
            return [] unless finding.severity == :fault && task.implement
            task.implement.stands_in.map { |id| Lexicon::Implements[id] }
              .map { |other| mend("On #{other.name}") { Edit.round(blocks, at, implement: other.id) } }
          end
        end
      end
    end
  end
end
