module JauntyBell
  module Api
    # Cards on dates: who, where, when; once or every week; called off and on again.
    class Calendar < Room
      FILE_BACK = 28 # days that a calendar file reaches back
      FILE_AHEAD = 372 # days that it reaches ahead
      DAY = 86_400 # seconds

      get "/?", who: :all do
        from = Time.iso8601("#{params["from"]}T00:00:00Z") - DAY
        listed(classes.between(from, from + (Integer(params["days"]) + 2) * DAY))
      end

      get("/coaches", who: :all) { answer(people.coaches) }

      get("/closures", who: :all) { answer(shown_closures) }

      post "/closures", who: :coach do
        from, to = %w[from to].map { |name| Core::Weeks.day(body_given[name], name) }
        closures.add(id: body_given["id"], name: body_given["name"], from: from, to: to)
        answer(shown_closures, status: 201)
      end

      delete "/closures/:id", who: :coach do
        closures.remove(id)
        answer(shown_closures)
      end

      post "/classes", who: :coach do
        card = cards.find(body_given["card_id"])
        rows = classes.schedule(body_given["ids"], at: body_given["at"], card_id: card[:id],
          group_id: body_given["group_id"], coach_id: people.coach_id(body_given["coach_id"]),
          room: body_given["room"], title: card[:name], minutes: body_given["minutes"] || card[:minutes])
        around(rows, status: 201)
      end

      get("/classes/:id", who: :all) { answer(shown(classes.find(id))) }

      put "/classes/:id", who: :coach do
        facts = body_given.slice("at", "room", "minutes").transform_keys(&:to_sym)
        facts[:coach_id] = people.coach_id(body_given["coach_id"]) if body_given.key?("coach_id")
        if body_given["card_id"]
          facts.update(card_id: body_given["card_id"], title: cards.find(body_given["card_id"])[:name])
        end
        around([classes.change(id, following: body_given["following"], **facts)])
      end

      put "/classes/:id/cancelled", who: :coach do
        around([classes.cancel(id, cancelled: body_given["cancelled"], following: body_given["following"])])
      end

      put "/classes/:id/expected", who: :coach do
        classes.expect(id, body_given["students"])
        answer(shown(classes.find(id)))
      end

      # The group's calendar for any program that reads iCalendar.
      get "/groups/:id/classes.ics", who: :all do
        group = people.groups.find { |row| row[:id] == id } || raise(Store::Missing, "This group is not in your club.")
        content_type "text/calendar; charset=utf-8"
        attached(group[:name], "ics")
        Files::ClassesIcal.of(classes.of_group(id, Clock.now - FILE_BACK * DAY, Clock.now + FILE_AHEAD * DAY),
          club: people.club, group: group)
      end

      private

      def shown_closures = closures.all.map { |row| row.merge(from: row[:from].iso8601, to: row[:to].iso8601) }

      def listed(rows, status: 200)
        answer({classes: rows.map { |row| Files::ClassJson.line(row) },
          clashes: Core::Calendar.clashes(rows).map(&:to_h)}, status: status)
      end

      # What has just been changed, with all that stands on the days around it: a clash shows at once.
      def around(rows, status: 200)
        first, last = rows.map { |row| row[:starts_at] }.minmax
        listed(classes.between(first - DAY, last + DAY), status: status)
      end

      # A class with who is expected, and its card judged for them.
      def shown(row)
        expected = classes.expected_students(row)
        card = row[:card_id] && cards.find(row[:card_id])
        judged = card && plans.plan(card[:blocks], row[:minutes], group: row[:group_id], roster: expected)
        line = classes.between(row[:starts_at], row[:starts_at] + 1).find { |each| each[:id] == row[:id] }
        Files::ClassJson.line(line).merge(students: expected.map { |student| student.slice(:id, :name, :level) },
          findings: judged ? Files::CardSumsJson.new(judged).findings : [])
      end
    end
  end
end
