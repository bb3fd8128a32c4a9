module JauntyBell::Core
  module Card
    # Changes to a list of blocks; each gives a new list. `at` is [block, round].
    module Edit
      class << self
        def round(blocks, at, **changes) =
          with_rounds(blocks, at[0]) do |rounds|
            rounds.each_with_index.map { |round, r| (r == at[1]) ? round.but(**changes) : round }
          end

        # Every round that a block says yes to, changed by it: yields the round, its block and its place, nil leaves it.
        def each_round(blocks)
          blocks.each_with_index.map do |block, b|
            block.but(rounds: block.rounds.each_with_index.map { |round, r| yield(round, block, [b, r]) || round })
          end
        end

        def insert(blocks, at, round) =
          with_rounds(blocks, at[0]) { |rounds| rounds[0...at[1]] + [round] + rounds[at[1]..] }

        # Two rounds in each other's place.
        def exchange(blocks, one, two)
          first, second = [one, two].map { |b, r| blocks[b].rounds[r] }
          each_round(blocks) { |_, _, at| {one => second, two => first}[at] }
        end

        # A whole block moved to stand at another index.
        def move_block(blocks, from, to)
          rest = blocks[0...from] + blocks[(from + 1)..]
          rest.insert(to, blocks[from])
        end

        def insert_block(blocks, at, block) = blocks[0...at] + [block] + blocks[at..]

        private

        def with_rounds(blocks, index)
          blocks.each_with_index.map { |block, b| (b == index) ? block.but(rounds: yield(block.rounds)) : block }
        end
      end
    end
  end
end
