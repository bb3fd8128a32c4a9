module JauntyBell
  module Api
    # Cards as files: for the wall, for the pocket, for other programs, and back in.
    class Paper < Room
      get "/cards/:id/wall.pdf", who: :all, beside: true do
        pdf("wall", Files::WallPdf)
      end

      get "/cards/:id/pocket.pdf", who: :all, beside: true do
        pdf("pocket", Files::PocketPdf)
      end

      get "/cards/:id/card.json", who: :all do
        card = cards.find(id)
        attached(card[:name], "json")
        answer(Files::CardFile.of(card, plans.shelf_of(card[:blocks]), reading))
      end

      # A card from a file: what it drills is found on the shelf by name and meaning, or put there.
      post "/imports", who: :coach do
        read = Files::CardFile.read(body_given["text"], reading)
        answer({id: Services::Card::FileImport.new(club, read).keep}, status: 201)
      end

      private

      def pdf(kind, type)
        card = cards.find(id)
        whole = plans.of_card(card)
        content_type "application/pdf"
        attached("#{card[:name]}-#{kind}", "pdf")
        type.new(card[:name], whole, club: people.club[:name]).render
      end
    end
  end
end
