module JauntyBell
  module StandIns
    module Ways
      # By the planner, which lays the rest out again before each class from the marks there are.
      class Planned
        # Searches small enough for thirty seasons: one before the season, and one before each class that goes on from
        # the plan there is.
        FIRST = {few: 0, tried: 4, kept: 1, moves: 300}.freeze
        AGAIN = {few: 0, tried: 1, kept: 1, moves: 100}.freeze

        # What the plan said before the class: {rates: {[student, id] => share}, ends: {[id, student] => chance}}.
        attr_reader :told

        def initialize(programme, shelf:, ladder:)
          @programme = programme
          @shelf = shelf
          @named = shelf.to_h { |id, combination| [id, Core::Card::Named.new(id: id, name: id, what: combination)] }
        end

        def places(index, day, squad)
          layout = layout(day, squad)
          @plan = layout.plan(seed: index, from: @plan&.places_in(layout.meetings), **(@plan ? AGAIN : FIRST))
          tell(@plan)
          @plan.classes.first.places.flat_map { |place| done(place) }
        end

        private

        def layout(day, squad)
          Core::Weeks::Layout.new(@programme, shelf: @named, learners: squad.learners(day), today: day,
            model: Core::Learning::Model.new(SimulatedSquad.marked(squad.marks), shelf: @shelf))
        end

        # Some do another combination instead.
        def done(place)
          others = place.instead.group_by(&:combination_id).transform_values { |lanes|
            lanes.flat_map { |lane| lane.student_ids.product([lane.rung]) }.to_h
          }
          rungs = place.said.to_h { |said| [said.student_id, said.rung] }.except(*others.values.flat_map(&:keys))
          [[place.combination_id, rungs], *others].map { |id, own| [id, own, place.times] }
        end

        def tell(plan)
          next_class = plan.classes.first
          @told = {rates: next_class.places.flat_map { |place|
            place.said.map { |said| [[said.student_id, place.combination_id], said.rate] }
          }.to_h,
                   ends: plan.outlooks.flat_map { |outlook|
                     outlook.students.map { |id, chance| [[outlook.combination_id, id], chance] }
                   }.to_h}
        end
      end
    end
  end
end
