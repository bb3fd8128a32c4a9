module JauntyBell::Core
  module Weeks
    # The part of a combination that is drilled alone: where it breaks, with what leads into it; its beginning where
    # nobody said.
    #
    #   Part.of(Notation.read("1-2-3-2"), nil) # => "1-2"
    #   Part.of(Notation.read("1-2-3-2"), 2)   # => "2-3-2"
    module Part
      LEADS = 1 # actions before the link

      # As notation; nil of what has no part worth the name. `link` 0 is between the first two actions.
      def self.of(combination, link)
        actions = combination.actions
        return if actions.size <= Bench::Basis::SHORTEST
        part = link ? actions[[link - LEADS, 0].max..(link + 1)] : actions.first((actions.size + 1) / 2)
        part = actions[link, 2] if part.size == actions.size
        Bench::Notation.write(Bench::Combination.new(part))
      end
    end
  end
end
