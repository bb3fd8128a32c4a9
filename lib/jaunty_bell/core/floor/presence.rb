module JauntyBell::Core
  module Floor
    # When one student was there: they come, go, and may come back. Each coming and going is a fact with its instant;
    # told twice, or out of order, it is the same history.
    #
    #   there = Presence.of(comings: [t("18:30"), t("19:10")], goings: [t("18:50")])
    #   there.spans            # => [18:30...18:50, 19:10..]
    #   there.seconds(t("18:40"), t("19:20")) # => 1_200
    class Presence
      # Pairs of [from, to]; `to` is nil for who has not gone.
      attr_reader :spans

      # Two lists of Times.
      def self.of(comings:, goings:)
        events = (comings.map { |at| [at, 0] } + goings.map { |at| [at, 1] }).sort
        spans = events.each_with_object([]) do |(at, going), found|
          open = found.last && found.last[1].nil?
          if going == 1 then found.last[1] = at if open
          else found << [at, nil] unless open
          end
        end
        new(spans)
      end

      def initialize(spans)
        @spans = spans.map(&:freeze).freeze
      end

      # Seconds they were there between two instants.
      def seconds(from, to) = spans.sum { |came, went| [[went || to, to].min - [came, from].max, 0].max }

      # While both were there.
      def &(other)
        both = spans.product(other.spans).map do |(came, went), (other_came, other_went)|
          [[came, other_came].max, [went, other_went].compact.min]
        end
        Presence.new(both.reject { |from, to| to && to <= from })
      end
    end
  end
end
