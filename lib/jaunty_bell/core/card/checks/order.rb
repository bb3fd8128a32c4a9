module JauntyBell::Core
  module Card
    module Checks
      # What should come before what.
      module Order
        # Hard kicks before the legs are warm.
        class ColdKicks < Check
          rule "cold-kicks", :caution

          def findings
            warm = 0
            works.each do |run, places|
              at = places.find { |place| hard_kicks?(tasks[place]) }
              return [cold(at, warm)] if at && warm < school.warm_legs
              warm += run.work if places.any? { |place| warming?(tasks[place]) }
            end
            []
          end

          private

          def hard_kicks?(task) = task.hard? && kicks?(task)

          def kicks?(task) =
            task.combinations.any? do |combination|
              combination.actions.any? { |action| action.contact? && action.technique.kick? }
            end

          # Anything that moves the legs: a warm-up, an exercise, lighter kicking.
          def warming?(task) = task.kind == "warm-up" || task.round.exercise || kicks?(task)

          def cold(at, warm)
            missing = school.warm_legs - warm
            reason = "Hard kicks after #{clock(warm)} of warming up: legs want #{clock(school.warm_legs)} " \
              "first, or a hamstring pays."
            say(at, reason, [mend("Warm the legs for #{clock(missing)} first") { warmed(missing) },
              mend("Kick lighter here") { eased(at) }])
          end

          def warmed(seconds)
            round = Round.new(title: "Warm the legs", work: seconds, rest: 30, rung: "air", effort: 3)
            return Edit.insert(blocks, [0, blocks[0].rounds.size], round) if blocks[0].kind == "warm-up"
            Edit.insert_block(blocks, 0, Block.new(kind: "warm-up", rounds: [round]))
          end

          def eased(at) =
            Edit.round(blocks, at, intensity: "light", effort: [round_at(at).effort, school.hard_effort - 1].min)
        end

        # Hard rounds before technique: what is learned tired is learned badly.
        class HardBeforeTechnique < Check
          rule "hard-before-technique", :cue

          def findings
            last = blocks.rindex { |block| block.kind == "technique" }
            at, = last && tasks.find { |place, task| place[0] < last && task.strikes? && task.hard? }
            return [] unless at
            reason = "#{titled(at)} is hard and stands before technique: what is learned tired is learned badly."
            [say(at, reason, [mend("Technique first") { Edit.move_block(blocks, last, at[0]) }])]
          end
        end

        # A combination nobody has met, in the last third of the class.
        class NewLate < Check
          rule "new-late", :cue

          def findings
            return [] unless company.met
            late = plan.total * 2/3r
            seen = company.met.to_set
            works.flat_map do |run, places|
              places.filter_map do |at|
                ids = fresh(at).reject { |id| seen.include?(id) }
                seen.merge(ids)
                point_out(at, run) if ids.any? && run.bell > late
              end
            end
          end

          private

          def fresh(at)
            round = round_at(at)
            round.combination ? [round.combination.id] : round.drill&.members.to_a
          end

          def point_out(at, run)
            say(at, "#{titled(at)} is new to this group and comes at #{clock(run.bell)}, in the last third: " \
              "new things want fresh heads.", [earlier(at)])
          end

          # In the place of a striking round before the late third that is not new.
          def earlier(at)
            other = tasks.keys.find do |place|
              place != at && tasks[place].strikes? && (place <=> at).negative? &&
                (fresh(place) - company.met.to_a).empty? && blocks[place[0]].kind == blocks[at[0]].kind
            end
            return mend("Change places with #{titled(other)}") { Edit.exchange(blocks, at, other) } if other
            technique = blocks.index { |block| block.kind == "technique" }
            return unless technique
            round = round_at(at).but(swap: "alone", rung: "air", effort: 4, title: "#{round_at(at).title}, first look",
              work: [round_at(at).work, 120].min)
            mend("A first look at it among the technique") do
              Edit.insert(blocks, [technique, blocks[technique].rounds.size], round)
            end
          end
        end

        # Jumps and full efforts when the profile says spent: the mean effort of the last minutes, rests counted as 0.
        class Spent < Check
          WINDOW = 360 # seconds looked back
          LEVEL = 5.5 # mean effort that counts as spent
          FULL = 9
          rule "spent", :caution

          def findings
            works.each_cons(2).filter_map do |(before, _), (run, places)|
              at = places.find { |place| demanding?(tasks[place]) }
              mean = at && spent(run.bell)
              point_out(at, before, mean) if mean && mean >= LEVEL
            end
          end

          private

          def demanding?(task)
            task.round.effort >= FULL ||
              task.combinations.any? { |combination|
                combination.actions.any? do |action|
                  action.contact? && action.technique.id.match?(/\Ajump|\Askip-knee/)
                end
              }
          end

          def spent(bell)
            from = [bell - WINDOW, 0].max
            return if bell - from < WINDOW / 2
            plan.runs.sum { |run| run.effort * [[run.bell_end, bell].min - [run.bell, from].max, 0].max }
              .fdiv(bell - from)
          end

          def point_out(at, before, mean)
            what = (round_at(at).effort >= FULL) ? "a full effort" : "a jump"
            reason = "#{titled(at)} asks for #{what} after #{clock(WINDOW)} at a mean effort of " \
              "#{Words.number(mean.round(1))}, rests counted: spent legs land badly."
            say(at, reason,
              [*rested(at, before),
                mend("Ask for less here") { Edit.round(blocks, at, effort: [round_at(at).effort, FULL - 1].min) }])
          end

          # The rest before it made long enough.
          def rested(at, before)
            return [] unless before.round
            place = [before.block, before.round]
            [60, 120, 180].map do |more|
              mend("#{clock(round_at(place).rest + more)} of rest before it") do
                Edit.round(blocks, place, rest: round_at(place).rest + more)
              end
            end
          end
        end

        # Effort that never comes down.
        class NeverDown < Check
          EASY = 4
          rule "never-down", :cue

          def findings
            hard = plan.runs.rindex { |run| run.effort >= school.hard_effort }
            return [] if hard.nil? || plan.runs.drop(hard + 1).any? { |run| run.effort <= EASY }
            last = plan.runs.last
            reason = "After the last hard round the effort never comes down to #{EASY}: nobody should walk out " \
              "with the heart at full."
            [say([last.block, last.round], reason, [mend("Three minutes to come down") { cooled }])]
          end

          private

          def cooled
            round = Round.new(title: "Walk and breathe", work: 180, rest: 0, rung: "air", effort: 1)
            if blocks.last.kind == "cool-down"
              return Edit.insert(blocks, [blocks.size - 1, blocks.last.rounds.size], round)
            end
            blocks + [Block.new(kind: "cool-down", rounds: [round])]
          end
        end

        # A combination that goes up more than one rung at a time.
        class RungSkipped < Check
          rule "rung-skipped", :cue

          def findings
            reached = {}
            tasks.flat_map do |at, task|
              task.combinations.filter_map do |combination|
                rung = rungs.index(task.round.rung)
                below = reached[combination]
                reached[combination] = rung if rung
                point_out(at, below, rung) if rung && below && rung - below > 1
              end.first(1)
            end
          end

          private

          # The school's own rungs: air, then from its first on.
          def rungs = @rungs ||= ["air", *Bench::Rungs.from(school.first_rung)]

          def point_out(at, below, rung)
            next_up = rungs[below + 1]
            skipped = rungs[(below + 1)...rung]
            reason = "#{titled(at)} goes from #{rungs[below]} straight to #{rungs[rung]}: " \
              "#{Words.list(skipped)} #{skipped.one? ? "is" : "are"} left out."
            say(at, reason, [mend("At #{next_up} first") { Edit.round(blocks, at, rung: next_up) }])
          end
        end
      end
    end
  end
end
