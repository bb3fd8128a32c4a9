module JauntyBell
  module Core
    module Floor
      # Every bell, warning and announcement of a class, in segments, each with its offset in milliseconds.
      #
      # Each round gives up to three segments: explain, work, rest. A device plays the segments one after another; to
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
          @plan = plan
          @segments = plan.rounds.each_with_index.flat_map { |round, i| segments_of(round, i) }.freeze
        end

        def duration = segments.sum(&:duration)

        private

        def segments_of(round, i)
          [explain(round, i), work(round, i), rest(round, i)].compact
        end

        def explain(round, i)
          Segment.new(kind: :explain, round: i, duration: round.explain * 1000, cues: [Cue.new(kind: :announce, at: 0, text: round.title)]) if round.explain.positive?
        end

        def work(round, i)
          duration = round.work * 1000
          cues = [Cue.new(kind: :bell_start, at: 0), Cue.new(kind: :bell_end, at: duration)]
          cues.insert(1, Cue.new(kind: :warning, at: duration - WARNING)) if duration >= 2 * WARNING
          Segment.new(kind: :work, round: i, duration: duration, cues: cues)
        end

        # The card's last rest is not counted, so it is not played.
        def rest(round, i)
          following = @plan.rounds[i + 1]
          return unless round.rest.positive? && following
          duration = round.rest * 1000
          cues = [Cue.new(kind: :announce, at: 0, text: "Next: #{following.title}")]
          cues << Cue.new(kind: :get_ready, at: duration - GET_READY) if following.explain.zero? && duration >= 2 * GET_READY
          Segment.new(kind: :rest, round: i, duration: duration, cues: cues)
        end
      end
    end
  end
end
