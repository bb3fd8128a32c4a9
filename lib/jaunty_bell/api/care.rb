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

      put "/holds/:id/lifted" do
        coaches_only
        answer(shown(care.lift(id, on: people.today)))
      end

      private

      def care = @care ||= Store::Care.new(db, club_id, account_id: account[:id])

      def shown(row)
        today = people.today
        {id: row[:id], matter: row[:matter], blocks: row[:blocks].to_a, from: row[:from].iso8601, to: row[:to]&.iso8601,
         on: row[:lifted_at].nil? && row[:from] <= today && (row[:to].nil? || row[:to] >= today), note: (account[:role] == "assistant") ? nil : row[:note]}
      end
    end
  end
end
