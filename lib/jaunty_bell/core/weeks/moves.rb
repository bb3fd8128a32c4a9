module JauntyBell::Core
  module Weeks
    # What a new plan does otherwise than the one before it, combination by combination, and why.
    #
    #   Moves.new(before, after, said: {id => share}, name: {id => "Gangway"}).all # => [Move]
    class Moves
      # `from` and `to` are [[Date, rung], …] of the places that are in one plan alone.
      Move = Value.of(:combination_id, :from, :to, :why)

      # `before` and `after` are {[Date, time] => [[combination id, rung, times], …]} of the classes that both have
      # still before them; `said` {id => the share that was expected to be able to do a goal by now}, `can` {id => the
      # share that is}, `size` of the group, `ends` {id => [share at the end by the old plan, by the new one]}.
      def initialize(before, after, size:, said: {}, can: {}, ends: {})
        @before = by_combination(before)
        @after = by_combination(after)
        @said = said
        @can = can
        @size = size
        @ends = ends
      end

      def all
        (@before.keys | @after.keys).filter_map do |id|
          was, is = @before.fetch(id, []), @after.fetch(id, [])
          next if was == is
          Move.new(combination_id: id, from: only(was, is), to: only(is, was), why: why(id, was, is))
        end
      end

      private

      def by_combination(classes)
        classes.sort_by(&:first).each_with_object(Hash.new { |hash, id| hash[id] = [] }) do |(on, places), found|
          places.each { |id, rung, times| times.times { found[id] << [on, rung] } }
        end.to_h
      end

      # What is in one and not in the other, each as often as it is.
      def only(one, other)
        left = other.tally
        one.reject { |place| left.fetch(place, 0).positive? && (left[place] -= 1) }.map { |(day, _), rung| [day, rung] }
      end

      def why(id, was, is) = [came(id), more(was, is), ends(id)].compact.join(" ")

      def came(id)
        said, can = people(@said[id]), people(@can[id])
        return unless said && can
        return "#{can} of #{@size} can do it, as was expected." if said == can
        "#{can} of #{@size} can do it; #{said} had been expected to by now."
      end

      def more(was, is)
        by = is.size - was.size
        return "It keeps its #{Words.many(is.size, "place")}, on other days." if by.zero?
        if by.positive?
          "It gets #{Words.many(by, "place")} more."
        else
          "It gives #{Words.many(-by, "place")} away."
        end
      end

      def ends(id)
        was, is = @ends.fetch(id, []).map { |share| people(share) }
        "At the end #{is} instead of #{was}." if was && is && was != is
      end

      def people(share) = share && (share * @size).round
    end
  end
end
