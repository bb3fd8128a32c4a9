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
        order(times.keys & @timetable.strands.keys).each { |id| put(id, times[id]) }
        @timetable.classes.times { |index| fill(index) }
        @now.schedule
      end

      private

      # What others build on comes first.
      def order(ids) = ids.sort_by { |id| [@timetable.strands[id].new? ? 1 : 0, depth(id), ids.index(id)] }

      def depth(id)
        @timetable.strands[id].bases.filter_map { |base| @timetable.strands[base] && depth(base) + 1 }.max || 0
      end

      # From the first class on in which it may be begun.
      def put(id, times)
        times = times.reject { |index, _| index >= @timetable.classes || @timetable.barred?(id, index) }.sort
        times = times.drop(1) until times.empty? || (after = @now.climbed({id => times.to_h}))
        @now.take(after) if after
      end

      def fill(index)
        @now.room(index).times do
          free = @timetable.strands.keys.reject { |id| @now.full?(id, index) }
          ways = free.filter_map { |id| @now.climbed({id => @now.more(id, index)}) }
            .select { |after| @now.stands?(after) }
          @now.take(ways.max_by { |after| @now.gain(after) } || return)
        end
      end
    end
  end
end
