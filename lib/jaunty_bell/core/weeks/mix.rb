module JauntyBell::Core
  module Weeks
    # A schedule in which every class has something that most can do and something that is being learned, where there is
    # any of it to have and room for both: the place that matters least is given away for it.
    #
    #   Mix.new(timetable).from(schedule) # => {id => places}
    class Mix
      FEWEST = 3 # places of a class that is mixed; of fewer each counts

      def initialize(timetable)
        @timetable = timetable
      end

      def from(schedule)
        return schedule if @timetable.slots < FEWEST
        @now = Arrangement.new(@timetable, schedule)
        @timetable.classes.times { |index| mix(index) }
        @now.schedule
      end

      private

      def mix(index)
        there = @timetable.strands.keys.select { |id| @now.over(id, index).positive? }
        can, learned = @timetable.strands.keys.partition { |id| can?(id, index) }
        [can, learned].each do |kind|
          exchange(index, there, kind) if there.any? && (there & kind).empty?
        end
      end

      # Whether most can do it by then, as it stands.
      def can?(id, index)
        strand = @timetable.strands[id]
        strand.share_at(index, @now.places(id)) >= Walk::OWNED
      end

      # The best of these takes the place of the one whose going costs least.
      def exchange(index, there, wanted)
        out = least(index, there) or return
        ways = wanted.reject { |id| @now.full?(id, index) || @timetable.strands[id].new? }
          .filter_map { |id| @now.placed(out.transform_values(&:to_h).merge(id => @now.more(id, index))) }
        best = ways.select { |after| @now.stands?(after) }.max_by { |after| @now.gain(after) }
        @now.take(best) if best
      end

      # {id => places} of what can be done without most easily in a class, once it is; nil where all must stay.
      def least(index, there)
        free = there.reject { |id| @now.pinned?(id, index) || begun?(id, index) }
        free.filter_map { |id| @now.placed({id => @now.less(id, index)}) }.max_by { |after| @now.gain(after) }
      end

      def begun?(id, index) = @timetable.begins(@timetable.strands[id], @now.places(id)).include?(index)
    end
  end
end
