module JauntyBell::Core
  module Bench
    # What a combination on a shelf is built on: the longest other one it begins or ends with.
    #
    #   basis = Basis.new("a" => Notation.read("1-2"), "b" => Notation.read("1-2-3"))
    #   basis.part("b", :first) # => "a"
    #   basis.of("b")           # => ["a"]
    class Basis
      SHORTEST = 2 # actions of a part worth the name

      # `shelf` maps ids to Combinations.
      def initialize(shelf)
        @keys = shelf.transform_values { |combination| combination.actions.map(&:identity) }
      end

      # Id of the longest combination that this one begins (:first) or ends (:last) with, or nil.
      def part(id, from)
        whole = @keys.fetch(id)
        shorter(whole).select { |_, keys| whole.public_send(from, keys.size) == keys }
          .max_by { |_, keys| keys.size }&.first
      end

      # Ids of what must be owned before it is met: the longer of what it begins and ends with; without those its links,
      # as far as they are on the shelf alone; [] for what stands on its own.
      def of(id)
        longest = %i[first last].filter_map { |from| part(id, from) }.max_by { |other| @keys[other].size }
        return [longest] if longest
        links = @keys.fetch(id).each_cons(2).to_a
        shorter(@keys[id]).select { |_, keys| links.include?(keys) }.map(&:first)
      end

      private

      def shorter(whole) = @keys.select { |_, keys| keys.size.between?(SHORTEST, whole.size - 1) }
    end
  end
end
