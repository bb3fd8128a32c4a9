module JauntyBell
  module Api
    # Students held back. Assistants see the hold, not the note.
    class Care < Room
      get "/students/:id/holds" do
        people.student(id)
        answer(care.of(id).map { |row| shown(row) })
      end

      post "/students/:id/holds" do
        coaches_only
        given = body_given
        answer(shown(care.add(id: given["id"], student_id: id, matter: given["matter"], blocks: given["blocks"], from: Date.iso8601(given["from"]),
          to: given["to"] && Date.iso8601(given["to"]), note: given["note"])), status: 201)
      end

      get("/students/:id/file") { answer(on_file(people.student(id))) }

      put "/students/:id/file" do
        coaches_only
        given = body_given.transform_keys(&:to_sym)
        born = given[:born_on] && Date.iso8601(given[:born_on])
        raise Core::InvalidInput.new("A birthday lies in the past.", path: "born_on") if born && born > people.today
        answer(on_file(people.file(id, given.merge(born_on: born), apart: given[:apart])))
      end

      put "/holds/:id/lifted" do
        coaches_only
        answer(shown(care.lift(id, on: people.today)))
      end

      private

      def care = @care ||= Store::Care.new(db, club_id, account_id: account[:id])

      def on_file(row)
        Store::People::FILE.to_h { |name| [name, Files::StudentJson.plain(row[name])] }.merge(apart: people.apart_from(row[:id]))
      end

      def shown(row)
        today = people.today
        {id: row[:id], matter: row[:matter], blocks: row[:blocks].to_a, from: row[:from].iso8601, to: row[:to]&.iso8601,
         on: row[:lifted_at].nil? && row[:from] <= today && (row[:to].nil? || row[:to] >= today), note: (account[:role] == "assistant") ? nil : row[:note]}
      end
    end
  end
end
