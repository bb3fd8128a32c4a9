module JauntyBell
  module Api
    # The Card: rounds in order, and the arithmetic over them while they are edited.
    class Card < Room
      post "/sums" do
        given = body_given
        answer(Files::CardJson.sums(plan(rounds(given), given["minutes"])))
      end

      get "/cards" do
        answer(cards.all(archived: params["archived"] == "true").map { |row| line(row).merge(rounds: row[:rounds], seconds: row[:seconds].to_i, changed_at: row[:changed_at].utc.iso8601) })
      end

      post "/cards" do
        coaches_only
        answer(shown(cards.add(id: body_given["id"], **checked(body_given))), status: 201)
      end

      get("/cards/:id") { answer(shown(cards.find(id))) }

      put "/cards/:id" do
        coaches_only
        answer(shown(cards.change(id, version: body_given["version"], **checked(body_given))))
      end

      put "/cards/:id/archived" do
        coaches_only
        answer(shown(cards.archive(id, version: body_given["version"], archived: body_given["archived"])))
      end

      private

      def cards = @cards ||= Store::Cards.new(db, club_id)

      def rounds(given) = given["rounds"].map { |round| round.transform_keys(&:to_sym) }

      # Name, minutes and rounds, looked over by the core before anything is stored.
      def checked(given)
        rounds = rounds(given)
        plan(rounds, given["minutes"])
        {name: given["name"], minutes: given["minutes"], rounds: rounds}
      end

      def plan(rounds, minutes)
        meanings = combinations.meanings(rounds.filter_map { |round| round[:combination_id] })
        Files::CardJson.plan(rounds, minutes, meanings, reading)
      end

      def line(row) = row.slice(:id, :name, :minutes, :version).merge(archived: !row[:archived_at].nil?)

      def shown(row)
        rounds = row[:rounds].map { |round| Files::CardJson.stored(round) }
        line(row).merge(rounds: rounds, sums: Files::CardJson.sums(plan(rounds, row[:minutes])))
      end
    end
  end
end
