module JauntyBell::Core
  module Floor
    # Every bell, warning, call, count, change and announcement of a class, in segments, each with its offset in
    # milliseconds.
    #
    # Each run of a card gives up to three segments: explain (with the changeover before it), work, rest. A device plays
    # the segments one after another; to skip, repeat or lengthen is to move among them (Ring), and cues stay right
    # because their offsets are the segment's own.
    #
    #   CueSheet.new(plan, seed: 7).segments.first.cues
    class CueSheet
      WARNING = 10_000 # ms before the end of work
      GET_READY = 5_000 # ms before the end of a rest
      LONGEST_SPOKEN = 6_000 # ms of a combination that is spoken before its round

      attr_reader :segments

      # From a Card::Plan. `seed` decides what is called, `weights` {combination id => weight} how often, `voice` which
      # words there are.
      def initialize(plan, seed: 0, weights: {}, voice: Voice.default)
        @plan = plan
        @seed = seed
        @weights = weights
        @voice = voice
        @runs = plan.runs
        @segments = @runs.each_with_index.flat_map { |run, i|
          [talk(run, i), work(run, i), rest(run, i)].compact
        }.freeze
      end

      def duration = segments.sum(&:duration)

      private

      # Changing gloves and pads, and explaining.
      def talk(run, i)
        seconds = run.change + run.explain
        return unless seconds.positive?
        cues = [(voice("Gloves and pads. #{run.title}", ["gloves and pads"]) if run.change.positive?),
          (voice(run.title, called(run), at: run.change * 1000) if run.explain.positive?)].compact
        segment(:explain, i, seconds, cues)
      end

      def work(run, i)
        duration = run.work * 1000
        cues = [Cue.new(kind: :bell_start, at: 0), *inside(run, i),
          Cue.new(kind: :bell_end, at: duration, anchor: "end")]
        cues << Cue.new(kind: :warning, at: duration - WARNING, anchor: "end") if duration >= 2 * WARNING
        segment(:work, i, run.work, cues, bell: true)
      end

      def inside(run, i)
        return circuit(run) unless run.task
        WorkCues.new(@plan.work(run.task, nth: run.nth), voice: @voice, weights: @weights,
          random: Random.new(@seed * 1_000 + i)).all
      end

      # Stations that go on and off together are rung on and off; where each keeps its own time that is said.
      def circuit(run)
        block = @plan.blocks[run.block]
        if block.bells == "own"
          return [] unless run.step&.zero?
          text = "Each station keeps its own time"
          return [voice(text, @voice.words(text), at: 2_000)]
        end
        on, off = block.inner
        return [] unless on
        (0..(run.work - 1) / (on + off)).flat_map do |n|
          from, to = n * (on + off), n * (on + off) + on
          [(Cue.new(kind: :interval_on, at: from * 1_000) if n.positive? && from < run.work),
            (Cue.new(kind: :interval_off, at: to * 1_000) if to < run.work)].compact
        end
      end

      # The card's last rest is not counted, so it is not played.
      def rest(run, i)
        following = @runs[i + 1]
        return unless run.rest.positive? && following
        cues = [voice("Next: #{following.title}", coming(run, following, i))]
        talked = (following.change + following.explain).positive?
        if !talked && run.rest * 1000 >= 2 * GET_READY
          cues << Cue.new(kind: :get_ready, at: run.rest * 1000 - GET_READY, anchor: "end")
        end
        segment(:rest, i, run.rest, cues, bell: true)
      end

      # A circuit moves on; the round over again changes who strikes; else what is next is named.
      def coming(run, following, i)
        return ["move on"] if run.step && following.step
        return ["change"] if following.nth.positive? && following.task&.round&.swap == "round"
        [(i + 2 == @runs.size) ? "last round" : "next", *called(following)]
      end

      # The block, and the combination where it can be said in a breath.
      def called(run)
        block = @voice.words(@plan.blocks[run.block].kind)
        words = @voice.words(spoken(run.task))
        (@voice.length(words) > LONGEST_SPOKEN) ? block : block + words
      end

      # What is done, in words; of a read drill nothing, which would be the answer.
      def spoken(task)
        return "" if task.nil? || task.read?
        task.combination ? task.spoken(task.combination) : task.round.exercise&.spoken.to_s
      end

      def voice(text, say, at: 0) = @voice.cue(:announce, at, text, say)

      def segment(kind, round, seconds, cues, bell: false)
        Segment.new(kind: kind, round: round, duration: seconds * 1000,
          cues: OneAtATime.settle(cues, seconds * 1000, bell: bell))
      end
    end
  end
end
