module JauntyBell
  module StandIns
    module Ways
      # A fixed rotation: the goals in order, as many as there are places, on from where the last class stopped; the
      # rung goes by the calendar.
      class Rotation
        def initialize(programme, shelf:, ladder:)
          @programme = programme
          @ladder = ladder
          @next = 0
        end

        def places(index, _, _)
          goals = @programme.goals
          chosen = Array.new([@programme.slots, goals.size * @programme.limits.at_once].min) do |i|
            goals[(@next + i) % goals.size]
          end
          @next += @programme.slots
          chosen.tally.map { |goal, times| [goal.combination_id, rung(goal, index), times] }
        end

        private

        def rung(goal, index)
          wanted = @ladder.index(goal.rung)
          @ladder[[index * (wanted + 1) / @programme.meetings.size, wanted].min]
        end
      end
    end
  end
end
