module JauntyBell
  module Api
    # Flows on the Bench: things done one after another, each with its time.
    class Flows < Room
      get("/?", who: :all) do
        rows = club.flows.all(archived: params["archived"] == "true")
        shelf = plans.shelf_of_flows(rows)
        answer(rows.map { |row| shown(row, shelf) })
      end

      post "/?", who: :coach do
        answer(shown(club.flows.add(id: body_given["id"], **checked)), status: 201)
      end

      put "/:id", who: :coach do
        answer(shown(club.flows.change(id, version: body_given["version"], **checked)))
      end

      put "/:id/archived", who: :coach do
        answer(shown(club.flows.archive(id, version: body_given["version"], archived: body_given["archived"])))
      end

      private

      # What was sent, looked over by the core before anything is stored.
      def checked
        given = body_given
        phases = plans.flow(given["phases"]).phases
        {name: given["name"], phases: Core::Card::Data.phases_data(phases)}
      end

      def shown(row, shelf = plans.shelf_of_flows([row])) =
        Files::FlowJson.of(row, Core::Card::Data.phases(row[:phases], shelf, "phases"))
    end
  end
end
