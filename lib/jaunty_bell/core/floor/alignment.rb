module JauntyBell::Core
  module Floor
    # Strikes laid against sets of a rhythm, each at its place in a set, so that hands, times and what is missing are
    # likeliest together: the best path through the places (Viterbi 1967; the costs are negative logarithms, the
    # product's own).
    #
    #   Alignment.new(rhythm, strikes).sets # => [[Strike or nil for each planned hand], …]
    class Alignment
      MISSED = -Math.log(0.1)
      WRONG = -Math.log(0.02) # struck, but with the other hand
      EXTRA = -Math.log(0.02) + 2 # a peak that is no strike of a set
      REST = 10.0 # between two sets, for a pause that is longer than usual, whatever its length
      SILENT = 2 # sets that may go by without a strike that is felt
      SKIPPED = 2 # peaks in a row that may be no strike
      BEAM = 25.0 # nats: a way that is so much dearer than the best one so far is not gone on with
      WORTH = 4.0 # nats that an interval can speak for a way at the most

      def initialize(rhythm, strikes)
        @rhythm = rhythm
        @strikes = strikes
        @places = (0...rhythm.places).to_a
        @ways = @places.map { |to| @places.rotate(to).reverse.map { |from| [from, steps_between(from, to)] } }
      end

      # [[Strike or nil for each planned hand], …], sets of which nothing was felt among them.
      def sets
        found = []
        path.each_with_index do |(strike, place, later), i|
          later = 1 if i.zero?
          later.times { found << Array.new(@rhythm.places) }
          found.last[place] = strike
        end
        found
      end

      # Peaks that are no strike of a set.
      def extra = @strikes.size - path.size

      # [[seconds, the same by the rhythm at its first, when], …] of neighbours within a set, and of a set's last and
      # the next one's first.
      def within = steps.select { |step| step[:sets].zero? }

      def between = steps.select { |step| step[:sets] == 1 && step[:places] == [@rhythm.places - 1, 0] }

      def cost = endings.first.last

      private

      # From one place to another: [strikes missed between, seconds by the rhythm, sets later], the nearest first.
      def steps_between(from, to)
        (0..SILENT + 1).filter_map do |later|
          missed = later * @rhythm.places + to - from - 1
          unless missed.negative?
            [missed * MISSED, @rhythm.times[to] - @rhythm.times[from] + later * @rhythm.cycle, later]
          end
        end
      end

      def steps
        @steps ||= path.each_cons(2).map do |(one, from, _), (two, to, later)|
          {sets: later, places: [from, to], at: one.at / 1000.0, seconds: (two.at - one.at) / 1000.0,
           planned: @rhythm.between(from, to, later, 0) / @rhythm.pace(0)}
        end
      end

      # [[Strike, place, sets later than the one before], …]
      def path
        @path ||= table.empty? ? [] : traced
      end

      # [[strike, place], cost of the whole] of where a way may end, the cheapest first.
      def endings
        table.each_index.to_a.last(SKIPPED + 1).product(@places)
          .map { |i, place|
            [[i, place], table[i][place].first + (table.size - 1 - i) * EXTRA + (@rhythm.places - 1 - place) * MISSED]
          }.sort_by(&:last)
      end

      def traced
        at = endings.first.first
        found = []
        while at
          i, place = at
          _, before, later = table[i][place]
          found << [@strikes[i], place, later]
          at = before
        end
        found.reverse
      end

      # By strike and place: [cost of the best way to it, the strike and place before, sets between].
      def table
        @table ||= @strikes.each_with_index.with_object([]) do |(strike, i), rows|
          rows << @places.map do |place|
            hand = (strike.hand == @rhythm.hands[place]) ? 0 : WRONG
            cost, before, later = best(rows, strike, i, place)
            [cost + hand, before, later]
          end
        end
      end

      def best(rows, strike, i, place)
        cheapest, before, sets = (i <= SKIPPED) ? [i * EXTRA + place * MISSED, nil, 0] : [Float::INFINITY, nil, 0]
        (1..[SKIPPED + 1, i].min).each do |back|
          j = i - back
          at = @strikes[j].at / 1000.0
          seconds, pace = strike.at / 1000.0 - at, @rhythm.pace(at)
          beam = rows[j].min_by(&:first).first + BEAM
          @ways[place].each do |from, ways|
            so_far = rows[j][from].first
            floor = so_far + (back - 1) * EXTRA - WORTH
            next if floor >= cheapest || so_far > beam
            ways.each do |missed, usual, later|
              break if floor + missed >= cheapest
              cost = floor + WORTH + missed + time(seconds, usual * pace, later)
              cheapest, before, sets = cost, [j, from], later if cost < cheapest
            end
          end
        end
        [cheapest, before, sets]
      end

      # What an interval costs against the one the rhythm would have.
      def time(seconds, usual, later)
        spread = @rhythm.unevenness * usual + 0.01
        cost = ((seconds - usual) / spread)**2 / 2 + Math.log(spread * 2.5066)
        (later.positive? && seconds > usual) ? [cost, REST].min : cost
      end
    end
  end
end
