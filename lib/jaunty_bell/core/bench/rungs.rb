module JauntyBell::Core
  module Bench
    # The steps of mastery, the lowest first: in the air, to a count, on the clock, on the move, on a call, against
    # answers.
    #
    #   Rungs.from("move")  # => ["move", "call", "answer"]: whoever owns one of these owns it on the move
    module Rungs
      ALL = %w[air count clock move call answer].freeze

      class << self
        # 0 for the lowest.
        def rank(rung) = ALL.index(rung)

        # A rung and those above it. A mark counts for the rung it was given on; owned on a higher one is owned on this.
        def from(rung) = ALL.drop(rank(rung))
      end
    end
  end
end
