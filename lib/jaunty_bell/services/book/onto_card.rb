module JauntyBell
  module Services::Book
    # One more round on a card: a combination of the shelf, or a part that is put there.
    class OntoCard
      PART_NAME = 70 # characters

      # `id` a combination of the shelf, or `notation` of one that is put there where it is not.
      def initialize(club, card_id, id: nil, notation: nil)
        @club = club
        @card = club.cards.find(card_id)
        @named = id ? club.named(club.combinations.find(id)) : part(Core::Bench::Notation.read(notation, club.reading))
      end

      # {card_id:, name:, title:, over_s:, version:}; `over_s` how much longer than its class the card is then.
      def put(rung:, learned:)
        whole = @club.plans.of_card(@card)
        whole = whole.with(blocks: Core::Card::Placing.of(whole, @named, rung: rung, learned: learned))
        changed = @club.cards.change(@card[:id], version: @card[:version], **@card.slice(:name, :level, :group_id),
          **Core::Card::Data.kept(whole))
        {card_id: @card[:id], name: @card[:name], title: @named.name, over_s: whole.over, version: changed[:version]}
      end

      private

      def part(meaning)
        there = @club.combinations.all
        row = there.find { |each| @club.combinations.meaning(each) == meaning }
        row ||= @club.combinations.add(id: SecureRandom.uuid, name: name(meaning, there), combination: meaning,
          tags: ["part"])
        @club.named(row)
      end

      def name(meaning, there)
        name = "Link #{Core::Bench::Notation.write(meaning, @club.reading)}"[0, PART_NAME]
        (there.any? { |row| row[:name] == name }) ? @club.combinations.free_name(name) : name
      end
    end
  end
end
