module JauntyBell::Core
  module Weeks
    # Makes a schedule better by small moves: a place given to another strand, two strands' places exchanged between
    # classes. A move stands if the order still holds and the value is not less; now and then a slightly worse one
    # stands too (simulated annealing; Kirkpatrick, Gelatt and Vecchi 1983), and the best that was seen is kept.
    class Improve
      WARM = 0.002 # of the value, at the beginning

      def initialize(timetable, random)
        @timetable = timetable
        @random = random
      end

      # A schedule from {strand id => {class => times over}} as far as the order lets it, what is left open filled with
      # what brings most.
      def again(times)
        @now = {}
        @begun = Array.new(@timetable.classes, 0)
        order(times.keys & @timetable.strands.keys).each { |id| put(id, times[id]) }
        @timetable.classes.times { |index| fill(index) }
        @now
      end

      # The best schedule seen in so many moves from this one. The block is told after each move.
      def from(schedule, moves:)
        @now = schedule.dup
        @begun = @timetable.begun(@now)
        value = best_value = @timetable.value(@now)
        best = @now.dup
        moves.times do |move|
          gain = try(WARM * (1 - move.fdiv(moves)))
          if gain
            value += gain
            best, best_value = @now.dup, value if value > best_value + 1e-9
          end
          yield if block_given?
        end
        best
      end

      private

      # What others build on comes first.
      def order(ids) = ids.sort_by { |id| [@timetable.strands[id].new? ? 1 : 0, depth(id), ids.index(id)] }

      def depth(id) = @timetable.strands[id].bases.filter_map { |base| @timetable.strands[base] && depth(base) + 1 }.max || 0

      # From the first class on in which it may be begun.
      def put(id, times)
        times = times.reject { |index, _| index >= @timetable.classes || @timetable.barred?(id, index) }.sort
        times = times.drop(1) until times.empty? || (after = climbed({id => times.to_h}, @begun.dup))
        take(after) if after
      end

      def take(after)
        before = after.keys.to_h { |id| [id, @now.fetch(id, Timetable::NOWHERE)] }
        @now = @now.merge(after)
        @begun = @begun.dup
        before.each { |id, places| @timetable.begins(@timetable.strands[id], places).each { |index| @begun[index] -= 1 } }
        after.each { |id, places| @timetable.begins(@timetable.strands[id], places).each { |index| @begun[index] += 1 } }
      end

      def fill(index)
        room = @timetable.slots - @now.keys.sum { |id| over(id, index) }
        room.times do
          ways = @timetable.strands.values.reject { |strand| full?(strand.id, index) }
            .filter_map { |strand| way(strand, index) }
          take(ways.max_by(&:first)&.last || return)
        end
      end

      # [what it gains, {id => places}] of one more place for a strand, or nil.
      def way(strand, index)
        was = @now.fetch(strand.id, Timetable::NOWHERE)
        begun = @begun.dup
        @timetable.begins(strand, was).each { |each| begun[each] -= 1 }
        after = climbed({strand.id => more(strand.id, index)}, begun) or return
        if @timetable.bases_stand?([strand.id], @now.merge(after))
          [@timetable.term(strand, after[strand.id]) - @timetable.term(strand, was), after]
        end
      end

      # What the move gained, or nil where it did not stand.
      def try(warmth)
        index = @random.rand(@timetable.classes)
        out = drawn(index) or return
        incoming = @timetable.strands.values.sample(random: @random).id
        return if incoming == out || full?(incoming, index)
        times = {out => less(out, index), incoming => more(incoming, index)}
        case @random.rand
        when 0...EXCHANGES then exchange(times, out, incoming, index)
        when EXCHANGES...(EXCHANGES + STRETCHES) then stretch(times, out, incoming, index)
        end
        return unless times.compact.size == times.size
        settle(times, warmth)
      end
      EXCHANGES = 0.3
      STRETCHES = 0.12
      LONGEST = 8 # classes

      # The same in the classes that follow: what is learned shows after several.
      def stretch(times, out, incoming, index)
        ((index + 1)..[index + @random.rand(1..LONGEST), @timetable.classes - 1].min).each do |each|
          if !times[out].key?(each) || (times[out][each] == 1 && @timetable.pinned?(out, each)) ||
              @timetable.barred?(incoming, each) || times[incoming].fetch(each, 0) >= @timetable.limits.at_once
            next
          end
          times[out] = change(times[out], each, -1)
          times[incoming] = change(times[incoming], each, 1)
        end
      end

      # A place of a class that no pin holds.
      def drawn(index)
        there = @now.keys.select { |id| over(id, index).positive? }
        there.reject { |id| over(id, index) == 1 && @timetable.pinned?(id, index) }.sample(random: @random)
      end

      def full?(id, index) = @timetable.barred?(id, index) || over(id, index) >= @timetable.limits.at_once

      def over(id, index) = @now.fetch(id, Timetable::NOWHERE).find { |place| place[0] == index }&.last || 0

      def times(id) = @now.fetch(id, Timetable::NOWHERE).to_h { |index, _, over| [index, over] }

      def less(id, index) = change(times(id), index, -1)

      def more(id, index) = change(times(id), index, 1)

      def change(times, index, by)
        times = times.merge(index => times.fetch(index, 0) + by)
        times.delete(index) if times[index].zero?
        times
      end

      # The other strand gives a place of its own for the one it takes.
      def exchange(times, out, incoming, index)
        other = self.times(incoming).keys.reject { |each|
          each == index || (over(incoming, each) == 1 && @timetable.pinned?(incoming, each))
        }.sample(random: @random) or return
        return if full?(out, other) || times[out].fetch(other, 0) >= @timetable.limits.at_once
        times[out] = change(times[out], other, 1)
        times[incoming] = change(times[incoming], other, -1)
      end

      def settle(times, warmth)
        before = times.keys.to_h { |id| [id, @now.fetch(id, Timetable::NOWHERE)] }
        begun = @begun.dup
        before.each { |id, places| @timetable.begins(@timetable.strands[id], places).each { |index| begun[index] -= 1 } }
        after = climbed(times, begun) or return
        gain = after.sum { |id, places| @timetable.term(@timetable.strands[id], places) } -
          before.sum { |id, places| @timetable.term(@timetable.strands[id], places) }
        return unless gain >= 0 || @random.rand < Math.exp(gain / [warmth, 1e-9].max)
        trial = @now.merge(after)
        return unless @timetable.bases_stand?(times.keys, trial)
        @now = trial
        @begun = begun
        gain
      end

      # New places of the strands, each after the other's new things have been counted; nil where one cannot be.
      def climbed(times, begun)
        schedule = @now
        times.each_with_object({}) do |(id, wanted), after|
          strand = @timetable.strands[id]
          places = @timetable.climb(strand, wanted, schedule.merge(after), begun)&.places
          return nil unless places
          @timetable.begins(strand, places).each { |index| begun[index] += 1 }
          after[id] = places
        end
      end
    end
  end
end
