module JauntyBell
  module Services::Bench
    # The starter shelf put on a club's own: all of what its disciplines begin with, or nothing. Asked for twice it is
    # there once.
    #
    #   Starter.new(club).put(%w[boxing juniors]) # => {combinations: 74, drills: 19, cards: 12}
    class Starter
      TAG = "starter".freeze

      def initialize(club)
        @club = club
      end

      # How many of each have come; cards come as templates. Raises Core::InvalidInput.
      def put(disciplines)
        wanted = Core::Lexicon::Starter.of(disciplines)
        @club.db.transaction(savepoint: true) do
          counted { stock(wanted) }
        end
      end

      private

      def stock(wanted)
        stock = Stock.new(@club)
        stock.combinations(wanted.combinations.map { |each| {"tags" => [TAG], **each} })
        stock.drills(wanted.drills)
        there = @club.cards.of_kind("templates").map { |row| row[:name] }
        stock.cards(wanted.cards.reject { |card| there.include?(card["name"]) }, template: true)
      end

      def counted
        before = counts
        yield
        counts.merge(before) { |_, now, was| now - was }
      end

      def counts =
        {combinations: @club.combinations.all.size, drills: @club.drills.all.size,
         cards: @club.cards.of_kind("templates").size}
    end
  end
end
