module JauntyBell
  module Core
    module Floor
      # Every bell, warning and announcement of a class, in segments, each with its offset in milliseconds.
      #
      # Each run of a card gives up to three segments: explain (with the changeover before it), work, rest. A device plays the segments one after another; to
      # skip, repeat or lengthen is to move among them, and cues stay right because their offsets are the segment's own.
      class CueSheet
        WARNING = 10_000 # ms before the end of work
        GET_READY = 5_000 # ms before the end of a rest

        # kind: :explain, :work or :rest; `round` its index; `duration` in ms; `cues` in order of offset.
        Segment = Value.of(:kind, :round, :duration, :cues)
        # kind: :bell_start, :warning, :bell_end, :get_ready or :announce; `at` ms from the segment's start.
        Cue = Value.of(:kind, :at, text: nil)

        attr_reader :segments

        # From a Card::Plan.
        def initialize(plan)
          @runs = plan.runs
          @segments = @runs.each_with_index.flat_map { |run, i| segments_of(run, i) }.freeze
        end

        def duration = segments.sum(&:duration)

        private

        def segments_of(run, i) = [talk(run, i), work(run, i), rest(run, i)].compact

        # Changing gloves and pads, and explaining.
        def talk(run, i)
          seconds = run.change + run.explain
          return unless seconds.positive?
          cues = [(Cue.new(kind: :announce, at: 0, text: "Gloves and pads. #{run.title}") if run.change.positive?),
            (Cue.new(kind: :announce, at: run.change * 1000, text: run.title) if run.explain.positive?)].compact
          Segment.new(kind: :explain, round: i, duration: seconds * 1000, cues: cues)
        end

        def work(run, i)
          duration = run.work * 1000
          cues = [Cue.new(kind: :bell_start, at: 0), Cue.new(kind: :bell_end, at: duration)]
          cues.insert(1, Cue.new(kind: :warning, at: duration - WARNING)) if duration >= 2 * WARNING
          Segment.new(kind: :work, round: i, duration: duration, cues: cues)
        end

        # The card's last rest is not counted, so it is not played.
        def rest(run, i)
          following = @runs[i + 1]
          return unless run.rest.positive? && following
          duration = run.rest * 1000
          cues = [Cue.new(kind: :announce, at: 0, text: "Next: #{following.title}")]
          talked = (following.change + following.explain).positive?
          cues << Cue.new(kind: :get_ready, at: duration - GET_READY) if !talked && duration >= 2 * GET_READY
          Segment.new(kind: :rest, round: i, duration: duration, cues: cues)
        end
      end
    end
  end
end
