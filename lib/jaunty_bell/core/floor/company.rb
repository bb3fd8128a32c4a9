module JauntyBell::Core
  module Floor
    # With whom each worked in a class, by the pairs as they were made and made again.
    #
    #   company = Company.new([[t("18:30"), %w[ana bo]], [t("18:50"), %w[ana cy]]])
    #   company.with("ana", t("18:55")) # => ["cy"]
    class Company
      # [[Time, ids of a pair or trio], …] in any order.
      def initialize(pairings)
        @groups = pairings.sort_by(&:first)
      end

      # Those somebody was put together with last, up to a time; none where they were in no pair.
      def with(id, at)
        _, ids = @groups.reverse.find { |made, group| made <= at && group.include?(id) }
        ids.to_a.reject { |other| other == id || apart?(other, id, at) }
      end

      # How many share a round with somebody, themselves counted: 2 where nobody said.
      def seats(id, at) = [with(id, at).size + 1, 2].max

      private

      # Whether the other one has been put together with somebody else since.
      def apart?(other, id, at)
        _, ids = @groups.reverse.find { |made, group| made <= at && group.include?(other) }
        !ids.include?(id)
      end
    end
  end
end
