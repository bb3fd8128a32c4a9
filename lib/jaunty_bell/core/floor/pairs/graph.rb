require "graph_matching"

module JauntyBell::Core
  module Floor
    class Pairs
      # Scores of every pair that is allowed, and the largest matchings in them.
      class Graph
        FINE = 1_000 # scores are matched as whole thousandths

        def initialize(partners, match)
          @scores = partners.combination(2).reject { |one, two| match.stop(one, two) }
            .to_h { |one, two| [[one.id, two.id].sort, match.score(one, two)] }
        end

        # Two or three of whom each may work with each.
        def allowed?(ids) = ids.combination(2).all? { |pair| @scores.key?(pair.sort) }

        # Of a pair its score; of a trio the mean of its three pairs.
        def score(ids) = ids.combination(2).sum { |pair| @scores.fetch(pair.sort) } / ids.combination(2).count

        def total(groups) = groups.sum { |ids| score(ids) }

        # As many pairs of these as can be, of those the best in total.
        def matching(ids)
          edges = @scores.select { |pair, _| (pair - ids).empty? }
          return [] if edges.empty?
          at = edges.keys.flatten.uniq.each_with_index.to_h { |id, i| [id, i + 1] }
          graph = GraphMatching::Graph::WeightedGraph[*edges
            .map { |(one, two), score| [at[one], at[two], 1 + (score * FINE).round] }]
          graph.maximum_weighted_matching(true).edges.map { |one, two| [at.key(one), at.key(two)] }
        end

        # Who can be reached from whom by pairs that are allowed: what is done in one part changes nothing in another.
        def parts(ids)
          neighbours = Hash.new { |all, id| all[id] = [] }
          @scores.each_key { |one, two| [[one, two], [two, one]].each { |from, to| neighbours[from] << to } }
          ids.each_with_object([]) do |id, parts|
            next if parts.any? { |part| part.include?(id) }
            part = [id]
            part.each { |one| part.concat((neighbours[one] & ids) - part) }
            parts << part
          end
        end
      end
    end
  end
end
