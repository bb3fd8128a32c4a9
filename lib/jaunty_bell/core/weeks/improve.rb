module JauntyBell::Core
  module Weeks
    # Makes a schedule better by small moves: a place given to another strand, two strands' places exchanged between
    # classes. A move stands if the order still holds and the value is not less; now and then a slightly worse one
    # stands too (simulated annealing; Kirkpatrick, Gelatt and Vecchi 1983), and the best that was seen is kept.
    class Improve
      WARM = 0.002 # of the value, at the beginning
      EXCHANGES = 0.3 # of the moves
      STRETCHES = 0.12
      LONGEST = 8 # classes of a stretch

      def initialize(timetable, random)
        @timetable = timetable
        @random = random
      end

      # The best schedule seen in so many moves from this one. The block is told after each move.
      def from(schedule, moves:)
        @now = Arrangement.new(@timetable, schedule)
        value = best_value = @timetable.value(schedule)
        best = @now.schedule
        moves.times do |move|
          gain = try(WARM * (1 - move.fdiv(moves)))
          if gain
            value += gain
            best, best_value = @now.schedule, value if value > best_value + 1e-9
          end
          yield if block_given?
        end
        best
      end

      private

      # What the move gained, or nil where it did not stand.
      def try(warmth)
        index = @random.rand(@timetable.classes)
        out = drawn(index) or return
        incoming = @timetable.strands.values.sample(random: @random).id
        return if incoming == out || @now.full?(incoming, index)
        times = {out => @now.less(out, index), incoming => @now.more(incoming, index)}
        case @random.rand
        when 0...EXCHANGES then exchange(times, out, incoming, index)
        when EXCHANGES...(EXCHANGES + STRETCHES) then stretch(times, out, incoming, index)
        end
        return unless times.compact.size == times.size
        settle(times, warmth)
      end

      # A strand with a place of a class that no pin wants.
      def drawn(index)
        there = @now.schedule.keys.select { |id| @now.over(id, index).positive? }
        there.reject { |id| @now.pinned?(id, index) }.sample(random: @random)
      end

      # The other strand gives a place of its own for the one it takes.
      def exchange(times, out, incoming, index)
        others = @now.times(incoming).keys.reject { |each| each == index || @now.pinned?(incoming, each) }
        other = others.sample(random: @random) or return
        return if @now.full?(out, other) || times[out].fetch(other, 0) >= @timetable.most_places
        times[out] = @now.change(times[out], other, 1)
        times[incoming] = @now.change(times[incoming], other, -1)
      end

      # The same in the classes that follow: what is learned shows after several.
      def stretch(times, out, incoming, index)
        ((index + 1)..[index + @random.rand(1..LONGEST), @timetable.classes - 1].min).each do |each|
          next unless goes_on?(times, out, incoming, each)
          times[out] = @now.change(times[out], each, -1)
          times[incoming] = @now.change(times[incoming], each, 1)
        end
      end

      def goes_on?(times, out, incoming, index)
        return false if !times[out].key?(index) || (times[out][index] == 1 && @timetable.pinned?(out, index))
        !@timetable.barred?(incoming, index) && times[incoming].fetch(index, 0) < @timetable.most_places
      end

      def settle(times, warmth)
        after = @now.placed(times) or return
        gain = @now.gain(after)
        return unless gain >= 0 || @random.rand < Math.exp(gain / [warmth, 1e-9].max)
        return unless @now.stands?(after)
        @now.take(after)
        gain
      end
    end
  end
end
