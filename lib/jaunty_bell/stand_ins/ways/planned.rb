module JauntyBell
  module StandIns
    module Ways
      # By the planner, which lays the rest out again before each class from the marks there are.
      class Planned
        NAME = "planned, and planned again"
        # Searches small enough for thirty seasons: one before the season, and one before each class that goes on from
        # the plan there is.
        FIRST = {few: 0, tried: 40, kept: 1, moves: 2000}.freeze
        AGAIN = {few: 0, tried: 1, kept: 1, moves: 250}.freeze

        def initialize(programme, shelf)
          @programme = programme
          @shelf = shelf.to_h { |id, combination| [id, Core::Card::Named.new(id: id, name: id, what: combination)] }
        end

        def places(index, day, squad)
          layout = Core::Weeks::Layout.new(@programme, shelf: @shelf, learners: squad.learners, today: day,
            habits: squad.habits)
          timetable = layout.timetable
          schedule = Core::Weeks::Planner.new(timetable, layout.squad, seed: index,
            **(@rest ? AGAIN : FIRST), from: @rest)
            .find.schedule
          @rest = schedule.transform_values do |places|
            places.reject { |place| place[0].zero? }.to_h { |at, _, times| [at - 1, times] }
          end
          schedule.filter_map do |id, places|
            places.find { |place| place[0].zero? }&.then do |_, rung, times|
              [id, layout.ladder[rung], times, layout.ladder[timetable.strands[id].top]]
            end
          end
        end

        def efforts =
          Core::Weeks::Loads.new(@programme.meetings, effort: @programme.effort, limits: @programme.limits,
            usual: @programme.usual).efforts
      end
    end
  end
end
