module JauntyBell::Core
  module Bench
    # How to teach a combination in parts: chains that grow from the front or from the back, every link alone, the part
    # around a weak link, and each with the steps that carry it in and out.
    #
    #   Parts.of(Notation.read("1-2-3")).map(&:kind).tally # => {forward: 2, backward: 2, link: 2, steps: 1}
    module Parts
      # kind: :forward, :backward, :link, :around or :steps. `from` and `to` are indexes of the original's actions.
      Part = Value.of(:kind, :from, :to, :combination)

      class << self
        # Every part of a combination, shortest first within each kind; none for a single action.
        # `weak` is the index of the action that ends a weak link, where there is one.
        def of(combination, weak: nil)
          last = combination.actions.size - 1
          return [] if last < 1
          [*forward(combination, last), *backward(combination, last), *links(combination, last),
            *around(combination, weak, last), *steps(combination, last)]
        end

        private

        def forward(whole, last) = (0...last).map { |to| part(:forward, whole, 0, to) }

        def backward(whole, last) = (1..last).reverse_each.map { |from| part(:backward, whole, from, last) }

        def links(whole, last) = (1..last).map { |to| part(:link, whole, to - 1, to) }

        # The weak link with one action before it and one after it.
        def around(whole, weak, last)
          return [] unless weak&.between?(1, last)
          [part(:around, whole, [weak - 2, 0].max, [weak + 1, last].min)]
        end

        # The whole with a step in on its first strike and a step out after it, as far as it has none.
        def steps(whole, last)
          first = whole.actions.index { |action| action.own? && action.strike? }
          return [] unless first
          stepped = (whole.actions[first].with || first.positive?) ? whole : whole
            .replacing(first, whole.actions[first].but(with: step("step-in")))
          stepped = stepped.followed_by(step("step-out")) unless whole.actions.last.technique.step?
          (stepped == whole) ? [] : [Part.new(kind: :steps, from: 0, to: last, combination: stepped)]
        end

        def part(kind, whole, from, to)
          Part.new(kind: kind, from: from, to: to,
            combination: whole.part(from, to))
        end

        def step(id) = Action.new(technique: Lexicon::Techniques.default[id])
      end
    end
  end
end
