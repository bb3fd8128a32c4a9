module JauntyBell::Core
  module Card
    # The exchanges of a trade, laid into the time there is: what each seat of a pair or trio strikes and takes. In a
    # trio each exchange is between the next two of them.
    #
    #   exchanges.count    # => whole exchanges; what is begun of another is counted set by set
    #   exchanges.taken(0) # => Bench::Counts of what the first took: on guard and arms, on the body, on the legs
    class Exchanges
      # `sets` a Sets of the same task, `spans` [from, to] seconds in which they trade, `seconds` of the whole work.
      def initialize(trade, sets, spans:, task:, seats:, seconds:)
        @trade = trade
        @sets = sets
        @spans = spans
        @task = task
        @seats = seats
        @seconds = seconds
      end

      # Whole exchanges.
      def count = laid.count { |set| set[:last] }

      # Seconds one exchange takes, the pause after it apart.
      def lasts = steps.sum(&:first) - @task.pause

      # A Share of one seat: all of the work.
      def share(seat)
        struck = seconds(seat, :striker)
        holding = seconds(seat, :taker)
        Share.new(striking: struck, holding: holding, standing: @seconds - struck - holding,
          sets: laid.count { |set| set[:striker] == seat }, counts: counts(:striker, seat),
          impacts: taken(seat).strikes)
      end

      # Counts of what a seat took.
      def taken(seat) = counts(:taker, seat)

      private

      # Each set takes its own time and the pause after it; where it is countered at once the counter follows without.
      def steps
        @steps ||= @trade.exchange.each_with_index.map do |who, i|
          pause = (@trade.at_once? && i.zero?) ? 0 : @task.pause
          [@sets.length(thrown(who)) + pause, who, thrown(who)]
        end
      end

      # The beginner throws the first of the pool, the other answers with the second, or with the same.
      def thrown(who) = @task.sequence[who] || @task.sequence.first

      # Every set that is done in the time there is, in order.
      def laid
        @laid ||= @spans.flat_map { |from, to| laid_in(to - from) }
      end

      def laid_in(left)
        found = []
        exchange = 0
        loop do
          pair = partners(exchange)
          steps.each_with_index do |(lasts, who, combination), i|
            return found if left < @sets.length(combination)
            found << {striker: pair[who], taker: pair[1 - who], combination: combination, last: i == steps.size - 1,
                      seconds: [lasts, left].min}
            left -= lasts
          end
          exchange += 1
        end
      end

      # [who begins, the other] of an exchange.
      def partners(exchange)
        one, two = exchange % @seats, (exchange + 1) % @seats
        return [one, two] if @seats > 2
        (@trade.alternating? && exchange.odd?) ? [1, 0] : [0, 1]
      end

      # Striking, and taking it, goes on through the pause after each set.
      def seconds(seat, as) = laid.sum { |set| (set[as] == seat) ? set[:seconds] : 0 }

      def counts(as, seat)
        laid.select { |set| set[as] == seat }.map { |set| set[:combination] }.tally
          .map { |combination, sets| @sets.counted_once(combination).times(sets) }
          .reduce(Bench::Counts.none, :+)
      end
    end
  end
end
