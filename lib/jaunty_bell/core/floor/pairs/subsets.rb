module JauntyBell
  module Core
    module Floor
      class Pairs
        # The best pairs of every part of a small class at once: dynamic programming over subsets (Held and Karp 1962 do the same
        # for tours), so that every trio of an odd class can be tried against the best pairs of the rest.
        class Subsets
          HEAD = 100_000.0 # what a student who is placed is worth: more than all scores together

          def initialize(graph, ids)
            @ids = ids
            @graph = graph
            @pair = ids.map { |one| ids.map { |two| (one != two && graph.allowed?([one, two])) ? 2 * HEAD + graph.score([one, two]) : nil } }
            @worth = Array.new(1 << ids.size, 0.0)
            @with = Array.new(1 << ids.size)
            fill
          end

          # What the best pairs of these are worth: HEAD for each who is placed, and their scores.
          def worth(ids) = @worth[mask(ids)]

          # The best pairs of these.
          def pairs(ids)
            left = mask(ids)
            found = []
            until left.zero?
              lowest = (left & -left).bit_length - 1
              partner = @with[left]
              left &= ~(1 << lowest)
              next unless partner
              left &= ~(1 << partner)
              found << [@ids[lowest], @ids[partner]]
            end
            found
          end

          private

          def mask(ids) = ids.sum { |id| 1 << @ids.index(id) }

          # The lowest of each part goes without, or with one of the others.
          def fill
            (1...@worth.size).each do |part|
              lowest = (part & -part).bit_length - 1
              rest = part & (part - 1)
              best, with, others = @worth[rest], nil, rest
              scores = @pair[lowest]
              until others.zero?
                bit = others & -others
                others ^= bit
                score = scores[other = bit.bit_length - 1] or next
                worth = score + @worth[rest ^ bit]
                best, with = worth, other if worth > best
              end
              @worth[part], @with[part] = best, with
            end
          end
        end
      end
    end
  end
end
