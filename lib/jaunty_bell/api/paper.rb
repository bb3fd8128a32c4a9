module JauntyBell
  module Api
    # Cards as files: for the wall, for the pocket, for other programs, and back in.
    class Paper < Room
      include Planning

      get "/cards/:id/wall.pdf", who: :all do
        pdf("wall", Files::WallPdf)
      end

      get "/cards/:id/pocket.pdf", who: :all do
        pdf("pocket", Files::PocketPdf)
      end

      get "/cards/:id/card.json", who: :all do
        card = cards.find(id)
        attached(card[:name], "json")
        answer(Files::CardFile.of(card, shelf_of(card[:blocks]), reading))
      end

      # A card from a file: what it drills is found on the shelf by name and meaning, or put there.
      post "/imports", who: :coach do
        read = Files::CardFile.read(body_given["text"], reading)
        db.transaction { answer({id: keep(read)}, status: 201) }
      end

      private

      def pdf(kind, type)
        card = cards.find(id)
        whole = reckoned(card[:blocks], card[:minutes], size_of(card[:group_id]))
        content_type "application/pdf"
        attached("#{card[:name]}-#{kind}", "pdf")
        type.new(card[:name], whole, club: people.club[:name]).render
      end

      def keep(read)
        shelved = Import.new(combinations, Store::Drills.new(db, club_id)).shelf(read)
        whole = reckoned(read.blocks, read.minutes, nil, shelf: shelved)
        cards.add(id: SecureRandom.uuid, name: read.name, level: read.level, group_id: nil, **Files::CardJson.kept(whole))[:id]
      end
    end
  end
end
