module JauntyBell::Core
  module Card
    module Checks
      # Whether the body is worked evenly.
      module Balance
        # The same limb worked hard three rounds running.
        class SameLimb < Check
          RUNNING = 3
          rule "same-limb", :cue

          def findings
            limbs = works.map do |run, places|
              [places.first, (main_limb(run) if places.any? { |at| tasks[at].hard? && tasks[at].strikes? })]
            end
            limbs.each_cons(RUNNING).filter_map { |three|
              point_out(three) if three.map(&:last).uniq.size == 1 && three.last.last
            }.first(1)
          end

          private

          # The limb with more than half of the strikes, or nil.
          def main_limb(run)
            limbs = run.worked.counts.then { |counts| counts ? counts.by_limb : {} }
            limb, most = limbs.max_by { |_, n| n }
            limb if most && most * 2 > limbs.values.sum && most.positive?
          end

          def point_out(three)
            at, limb = three.last
            reason = "The #{limb} works hardest in three hard rounds running: it tires, and then it is the " \
              "shoulder or the hip that pays."
            say(at, reason, [*others(three, limb), mend("Ease the one in the middle") { eased(three[1].first) }])
          end

          def eased(at) =
            Edit.round(blocks, at, effort: [round_at(at).effort, school.hard_effort - 1].min, intensity: "medium")

          # Changing places with a later round of the same block.
          def others(three, limb)
            b, r = three.last.first
            (0...blocks[b].rounds.size).reject { |other| other <= r }
              .map { |other|
                mend("Change places with #{titled([b, other])}") { Edit.exchange(blocks, [b, r], [b, other]) }
              }.first(2)
          end
        end

        # Kicks leaning to one leg, hands leaning away from what is usual: mended by working the heaviest rounds on both
        # sides.
        class Lean < Check
          MOST_ROUNDS = 6

          private

          # The rounds that lean most the same way, made both-sided: one, two, or as many as it takes.
          def both_sided
            way = tally(plan.counts).then { |left, right| (left > right) ? 1 : -1 }
            heaviest = tasks.select { |at, task| task.strikes? && !task.both_sides? && leaning(at) * way > 0 }.keys
              .sort_by { |at| -leaning(at).abs }
            (1..[heaviest.size, MOST_ROUNDS].min).map do |count|
              places = heaviest.first(count)
              label = (count ==
                1) ? "#{titled(places.first)} on both sides" : "The #{count} rounds that lean most on both sides"
              mend(label) do
                Edit.each_round(blocks) { |round, _, at| round.but(both_sides: true) if places.include?(at) }
              end
            end
          end

          def leaning(at) = leanings.fetch(at, 0)

          def leanings
            @leanings ||= plan.runs.each_with_object(Hash.new(0)) do |run, sums|
              left, right = tally(run.worked.counts)
              sums[[run.block, run.round]] += left - right
            end
          end

          def tally(counts) = counts ? counts[limb].values_at(:left, :right) : [0, 0]
        end

        class KickLean < Lean
          FEWEST = 20
          rule "kick-lean", :cue

          def findings
            left, right = tally(plan.counts)
            return [] if left + right < FEWEST
            most = [left, right].max
            share = most * 100r / (left + right)
            return [] if share <= school.kick_lean
            side = (left > right) ? "left" : "right"
            [say([],
              "#{most.round} of #{(left + right).round} kicks and knees are with the #{side} leg: #{share.round} %, " \
              "over the #{school.kick_lean} % the school allows.", both_sided)]
          end

          private

          def limb = :by_leg
        end

        class HandLean < Lean
          FEWEST = 100
          rule "hand-lean", :cue

          def findings
            left, right = tally(plan.counts)
            return [] if company.usual.nil? || left + right < FEWEST
            share = 100r * left / (left + right)
            usual = company.usual * 100
            return [] if (share - usual).abs <= school.hand_lean
            [say([],
              "The left hand has #{share.round} % of the punches and elbows; in this club's classes it has " \
              "#{usual.round} %.", both_sided)]
          end

          private

          def limb = :by_hand
        end

        # Kicks after hands on the side the school does not teach.
        class Pairing < Check
          OTHER = {"cross-body" => :same_side, "same-side" => :cross_body}.freeze
          WORDS = {same_side: "on the same side", cross_body: "across the body"}.freeze
          rule "pairing", :cue

          def findings
            other = OTHER[school.pairing]
            pairs = plan.counts.by_pairing
            return [] if other.nil? || pairs[other] * 2 <= pairs.values.sum
            at, = tasks.max_by { |place, _|
              plan.runs.select { |run| [run.block, run.round] == place }
                .sum { |run| run.worked.counts ? run.worked.counts.by_pairing[other] : 0 }
            }
            [say(at,
              "#{pairs[other].round} of #{pairs.values.sum.round} kicks and knees after a hand go " \
              "#{WORDS[other]}; this school teaches #{school.pairing}.")]
          end
        end
      end
    end
  end
end
