module JauntyBell::Core
  module Card
    module Checks
      # Whether partners get the same.
      module Sharing
        # Turns that do not come out even in a pair.
        class UnevenTurns < Check
          rule "uneven-turns", :weak

          def findings
            tasks.filter_map { |at, task| point_out(at, task) if task.round.swap == "every" }
          end

          private

          def seats = 2

          def who = "In a pair"

          def point_out(at, task)
            turns = plan.work(task, seats: seats).turns
            return unless turns.uneven?
            times = Words.list(turns.striking.map { |seconds| clock(seconds) })
            say(at, "#{who} the turns come out uneven: #{times} of striking.",
              turns.even_settings.map { |setting| settled(at, task, setting) }.uniq(&:label))
          end

          def settled(at, task, setting)
            same_turn = setting[:every] == task.round.every
            label = same_turn ? "#{clock(setting[:work])} of work" : "Turns of #{clock(setting[:every])}"
            mend(label) { Edit.round(blocks, at, work: setting[:work], every: setting[:every]) }
          end
        end

        # The same in the trio of an odd class. A setting even for three may not be even for two: the mends say so by
        # being tried.
        class UnevenTrio < UnevenTurns
          rule "uneven-trio", :cue

          def findings = company.trio? ? super : []

          private

          def seats = 3

          def who = "In the trio of an odd class"

          # Besides its own settings the nearest at which pairs come out even too: turns in sixes.
          def settled(at, task, setting)
            return super unless setting[:every] == task.round.every
            lap = 6 * (task.round.every + task.swap_time)
            work = [(setting[:work] + task.swap_time).fdiv(lap).round, 1].max * lap - task.swap_time
            mend("#{clock(work)} of work, even for pairs and trio") { Edit.round(blocks, at, work: work) }
          end
        end

        # Mitts or pads with nobody to hold them.
        class NoHolder < Check
          rule "no-holder", :fault

          def findings
            tasks.filter_map do |at, task|
              unless task.strikes? && task.implement&.holder && task.round.swap == "alone" && !blocks[at[0]].circuit?
                next
              end
              say(at, "#{titled(at)} is done alone, and #{task.implement.name} need somebody to hold.",
                [mend("In pairs, change at half time") { Edit.round(blocks, at, swap: "even") },
                  mend("On a hanging bag") { Edit.round(blocks, at, implement: "hanging-bag") }])
            end
          end
        end

        # Rounds that change striker from one to the next, and stop halfway.
        class UnevenRounds < Check
          rule "uneven-rounds", :weak

          def findings
            blocks.each_index.flat_map do |b|
              places = blocks[b].rounds.each_index.map { |r| [b, r] }.select { |at| round_at(at).swap == "round" }
              total = places.sum { |at| round_at(at).repeat }
              (total % 2).zero? ? [] : [point_out(places.last, total)]
            end
          end

          private

          def point_out(at, total)
            repeat = round_at(at).repeat
            mends = [repeat + 1, repeat - 1].select(&:positive?)
              .map do |times|
                mend("#{titled(at)} #{Words.many(times, "time")}") { Edit.round(blocks, at, repeat: times) }
              end
            say(at, "Who strikes changes with the round, and there #{(total == 1) ? "is one" : "are #{total}"}: one " \
              "partner of each pair gets a round more.",
              mends + [mend("Change at half time") { Edit.round(blocks, at, swap: "even") }])
          end
        end

        # Phases that fall to one partner: the lead stance to the first, the other to the second.
        class PhaseByPartner < Check
          rule "phase-by-partner", :weak

          def findings
            tasks.filter_map do |at, task|
              work = plan.work(task)
              uneven = work.seats == 2 && task.round.swap != "round" &&
                work.phase_seconds.find { |_, seconds| seconds.uniq.size > 1 }
              point_out(at, uneven) if uneven
            end
          end

          private

          def point_out(at, uneven)
            phase, seconds = uneven
            times = Words.list(seconds.map { |s| clock(s) })
            say(at, "#{phase ? "\"#{phase.name}\"" : "A phase"} falls unevenly to the partners: #{times}.", turns(at))
          end

          # Turns short enough that each phase holds a pair of them.
          def turns(at)
            round = round_at(at)
            lengths = round.phases.filter_map(&:seconds)
            (1..20).map { |n| lengths.min.to_i / (2 * n) }.uniq.select { |every| every >= 5 }
              .map do |every|
                mend("Change every #{clock(every)}") { Edit.round(blocks, at, swap: "every", every: every) }
              end
          end
        end
      end
    end
  end
end
