module JauntyBell
  module Core
    module Weeks
      # Which version of a drill each does while the group is at a rung: a rung higher who holds the group's rung, a rung lower who does not hold the one
      # beneath, the group's own the others.
      #
      #   Versions.own("clock", ladder, top: "move") { |rung| holds?(rung) } # => "move"
      module Versions
        HOLDS = 0.5 # as likely as not

        # `top` the rung beyond which nobody is taken; the block says whether somebody holds a rung or a higher one.
        def self.own(rung, ladder, top:)
          index = ladder.index(rung)
          return ladder[index - 1] if index.positive? && !yield(ladder[index - 1])
          (index < ladder.index(top) && yield(rung)) ? ladder[index + 1] : rung
        end
      end
    end
  end
end
