module JauntyBell::Core
  module Floor
    # Which version of a round each does while the group is at a rung: a rung higher who owns the group's rung, a rung
    # lower who does not own the one beneath, the group's own the others.
    #
    #   Versions.of("clock", beneath: "count", above: "move") { |rung| owns?(rung) } # => "move"
    module Versions
      # `beneath` and `above` are the versions there are, nil for none; the block says whether somebody owns a rung or a
      # higher one.
      def self.of(rung, beneath:, above:)
        return beneath if beneath && !yield(beneath)
        (above && yield(rung)) ? above : rung
      end
    end
  end
end
