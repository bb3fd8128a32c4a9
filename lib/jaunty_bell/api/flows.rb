module JauntyBell
  module Api
    # Flows on the Bench: things done one after another, each with its time.
    class Flows < Room
      get("/?", who: :all) do
        rows = club.flows.all(archived: params["archived"] == "true")
        flows = plans.flows(rows)
        answer(rows.map { |row| shown(row, flows) })
      end

      post "/?", who: :coach do
        answer(shown(club.flows.add(id: body_given["id"], **checked)), status: 201)
      end

      # A line as a coach writes it, read as what a flow is made of; nothing is saved.
      post("/phases", who: :all) { answer({phases: plans.phases(body_given["text"])}) }

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

      def shown(row, flows = plans.flows([row])) = Files::FlowJson.of(row, flows.fetch(row[:id]).what)
    end
  end
end
