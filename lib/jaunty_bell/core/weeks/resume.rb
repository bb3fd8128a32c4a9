module JauntyBell::Core
  module Weeks
    # A schedule that goes on from one there was: what had been given to each strand as far as the order lets it, what
    # is left open filled with what brings most.
    class Resume
      def initialize(timetable)
        @timetable = timetable
      end

      # From {strand id => {class => times over}}.
      def from(times)
        @now = Arrangement.new(@timetable)
        pinned
        order(times.keys & @timetable.strands.keys).each { |id| put(id, times[id]) }
        @timetable.classes.times { |index| fill(index) }
        @now.schedule
      end

      private

      def pinned
        @timetable.pins.each { |index, in_class| in_class.each_key { |id| @now.pin(id, index) } }
      end

      # What others build on comes first.
      def order(ids) = ids.sort_by { |id| [@timetable.strands[id].new? ? 1 : 0, depth(id), ids.index(id)] }

      def depth(id)
        @timetable.strands[id].bases.filter_map { |base| @timetable.strands[base] && depth(base) + 1 }.max || 0
      end

      # As much of it as may be, class by class.
      def put(id, times)
        times = times.select { |index, over|
          index < @timetable.classes && !@timetable.barred?(id, index) && over <= @now.room(index)
        }
        times = times.sort.drop(1).to_h until times.empty? || (after = allowed(id, times.merge(@now.times(id))))
        @now.take(after) if after
      end

      def allowed(id, times) = @now.placed({id => times}).then { |after| after if after && @now.stands?(after) }

      def fill(index)
        @now.room(index).times do
          free = @timetable.strands.keys.reject { |id| @now.full?(id, index) }
          ways = free.filter_map { |id| allowed(id, @now.more(id, index)) || begun_at(id, index) }
          @now.take(ways.max_by { |after| @now.gain(after) } || return)
        end
      end

      # What is new is met again in the next class, where it has room for it.
      def begun_at(id, index)
        return if index + 1 >= @timetable.classes || @now.places(id).any? || !@now.room(index + 1).positive?
        allowed(id, {index => 1, index + 1 => 1})
      end
    end
  end
end
