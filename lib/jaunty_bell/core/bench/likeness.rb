module JauntyBell::Core
  module Bench
    # How like two combinations are, and which lie one step away: what to teach next.
    #
    #   shelf = Likeness.new("a" => Notation.read("1-2-3"), "b" => Notation.read("1-2-3-2"))
    #   shelf.like(Notation.read("1-2-3-2"))     # => [["b", 1r], ["a", 2/3r]]
    #   shelf.one_step(Notation.read("1-2-3"))   # => [["b", :add, 3]]
    class Likeness
      Entry = Struct.new(:id, :keys, :links)

      # `combinations` maps ids to Combinations.
      def initialize(combinations)
        @entries = combinations.map { |id, combination| entry(id, combination) }
      end

      # [id, share] of those that have links in common with this one, the likest first. The share of links in common:
      # those both have ÷ those either has, each counted as often as it stands (Jaccard's index for multisets).
      def like(combination, most: 12)
        own = entry(nil, combination)
        shares = @entries.filter_map do |other|
          common = in_common(own.links, other.links)
          [other.id, Rational(common, own.keys.size + other.keys.size - 2 - common)] if common.positive?
        end
        shares.sort_by { |id, share| [-share, id.to_s] }.first(most)
      end

      # [id, :add | :drop | :change, index of the action it is about] of those that differ in exactly one action.
      # For :add the index is in the other, else in this one.
      def one_step(combination)
        own = entry(nil, combination).keys
        @entries.filter_map do |other|
          kind, at = difference(own, other.keys)
          [other.id, kind, at] if kind
        end
      end

      private

      def entry(id, combination)
        keys = combination.actions.map { |action| action.identity.hash }
        Entry.new(id, keys, keys.each_cons(2).map(&:hash).tally)
      end

      def in_common(one, two)
        one, two = two, one if two.size < one.size
        one.sum { |link, times| [times, two.fetch(link, 0)].min }
      end

      def difference(own, other)
        case other.size - own.size
        when 0 then changed(own, other)
        when 1 then added(own, other)&.then { |at| [:add, at] }
        when -1 then added(other, own)&.then { |at| [:drop, at] }
        end
      end

      def changed(own, other)
        at = first_difference(own, other)
        [:change, at] if at && own[(at + 1)..] == other[(at + 1)..]
      end

      # Where the longer has one more than the shorter; nil where that is not the only difference.
      def added(shorter, longer)
        at = first_difference(shorter, longer) || shorter.size
        at if shorter[at..] == longer[(at + 1)..]
      end

      def first_difference(one, two) = one.each_index.find { |i| one[i] != two[i] }
    end
  end
end
