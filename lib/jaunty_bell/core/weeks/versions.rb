module JauntyBell::Core
  module Weeks
    # Which version of a drill each does while the group is at a rung: a rung higher who owns the group's rung, a rung
    # lower who does not own the one beneath, the group's own the others.
    #
    #   Versions.own("clock", ladder, top: "move") { |rung| owns?(rung) } # => "move"
    module Versions
      OWNS = 0.5 # as likely as not

      # `top` the rung beyond which nobody is taken; the block says whether somebody owns a rung or a higher one.
      def self.own(rung, ladder, top:, &owns)
        index = ladder.index(rung)
        of(rung, beneath: index.positive? ? ladder[index - 1] : nil,
          above: (index < ladder.index(top)) ? ladder[index + 1] : nil, &owns)
      end

      # The same where the versions there are have been said, nil for none.
      def self.of(rung, beneath:, above:)
        return beneath if beneath && !yield(beneath)
        (above && yield(rung)) ? above : rung
      end
    end
  end
end
