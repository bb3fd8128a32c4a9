module JauntyBell
  module Api
    # The groups of the club with their hours, and each student's place among them.
    class Groups < Room
      get("/?", who: :all) { answer(groups.all.map { |row| group(row) }) }

      post "/?", who: :coach do
        groups.add(**facts("id", "name", "juniors"))
        answer(group(groups.find(body_given["id"])), status: 201)
      end

      put "/:id", who: :coach do
        groups.change(id, **facts("name", "juniors"))
        answer(group(groups.find(id)))
      end

      put "/:id/hours", who: :coach do
        groups.keep_hours(id, body_given["hours"].map { |hour| hour.transform_keys(&:to_sym) })
        answer(group(groups.find(id)))
      end

      # Closed, with where its students go; or open again.
      put "/:id/closed", who: :coach do
        if body_given["closed"]
          groups.close(id, today: people.today, to: body_given["to"])
        else
          groups.open_again(id)
        end
        answer(group(groups.find(id)))
      end

      get("/students/:id", who: :all) { answer(place(membership.to_h)) }

      # Another group is theirs; who had left is back with it.
      put("/students/:id/own", who: :coach) { answer(place(membership.move(body_given["group_id"]))) }

      put("/students/:id/also", who: :coach) { answer(place(membership.also(body_given["groups"]))) }

      put("/students/:id/left", who: :coach) { answer(place(membership.leave)) }

      post "/students/:id/pauses", who: :coach do
        from, to = %w[from to].map { |name| body_given[name] && Core::Weeks.day(body_given[name], name) }
        answer(place(membership.pause(id: body_given["id"], from: from, to: to)), status: 201)
      end

      delete("/students/:id/pauses/:pause", who: :coach) { answer(place(membership.back(params["pause"].downcase))) }

      private

      def facts(*names) = body_given.slice(*names).transform_keys(&:to_sym)

      def membership = people.membership(id)

      def group(row) = row.merge(closed_on: row[:closed_on]&.iso8601)

      def place(found) =
        dated(found).merge(%i[also pauses past].to_h { |list| [list, found[list].map { |row| dated(row) }] })

      def dated(row) = row.transform_values { |value| value.is_a?(Date) ? value.iso8601 : value }
    end
  end
end
