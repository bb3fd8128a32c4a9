module JauntyBell::Core
  module Card
    module Checks
      # Whether a circuit goes round.
      module Circuits
        class OfCircuits < Check
          def findings = blocks.each_index.select { |b| blocks[b].circuit? }.filter_map { |b| finding(b) }

          private

          def stations_with(b, **changes) =
            Edit.each_round(blocks) { |round, _, at| round.but(**changes) if at[0] == b }
        end

        # Stations that do not share one bell.
        class Bells < OfCircuits
          rule "circuit-bells", :cue

          private

          def finding(b)
            works = stations(b).map { |at| plan.work(tasks[at]).seconds }
            rests = blocks[b].rounds.map(&:rest)
            return inner(b) if works.uniq.size == 1 && rests.uniq.size == 1
            say([b],
              "The stations share one bell: #{clock(works.max)} of work and #{clock(rests.max)} to move on. The " \
              "shorter ones stand waiting for it.",
              [mend("#{clock(works.max)} at every station") {
                stations_with(b, work: works.max, rest: rests.max, reps: nil)
              }])
          end

          # On and off that the one bell cannot ring, as stations differ in it.
          def inner(b)
            block = blocks[b]
            ways = block.rounds.filter_map { |round| [round.on, round.off] if round.on }.uniq
            return if block.bells == "own" || ways.empty? || block.inner
            on, off = ways.first
            say([b],
              "One bell rings for all, and the stations differ in how long they go on and off: ring one time " \
              "for all, or let each keep its own.",
              [mend("#{on} s on and #{off} s off at every station") { stations_with(b, on: on, off: off) },
                mend("Each station its own time") {
                  blocks.each_with_index.map { |each, i| (i == b) ? each.but(bells: "own") : each }
                }])
          end
        end

        # More groups than stations.
        class Waiting < OfCircuits
          rule "circuit-waiting", :weak

          private

          def finding(b)
            rotation = plan.circuit(blocks[b])
            return if rotation.waits.zero?
            waiting = rotation.places.count(nil)
            run = plan.runs.find { |each| each.block == b }
            room = (company.students / blocks[b].rounds.size.to_r).ceil
            say([b],
              "#{Words.many(company.students, "student")} at #{Words.many(blocks[b].rounds.size, "station")}: " \
              "#{Words.many(waiting, "group")} #{(waiting == 1) ? "waits" : "wait"} at every bell, and each " \
              "student stands " \
              "about for #{clock(rotation.waits * run.work)}.",
              [mend("#{room} at every station") { stations_with(b, capacity: room) }])
          end
        end

        # A station with a holder that only one student comes to.
        class Holder < OfCircuits
          rule "circuit-holder", :fault

          private

          def finding(b)
            at = stations(b).find { |place| tasks[place].implement&.holder && round_at(place).capacity < 2 }
            return unless at
            say(at, "#{titled(at)} needs somebody to hold: two students at a time, or something that hangs.",
              [mend("Two at every station") { stations_with(b, capacity: 2) },
                mend("On a hanging bag") { Edit.round(blocks, at, implement: "hanging-bag") }])
          end
        end
      end
    end
  end
end
