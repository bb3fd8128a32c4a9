module JauntyBell::Core
  module Floor
    class Pairs
      # The best pairs and trios of a few, exactly: the lowest of those who are left goes alone, with one of the others
      # or with two, and the best of what then remains is looked up (dynamic programming over subsets; Held and Karp
      # 1962 do the same for tours). Fewest left out counts before fewest trios, and that before the best total. Only
      # parts that can come about are looked at: 15 students have some 4,000 of them.
      class Subsets
        HEAD = 1_000_000.0 # what a student who is placed is worth: more than all trios and scores together
        TRIO = 10_000.0 # what a trio costs: more than all scores together

        # `ids` of whom `graph` knows the scores; in the order in which they are looked at.
        def initialize(graph, ids)
          @ids = ids
          @groups = ids.each_index.map { |lowest| groups_of(graph, lowest) }
          @worth = {0 => 0.0}
          @chosen = {}
        end

        # Groups of two or three; who is in none is left out.
        def groups
          left = (1 << @ids.size) - 1
          worth(left)
          found = []
          until left.zero?
            group = @chosen[left]
            found << @ids.select.with_index { |_, i| group[i] == 1 } if group & (group - 1) != 0
            left ^= group
          end
          found
        end

        private

        # [who as bits, worth] of each pair and trio whose first this one is.
        def groups_of(graph, lowest)
          after = (lowest + 1...@ids.size).select { |other| graph.allowed?(@ids.values_at(lowest, other)) }
          trios = after.combination(2).select { |pair| graph.allowed?(@ids.values_at(*pair)) }
          [*after.zip, *trios].map do |others|
            members = [lowest, *others]
            [members.sum { |i| 1 << i },
              members.size * HEAD - ((members.size == 3) ? TRIO : 0) + graph.score(@ids.values_at(*members))]
          end
        end

        def worth(part)
          @worth[part] ||= begin
            alone = part & -part
            best, chosen = worth(part ^ alone), alone
            @groups[alone.bit_length - 1].each do |group, value|
              next unless part & group == group
              sum = value + worth(part ^ group)
              best, chosen = sum, group if sum > best
            end
            @chosen[part] = chosen
            best
          end
        end
      end
    end
  end
end
