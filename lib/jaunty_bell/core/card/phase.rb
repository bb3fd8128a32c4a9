module JauntyBell::Core
  module Card
    # A stretch of a round's work: the lead stance, then the other; in place, then moving; hip circles; a burst for the
    # last 30 s. Each is named before it begins.
    #
    #   seconds      whole seconds, of each side where it has two; nil: what the others leave
    #   other        true: in the other stance
    #   rung, effort where they differ from the round's
    #   exercise     a Lexicon::Exercise, combination Named: what is done in it, where it is not what the round is of
    #   sides        one side and then the other
    #   burst        all out, and announced as such
    Phase = Value.of(:name, seconds: nil, other: false, rung: nil, effort: nil, exercise: nil, combination: nil,
      sides: false, burst: false) do
      include Bounds

      # Raises InvalidInput with a path under `at` ("blocks/0/rounds/2/phases/1").
      def checked(at)
        if seconds
          within(at, "seconds", seconds, 1, LONGEST_ROUND, "#{called} lasts from 1 second to an hour")
        elsif sides
          refuse(at, "seconds", "#{called} has two sides: say how long each takes.")
        end
        refuse(at, "rung", "\"#{rung}\" is not a rung.") unless rung.nil? || Bench::Rungs::ALL.include?(rung)
        on_the_effort_scale(at, effort) if effort
        self
      end

      # Seconds of it all, both sides where it has two; nil where it takes what the others leave.
      def lasts = seconds && seconds * (sides ? 2 : 1)

      # How hard it is, where that is not the round's own effort; nil where it is.
      def asks = effort || exercise&.effort

      private

      def called = name.to_s.strip.empty? ? "A phase" : "\"#{name}\""
    end
  end
end
