module JauntyBell::Core
  module Floor
    # The rest of a class that runs late made to fit: which of the rounds still to come stay, how long they are worked
    # and rested, so that work weighted by importance is greatest in the time there is; of those alike technique stays
    # before finishers, rests keep what the effort needs, and what time is left gives rest back. Exact on a grid of STEP
    # seconds. The device has the same (web/src/floor/late.ts), for a hall without a network.
    #
    #   Late.new(rounds, 900).choices # => [Choice(work: 120, rest: 30), nil, …]; nil where nothing fits
    class Late
      STEP = 5 # seconds
      # A round still to come: whole seconds of `talk` before its bell, of `work` and `rest` as they stand, and the
      # least of them; `must` stay; `weight` of a second of its work (Card::Fit::Item#weight).
      Coming = Value.of(:talk, :work, :rest, :least, :least_rest, :must, :weight)
      Choice = Value.of(:work, :rest)
      NEVER = -Float::INFINITY

      # `seconds` there are for all of them.
      def initialize(rounds, seconds)
        @rounds = rounds
        @cells = (seconds / STEP).floor
      end

      # A Choice for each round, nil for one that is left out; nil where what must stay takes longer.
      def choices
        return @choices if defined?(@choices)
        steps = (traced if possible?)
        @choices = steps &&
          rested(evened(steps).each_with_index.map { |step, i|
            step && Choice.new(work: work(i, step), rest: @rounds[i].least_rest)
          })
      end

      # Seconds that what must stay takes at its shortest.
      def least
        kept = @rounds.select(&:must)
        kept.sum { |round| cells(round.talk + round.least) } * STEP +
          kept[0...-1].to_a.sum { |round| cells(round.least_rest) } * STEP
      end

      private

      def cells(seconds) = (seconds / STEP.to_r).ceil

      def most_steps(round) = [(round.work - round.least) / STEP, 0].max

      def work(i, step) = (step == most_steps(@rounds[i])) ? @rounds[i].work : @rounds[i].least + step * STEP

      def must_from?(i) = @rounds.drop(i).any?(&:must)

      def possible? = !must_from?(0) || table[0][@cells] > NEVER

      # The most that can come by round and cells left, with at least one of the rounds from there on kept.
      def table
        @table ||= @rounds.each_index.reverse_each
          .with_object(Array.new(@rounds.size) << Array.new(@cells + 1, NEVER)) do |i, rows|
          rows[i] = (0..@cells).map { |left| ways(i, left, rows[i + 1]).map(&:first).max || NEVER }
        end
      end

      # [worth, steps or nil, whether something follows] of every choice.
      def ways(i, left, following)
        round = @rounds[i]
        found = round.must ? [] : [[following[left], nil, true]]
        stop = !must_from?(i + 1)
        (0..most_steps(round)).each do |step|
          after = left - cells(round.talk + work(i, step))
          break if after < 0
          own = round.weight * work(i, step)
          rested = after - cells(round.least_rest)
          found << [own + following[rested], step, true] if rested >= 0
          found << [own, step, false] if stop
        end
        found
      end

      # Steps or nil by round.
      def traced
        steps = Array.new(@rounds.size)
        return steps if table[0][@cells] == NEVER
        left = @cells
        @rounds.each_index do |i|
          _, steps[i], more = ways(i, left, table[i + 1]).max_by.with_index { |way, k| [way.first, -k] }
          return steps unless more
          left -= cells(@rounds[i].talk + work(i, steps[i])) + cells(@rounds[i].least_rest) if steps[i]
        end
        steps
      end

      # Rounds that weigh alike and are as long share what they have evenly, the earlier ones the odd step.
      def evened(steps)
        alike = steps.each_index.select { |i| steps[i] }.group_by do |i|
          @rounds[i].to_h.values_at(:talk, :work, :least, :weight)
        end
        alike.each_value do |list|
          sum = list.sum { |i| steps[i] }
          list.each_with_index { |i, k| steps[i] = sum / list.size + ((k < sum % list.size) ? 1 : 0) }
        end
        steps
      end

      # Rest is given back a step at a time, to the round whose rest is furthest from what was written; the last kept
      # has none.
      def rested(choices)
        kept = choices.each_index.select { |i| choices[i] }
        choices[kept.last] = choices[kept.last].but(rest: 0) if kept.any?
        spare = @cells - kept.sum { |i| cells(@rounds[i].talk + choices[i].work) + cells(choices[i].rest) }
        while spare.positive?
          open = kept[0...-1].select { |i| choices[i].rest + STEP <= @rounds[i].rest }
          at = open.min_by { |i| [Rational(choices[i].rest, @rounds[i].rest), i] } or break
          choices[at] = choices[at].but(rest: choices[at].rest + STEP)
          spare -= 1
        end
        choices
      end
    end
  end
end
