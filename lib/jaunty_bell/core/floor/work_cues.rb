module JauntyBell::Core
  module Floor
    # What is heard inside the work of one run: counts, turns, phases, inner intervals and calls. Times in ms from its
    # bell.
    class WorkCues
      FIRST_CALL = 1_500 # ms after the bell, or after a change
      MOMENT = 1_200 # ms after the bell until the first phase is named
      BEFORE = 400 # ms between the name of what is next and its beginning
      HOLD = 1_000 # ms of a phase before what is next may be named in it

      # `weights` {combination id => weight of being called}; `random` a Random.
      def initialize(work, voice: Voice.default, weights: {}, random: Random.new(0))
        @work = work
        @task = work.task
        @voice = voice
        @weights = weights
        @random = random
      end

      def all = counts + (@work.counting.positive? ? on_the_clock : []) + turns + phases + interval + calls + trade

      private

      def counting = ms(@work.counting)

      # Every set of the counted part, one striker after another; the next of a pool is named before it is counted, and
      # the first on the other side says so.
      def counts
        return [] if @work.counting.zero?
        starts = @work.both_count? ? [0, @work.counted_time + @task.swap_time] : [0]
        counts = starts.flat_map { |start| @work.counted_sets.flat_map { |set| counted(set, start) } }
        counts << change_of_count if starts.size > 1
        counts
      end

      # The second striker begins with the pool's first again: it is named where the change leaves time for it.
      def change_of_count
        first = @task.spoken(@task.sequence.first)
        say = ["change", *@voice.words(first)]
        if @task.sequence.size < 2 || @voice.length(say) > ms(@task.swap_time)
          return voice(:swap, ms(@work.counted_time), "Change", ["change"])
        end
        voice(:swap, ms(@work.counted_time), "Change. #{first}", say)
      end

      def counted(set, start)
        number = voice(:count, ms(start + set.at), set.number.to_s, Voice.number(set.number))
        return [named(set, start), number].compact if set.named_at
        if set.other && set.number == 1
          [voice(:side, ms(start + set.at), "Other side", ["other side"]), number]
        else
          [number]
        end
      end

      def named(set, start)
        text = @task.spoken(set.combination)
        @voice.cue(:phase, ms(start + set.named_at), text, @voice.words(text),
          combination_id: @task.id_of(set.combination))
      end

      def on_the_clock =
        (@task.manner == "counted-then-clocked") ? [voice(:phase, counting, "Own time", ["own time"])] : []

      # Partners change at the end of each turn and go on when the change is over.
      def turns
        anchor = (@task.round.swap == "even" && @work.counting.zero?) ? "share" : "start"
        @work.turns.all.each_cons(2).flat_map do |turn, following|
          change = voice(:swap, counting + ms(turn.to), "Change", ["change"], anchor: anchor)
          if following.from > turn.to
            [change, Cue.new(kind: :go, at: counting + ms(following.from), anchor: anchor)]
          else
            [change]
          end
        end
      end

      # Each phase is named before it begins, the first after the bell; a tone says when. One with two sides says the
      # first, and the other half way.
      def phases
        return [] if @work.turns.work.zero?
        spans = @work.phase_spans
        spans.each_with_index.flat_map do |(phase, from, to), i|
          next [] unless phase
          [*named_phase(phase, ms(to - from), i.zero? ? nil : ms(from), i.zero? ? 0 : ms(spans[i - 1][1])),
            *(other_side(phase, ms(from), ms(to)) if phase.sides)]
        end
      end

      def named_phase(phase, lasts, from, since)
        text, said = PhaseWords.of(phase, lasts / 1_000)
        return [] if text.empty?
        say = @voice.words(said)
        return [voice(:phase, counting + MOMENT, text, say)] unless from
        at = [from - @voice.length(say) - BEFORE, since + HOLD].max
        [voice(:phase, counting + [at, from].min, text, say), Cue.new(kind: :go, at: counting + from)]
      end

      def other_side(phase, from, to)
        say = ["other side"]
        half = (from + to) / 2
        [voice(:side, counting + half - @voice.length(say) - BEFORE, "Other side", say),
          Cue.new(kind: :go, at: counting + half)]
      end

      # Who begins, when it turns and how hard: said as it begins.
      def trade
        return [] unless @task.trade
        text = @task.trade_said
        [voice(:phase, MOMENT, text, @voice.words(text))]
      end

      # Inside a turn only: its own begin and end are the bell's, or the change's.
      def interval
        return [] unless @task.interval
        @work.turns.all.flat_map do |turn|
          @work.bursts(turn).flat_map do |from, to|
            [(Cue.new(kind: :interval_on, at: counting + ms(from)) if from > turn.from),
              (Cue.new(kind: :interval_off, at: counting + ms(to)) if to < turn.to)].compact
          end
        end
      end

      def calls
        return [] unless @task.called? && !@task.round.combination
        draw = Calls.new(choices, pause: ms(@task.pause), apart: ms(@work.school.calls_apart[@task.round.rung]),
          random: @random)
        @work.striking_spans.flat_map { |from, to| draw.within(counting + ms(from) + FIRST_CALL, counting + ms(to)) }
          .map do |at, choice|
          @voice.cue(:call, at, choice.text, choice.say, combination_id: choice.id, hidden: @task.read?)
        end
      end

      def choices
        feeds = @task.drill.facts.feeds
        @task.sequence.zip(@task.round.drill.members).map.with_index do |(combination, id), i|
          text = feeds[i]&.spoken || @task.spoken(combination)
          say = @voice.words(text)
          Calls::Choice.new(id: id, text: text, say: say, length: @voice.length(say),
            set: ms(@work.set_time(combination)), weight: @weights.fetch(id, 1))
        end
      end

      def voice(kind, at, text, say, anchor: "start") = @voice.cue(kind, at, text, say, anchor: anchor)

      def ms(seconds) = (seconds * 1000).round
    end
  end
end
