module JauntyBell::Core
  module Floor
    class Pairs
      # Pairs of more than can be tried in every way: a maximum-weight matching in a general graph, of as many pairs as
      # there can be (Edmonds 1965; the gem graph_matching follows Galil 1986). Whoever it leaves is put in by dealing
      # out again, exactly, a few pairs at a time with those who are left and those in trios, for as long as that helps.
      class Crowd
        DEALT = 11 # students dealt out again at a time

        def initialize(graph, ids)
          @graph = graph
          @ids = ids
          @pairs = graph.matching(ids)
        end

        def groups
          @groups ||= (unmatched.zero? ? @pairs : dealt)
        end

        # Points of the total by which another pairing could be better at the most; nil where it is not proved that
        # fewer could not be left out, or fewer trios do. With everybody placed in t trios there are (n − t)/2 pairs to
        # be made of n, one in each group, so t is at least what a largest matching leaves over; and a trio is worth at
        # most the best of its three pairs, so no such pairing is worth more than the best of the largest matchings.
        def gap
          proved = groups.sum(&:size) == @ids.size && groups.count { |ids| ids.size == 3 } == unmatched
          [@graph.total(@pairs) - @graph.total(groups), 0].max if proved
        end

        private

        def unmatched = @ids.size - 2 * @pairs.size

        def dealt
          groups = @pairs
          loop do
            better = hands(groups).filter_map { |hand| again(groups, hand) }.max_by { |other| rank(other) }
            return groups unless better && (rank(better) <=> rank(groups)) == 1
            groups = better
          end
        end

        # Who is dealt out together: one who is left or one trio, and pairs that follow each other as they suit them.
        def hands(groups)
          left = (@ids - groups.flatten).zip
          pairs, trios = groups.partition { |ids| ids.size == 2 }
          [*left, *trios].flat_map do |odd|
            pairs.sort_by { |pair| -suits(odd, pair) }.each_slice((DEALT - odd.size) / 2)
              .map { |some| [odd, *some].flatten }
          end
        end

        def suits(some, others) = some.product(others).sum { |pair| @graph.allowed?(pair) ? @graph.score(pair) : 0 }

        def again(groups, hand)
          groups.reject { |ids| hand.include?(ids.first) } + Subsets.new(@graph, hand).groups
        end

        # More is better: who is placed, trios done without, the total in thousandths.
        def rank(groups) =
          [groups.sum(&:size), -groups.count { |ids| ids.size == 3 }, (@graph.total(groups) * Graph::FINE).round]
      end
    end
  end
end
