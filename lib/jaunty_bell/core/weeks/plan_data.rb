module JauntyBell::Core
  module Weeks
    # A programme's plan as JSON-ready data: what the command line prints, what is kept, what the interface draws.
    module PlanData
      LANES = %i[lanes instead].freeze

      class << self
        # From a Plan.
        def of(plan)
          {value: plan.value.round(4), bound: plan.bound.round(4), exact: plan.exact, seed: plan.seed,
           classes: plan.classes.map { |planned| planned(planned) },
           outlooks: plan.outlooks.map { |outlook| outlook(outlook) },
           weeks: plan.weeks.map { |week| week(week) }, wishes: plan.wishes.map { |wish| wish(wish) }}
        end

        def wish(wish) = {text: wish.text, combination_id: wish.combination_id, frees: wish.frees}

        # Plan::PlannedClass from data that #of made (symbol keys).
        def planned_class(data, meeting)
          places = data[:places].map do |place|
            Plan::Place.new(**place, kind: place[:kind].to_sym, said: place[:said].map { |each|
              Plan::Said.new(**each)
            },
              **LANES.to_h { |name| [name, place.fetch(name, []).map { |each| lane(each) }] })
          end
          Plan::PlannedClass.new(meeting: meeting, effort: data[:effort].rationalize(1 / 100r), places: places)
        end

        private

        # Plans of before had none, or had no others.
        def lane(data) = Plan::Lane.new(**data, place: data[:place].to_sym)

        def planned(planned)
          meeting = planned.meeting
          {on: meeting.on.iso8601, at: meeting.at, minutes: meeting.minutes, week: meeting.week,
           effort: planned.effort.to_f, places: planned.places.map { |place| place(place) }}
        end

        def place(place)
          place.to_h.merge(kind: place.kind.to_s, before: place.before.round(3), after: place.after.round(3),
            **LANES.to_h { |name|
              [name, place.public_send(name).map { |lane| lane.to_h.compact.merge(place: lane.place.to_s) }]
            },
            said: place.said.map { |said|
              said.to_h.merge(rate: said.rate.round(3), before: said.before.round(3), after: said.after.round(3))
            })
        end

        def outlook(outlook)
          outlook.to_h.merge(now: outlook.now.round(3), share: outlook.share.round(3),
            students: outlook.students.map { |id, chance| {student_id: id, chance: chance.round(3)} })
        end

        def week(week) = {ceiling: week.ceiling&.to_f&.round(1), load: week.load.to_f, easy: week.easy, over: week.over}
      end
    end
  end
end
