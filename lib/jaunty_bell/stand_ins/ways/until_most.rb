module JauntyBell
  module StandIns
    module Ways
      # Repeat until most have it: the most important goals first, each again and again until enough own it, then a rung
      # up, then the next goal; once all are done, from the beginning.
      class UntilMost
        def initialize(programme, shelf:, ladder:)
          @programme = programme
          @ladder = ladder
          @goals = programme.goals.sort_by { |goal| -goal.importance }
          @stands = @goals.to_h { |goal| [goal, 0] }
        end

        def places(_, day, squad)
          @goals.each { |goal| @stands[goal] += 1 while !done?(goal) && owned?(goal, day, squad) }
          order = @goals.reject { |goal| done?(goal) } + @goals.select { |goal| done?(goal) }
          left = @programme.slots
          order.filter_map do |goal|
            times = [@programme.limits.at_once, left].min
            left -= times
            [goal.combination_id, @ladder[[@stands[goal], @ladder.index(goal.rung)].min], times] if times.positive?
          end
        end

        private

        def done?(goal) = @stands[goal] > @ladder.index(goal.rung)

        def owned?(goal, day, squad) =
          squad.owning(goal.combination_id, @ladder[@stands[goal]], day) >= @programme.limits.go_up / 100.0
      end
    end
  end
end
