module JauntyBell::Core
  module Card
    # A stretch of a round's work: the lead stance, then the other; in place, then moving; a burst for the last 30 s.
    #
    #   seconds      whole seconds, or nil: what the others leave
    #   other        true: in the other stance
    #   rung, effort where they differ from the round's
    Phase = Value.of(:name, seconds: nil, other: false, rung: nil, effort: nil) do
      include Bounds

      # Raises InvalidInput with a path under `at` ("blocks/0/rounds/2/phases/1").
      def checked(at)
        within(at, "seconds", seconds, 1, LONGEST_ROUND, "A phase lasts from 1 second to an hour") if seconds
        refuse(at, "rung", "\"#{rung}\" is not a rung.") unless rung.nil? || Bench::Rungs::ALL.include?(rung)
        on_the_effort_scale(at, effort) if effort
        self
      end
    end
  end
end
