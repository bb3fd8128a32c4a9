module JauntyBell::Core
  module Card
    # Who strikes when in the work of one round. Seats are the places in a pair or a trio; at each turn the seat whose
    # turn it is strikes, the next holds, and the third of a trio stands. A swap takes work time.
    #
    #   turns = Turns.new(work: 120, swap: "every", every: 30)
    #   turns.striking   # => [60, 60] seconds, by seat
    class Turns
      Turn = Value.of(:seat, :from, :to) do
        def seconds = to - from
      end

      attr_reader :work, :seats

      # work, every and change (what a swap takes) in seconds; `first` is the seat that begins.
      def initialize(work:, swap: "alone", every: nil, change: 0, seats: 2, first: 0)
        @work = work.to_r
        @swap = swap
        @every = every&.to_r
        @change = change.to_r
        @seats = (swap == "alone") ? 1 : seats
        @first = first
      end

      # Turns in order, times from the start of the work.
      def all
        @all ||= case @swap
        when "alone", "round" then [Turn.new(seat: @first % seats, from: 0r, to: work)]
        when "even" then laid((work - (seats - 1) * @change) / seats)
        else laid(@every)
        end
      end

      # Seconds each seat strikes, holds, and stands (a trio's third, and everybody while they swap).
      def striking = by_seat { |turn, seat| turn.seat == seat }

      def holding = (seats == 1) ? [0r] : by_seat { |turn, seat| (turn.seat + 1) % seats == seat }

      def standing = striking.zip(holding).map { |strikes, holds| work - strikes - holds }

      def uneven? = @swap == "every" && striking.uniq.size > 1

      # The nearest settings at which every seat strikes alike: {work:, every:} with one of them as it was. Shorter and
      # longer work at the same turn, and a turn at the same work. Whole seconds.
      def even_settings
        return [] unless uneven?
        lap = seats * (@every + @change)
        near = [(work + @change) / lap].flat_map { |laps| [laps.floor, laps.ceil] }.uniq.select(&:positive?)
        works = near.map { |laps| {work: (laps * lap - @change).to_i, every: @every.to_i} }
        works.select { |setting| setting[:work].between?(1, LONGEST_ROUND) } + [same_work].compact
      end

      private

      # Turns of `length` seconds with a change between them, the last one cut short by the bell.
      def laid(length)
        return [] unless length.positive?
        turns = []
        from = 0r
        while from < work
          turns << Turn.new(seat: (@first + turns.size) % seats, from: from, to: [from + length, work].min)
          from += length + @change
        end
        turns
      end

      # The turn nearest to the one wanted at which the work is shared out exactly.
      def same_work
        counts = (1..(work / seats).to_i).map { |laps| laps * seats }
        turns = counts.map { |count| [count, (work - (count - 1) * @change) / count] }
          .select { |_, turn| turn >= 1 && (turn % 1).zero? }
        nearest = turns.min_by { |_, turn| (turn - @every).abs }
        {work: work.to_i, every: nearest[1].to_i} if nearest
      end

      def by_seat(&is) = (0...seats).map { |seat| all.sum(0r) { |turn| is.call(turn, seat) ? turn.seconds : 0r } }
    end
  end
end
