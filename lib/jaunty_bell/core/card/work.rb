module JauntyBell::Core
  module Card
    # The work of one round: how long it really is, and what each seat of a pair or trio gets of it.
    class Work
      attr_reader :task, :seats, :school

      # `seats` 2 for pairs, 3 for a trio; `nth` which of the block's rounds that change striker it is (0, 1 …).
      def initialize(task, reading:, school: Lexicon::School.default, seats: 2, nth: 0)
        @task = task
        @school = school
        @sets = Sets.new(task, reading)
        @seats = alone? ? 1 : seats
        @nth = nth
      end

      def alone? = @task.round.swap == "alone" && !@task.trade

      # Whole seconds of work: as written; as long as the repetitions or the count take, whatever is written; a count
      # before the clock on top.
      def seconds
        @seconds ||= begin
          round = @task.round
          if round.flow then round.flow.what.seconds
          elsif round.reps then round.reps * @school.seconds_per_rep * (round.exercise&.sides ? 2 : 1)
          elsif @task.manner == "counted-then-clocked" then counting + round.work
          elsif @task.count then counting
          else round.work
          end
        end
      end

      # Whole seconds the counted part takes: one striker after another in pairs (a trio shares the time of a pair), one
      # alone where who strikes changes with the round.
      def counting
        return 0 unless @task.count
        @counting ||= (both_count? ? 2 * @sets.counted + @task.swap_time : @sets.counted).ceil
      end

      # Whether both of a pair do the count in this round.
      def both_count? = !["alone", "round"].include?(@task.round.swap)

      # The turns of the part on the clock.
      def turns
        round = @task.round
        @turns ||= Turns.new(work: seconds - counting, swap: @task.trade ? "alone" : round.swap, every: turn_length,
          seats: seats, first: @nth,
          change: (round.swap == "n for n") ? 0 : @task.swap_time)
      end

      # Seconds of the counted part of one striker, exactly.
      def counted_time = @sets.counted

      # Its sets in order: Sets::Counted.
      def counted_sets = @sets.counted_sets

      # Seconds of one set of a combination.
      def set_time(combination) = @sets.length(combination)

      # [from, to] of every stretch on the clock in which somebody strikes, in seconds from its start.
      def striking_spans = turns.all.flat_map { |turn| within(turn, turn.from, turn.to) }

      # [from, to] of every burst of a turn: the inner interval begins again with it, and is over where it is.
      def bursts(turn)
        on, off = @task.interval
        return [[turn.from, turn.to]] unless on
        (0..((turn.seconds - 1r / 1000) / (on + off)).floor).map { |n| turn.from + n * (on + off) }
          .map { |start| [start, [start + on, turn.to].min] }
      end

      # [phase or nil, from, to] over the part on the clock.
      def phase_spans
        whole = turns.work
        phases = @task.phases
        return [[nil, 0r, whole]] if phases.empty?
        left = [whole - phases.sum { |phase| phase.lasts || 0 }, 0].max
        clock = 0r
        spans = phases.map { |phase| [phase, clock, clock = [clock + (phase.lasts || left), whole].min] }
        (clock < whole) ? spans + [[nil, clock, whole]] : spans
      end

      # Share of each seat, work alone.
      def shares
        @shares ||= (0...seats).map do |seat|
          if @task.trade then exchanges.share(seat)
          else @task.strikes? ? striking(seat) : moving(seat)
          end
        end
      end

      # Seconds on the clock in which somebody strikes, all seats together.
      def seconds_striking = @task.trade ? turns.work : turns.striking.sum

      # How partners trade in it (Exchanges), or nil.
      def exchanges
        @exchanges ||= @task.trade && Exchanges.new(@task.trade, @sets, spans: striking_spans, task: @task,
          seats: seats, seconds: seconds)
      end

      # Seconds of work of each phase by seat: [[phase, [seconds of seat 0, …]], …]; none without phases.
      def phase_seconds
        phases = phase_spans
        return [] if phases.size < 2
        phases.map do |phase, from, to|
          [phase, (0...seats).map { |seat|
            turns.all.sum { |turn| (turn.seat == seat) ? overlap(turn.from, turn.to, from, to) : 0 }
          }]
        end
      end

      # Planned effort, time-weighted over the phases.
      def effort
        spans = phase_spans
        total = spans.sum { |_, from, to| to - from }
        return @task.round.effort if total.zero?
        spans.sum { |phase, from, to| (phase&.asks || @task.round.effort) * (to - from) } / total.to_f
      end

      private

      # Seconds of a turn; n sets and the pauses after them for n for n.
      def turn_length
        round = @task.round
        return round.every unless round.swap == "n for n" && @task.strikes?
        lap = @task.sequence.empty? ? @task.combinations : @task.sequence
        round.every * (lap.sum { |combination| @sets.length(combination) } / lap.size + @task.pause)
      end

      # Nobody strikes: steps and exercises.
      def moving(seat)
        sets, counts = @task.drilled? ? @sets.of(stretches_of(seat)) : [0, nil]
        Share.new(moving: seconds, sets: sets + @sets.sets_of_count, counts: counts)
      end

      def striking(seat)
        counted = counted_share(seat)
        stretches = stretches_of(seat)
        sets, counts = @sets.of(stretches)
        on = stretches.sum(&:first)
        off = turns.striking[seat] - moved(seat) - on
        clock = Share.new(striking: on, holding: turns.holding[seat] - held_moving(seat), moving: all_moved,
          standing: turns.standing[seat] - (all_moved - moved(seat) - held_moving(seat)), sets: sets,
          counts: counts, impacts: impacts(seat))
        counted + clock + Share.pause(off, active: @task.active_off?)
      end

      # In the counted part each does the count, then holds for the other; a trio's third turn is shared out.
      def counted_share(seat)
        return Share.new if counting.zero?
        strikes, holds = if both_count?
          [Rational(2, seats)] * 2
        else
          [(seat == @nth % seats) ? 1 : 0, (seats > 1 && seat == (@nth + 1) % seats) ? 1 : 0]
        end
        impacts = @task.holder_kit ? @sets.counts_of_count.strikes * holds : 0
        Share.new(striking: @sets.counted * strikes, holding: @sets.counted * holds,
          standing: counting - @sets.counted * (strikes + holds),
          sets: @sets.sets_of_count * strikes, counts: @sets.counts_of_count.times(strikes), impacts: impacts)
      end

      # What the seat takes on the pads: the strikes of the one it holds for.
      def impacts(seat)
        return 0 if seats == 1 || !@task.holder_kit
        (@struck ||= {})[(seat - 1) % seats] ||= @sets.of(stretches_of((seat - 1) % seats)).last.strikes
      end

      # [seconds, other stance?, what is gone through] in which a seat strikes: its turns, cut by phases and by the
      # inner interval; phases in which everybody moves are none of them.
      def stretches_of(seat)
        (@stretches ||= {})[seat] ||= turns.all.select { |turn| turn.seat == seat }.flat_map do |turn|
          (phase_spans - moving_spans).flat_map do |phase, from, to|
            within(turn, from, to).map { |start, stop| [stop - start, !!phase&.other, @task.sequence_in(phase)] }
          end
        end
      end

      # Phases of exercises, or of nothing that is struck: everybody moves, whoever's turn it is.
      def moving_spans =
        @moving_spans ||= @task.phases.empty? ? [] : phase_spans.select { |phase,| @task.sequence_in(phase).empty? }

      def all_moved = moving_spans.sum { |_, from, to| to - from }

      # Seconds of a seat's turns, or of the turns of the one it holds for, that are spent moving.
      def moved(seat)
        turns.all.select { |turn| turn.seat == seat }.sum do |turn|
          moving_spans.sum { |_, from, to| overlap(turn.from, turn.to, from, to) }
        end
      end

      def held_moving(seat) = (seats == 1) ? 0 : moved((seat - 1) % seats)

      # [from, to] of what the inner interval leaves of a turn between two instants.
      def within(turn, from, to)
        bursts(turn).map { |start, stop| [[start, from].max, [stop, to].min] }.select { |start, stop| stop > start }
      end

      def overlap(a, b, from, to) = [[b, to].min - [a, from].max, 0].max
    end
  end
end
