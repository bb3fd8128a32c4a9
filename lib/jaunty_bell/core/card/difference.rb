module JauntyBell::Core
  module Card
    # How one card differs from another, round by round: rounds are matched by title and what is drilled, in order.
    #
    #   Difference.new(before, after).changes
    class Difference
      # kind: :added, :removed, :moved or :changed. `before` and `after` are [block, round] or nil; `fields` maps what
      # has changed to [was, is].
      Change = Value.of(:kind, :title, before: nil, after: nil, fields: {}.freeze)
      TOLD = %i[title work rest explain rung effort intensity contact swap every repeat implement both_sides tempo
        pause reps beginners ahead].freeze

      def initialize(before, after)
        @before = placed(before)
        @after = placed(after)
      end

      def changes = @changes ||= matched.filter_map { |one, two| change(one, two) }

      # [[at before, at after], …] of rounds that are on both.
      def matched_places = matched.filter_map { |one, two| [one[0], two[0]] if one && two }

      private

      # [[at, round, kind of block], …]
      def placed(blocks)
        blocks.each_with_index.flat_map do |block, b|
          block.rounds.each_with_index.map { |round, r| [[b, r], round, block.kind] }
        end
      end

      # Pairs of what belongs together, in order of the card after it; what has gone stands where it was.
      def matched
        left = @before.dup
        pairs = @after.map do |two|
          found = left.index { |one| key(one) == key(two) } || left.index { |one| one[1].title == two[1].title }
          [found && left.delete_at(found), two]
        end
        pairs + left.map { |one| [one, nil] }
      end

      def key((_, round, kind)) = [kind, round.title, round.drill&.id, round.combination&.id]

      def change(one, two)
        return Change.new(kind: :removed, title: one[1].title, before: one[0]) unless two
        return Change.new(kind: :added, title: two[1].title, after: two[0]) unless one
        fields = TOLD.to_h { |field| [field, [one[1][field], two[1][field]]] }.reject { |_, (was, is)| was == is }
        fields[:block] = [one[2], two[2]] if one[2] != two[2]
        if [one, two].map { |_, round| [round.combination&.id, round.drill&.id] }.uniq.size > 1
          fields[:what] = [one, two].map { |_, round| (round.combination || round.drill)&.name }
        end
        Change.new(kind: :changed, title: two[1].title, before: one[0], after: two[0], fields: fields) if fields.any?
      end
    end
  end
end
