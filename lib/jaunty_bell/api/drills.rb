module JauntyBell
  module Api
    # Drills on the Bench: combinations on an implement in a manner.
    class Drills < Room
      get("/?", who: :all) do
        rows = drills.all(archived: params["archived"] == "true")
        meanings = combinations.meanings(rows.flat_map { |row| pool_ids(row) })
        answer(rows.map { |row| shown(row, meanings) })
      end

      post "/?", who: :coach do
        answer(heard(drills.add(id: body_given["id"], **checked)), status: 201)
      end

      get("/:id", who: :all) { answer(shown(drills.find(id))) }

      put "/:id", who: :coach do
        answer(heard(drills.change(id, version: body_given["version"], **checked)))
      end

      put "/:id/archived", who: :coach do
        answer(shown(drills.archive(id, version: body_given["version"], archived: body_given["archived"])))
      end

      # What comes before and after it on the rungs.
      get "/:id/progression", who: :all do
        steps = Services::Bench::Progress.new(club, id, nil).steps
        answer(steps.map { |step| step(step) })
      end

      # A round of it on the card of each of a group's next classes, a rung higher from class to class.
      post "/:id/progression", who: :coach do
        given = body_given
        made = Services::Bench::Progress.new(club, id, given["group_id"]).put(from: given["from"])
        answer(made.map { |each| each.merge(on: each[:on].iso8601, at: each[:at].utc.iso8601) })
      end

      private

      # As it is shown, once what its partners show can be said.
      def heard(row)
        row[:pool].filter_map { |each| each[:feed] }.each do |text|
          feed = Core::Bench::Feed.read(text, reading)
          speech.say(text) if feed.actions.empty?
        end
        shown(row)
      end

      def step(step)
        facts = step.drill.facts
        {rung: step.rung, said: step.said, manner: facts.manner, implement: facts.implement.id, count: facts.count,
         tempo: facts.tempo.to_f}
      end

      # What was sent, looked over by the core before anything is stored.
      def checked
        facts = body_given.except("id", "version").transform_keys(&:to_sym)
        facts[:pool] = facts[:pool].map { |each| each.transform_keys(&:to_sym) }
        Core::Bench::Drill.from_data(facts, combinations.meanings(pool_ids(facts)), reading)
        facts
      end

      def pool_ids(row) = row[:pool].filter_map { |each| each[:combination_id] }

      def shown(row, meanings = combinations.meanings(pool_ids(row))) =
        Files::DrillJson.new(row, meanings, reading, school.settings).to_h
    end
  end
end
