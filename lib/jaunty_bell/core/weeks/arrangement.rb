module JauntyBell::Core
  module Weeks
    # A schedule while it is being changed: which strand has which places, and how many new things each class begins.
    #
    #   arrangement = Arrangement.new(timetable, schedule)
    #   after = arrangement.placed({id => arrangement.more(id, 3)}) # the places it would have then, or nil
    #   arrangement.take(after)
    class Arrangement
      attr_reader :schedule

      def initialize(timetable, schedule = {})
        @timetable = timetable
        @schedule = schedule.dup
        @begun = schedule.empty? ? Array.new(timetable.classes, 0) : timetable.begun(schedule)
      end

      def places(id) = @schedule.fetch(id, Timetable::NOWHERE)

      # How many places of a class a strand has.
      def over(id, index) = places(id).find { |place| place[0] == index }&.last || 0

      # Whether a class takes no more of a strand.
      def full?(id, index) = @timetable.barred?(id, index) || over(id, index) >= @timetable.most_places

      # Whether a pin wants the one place a strand has in a class.
      def pinned?(id, index) = over(id, index) == 1 && @timetable.pinned?(id, index)

      # {class => times over} of a strand; with one place more or less in a class.
      def times(id) = places(id).to_h

      def more(id, index) = change(times(id), index, 1)

      def less(id, index) = change(times(id), index, -1)

      def change(times, index, by)
        times = times.merge(index => times.fetch(index, 0) + by)
        times.delete(index) if times[index].zero?
        times
      end

      # Places not given in a class.
      def room(index)
        @timetable.slots - @schedule.each_value.sum { |places| places.sum { |at, over| (at == index) ? over : 0 } }
      end

      # {id => places} of strands at these times, nil where one may not stand so or a class would begin too much.
      def placed(times)
        begun = begun_without(times.keys)
        times.each_with_object({}) do |(id, wanted), found|
          strand = @timetable.strands[id]
          places = @timetable.places(strand, wanted) or return nil
          @timetable.begins(strand, places).each do |index|
            begun[index] += 1
            return nil if begun[index] > @timetable.most_new && !@timetable.pinned?(id, index)
          end
          found[id] = places
        end
      end

      # Whether what others build on still comes before them.
      def stands?(after) = @timetable.bases_stand?(after.keys, @schedule.merge(after))

      # What {id => places} would gain.
      def gain(after)
        after.sum { |id, places| @timetable.term(@timetable.strands[id], places) } -
          after.keys.sum { |id| @timetable.term(@timetable.strands[id], places(id)) }
      end

      # A place that a coach has given, whatever else holds.
      def pin(id, index)
        return unless room(index).positive? && over(id, index).zero?
        take({id => times(id).merge(index => 1).sort})
      end

      def take(after)
        begun = begun_without(after.keys)
        after.each { |id, places| @timetable.begins(@timetable.strands[id], places).each { |index| begun[index] += 1 } }
        @begun = begun
        @schedule = @schedule.merge(after)
      end

      private

      def begun_without(ids)
        begun = @begun.dup
        ids.each { |id| @timetable.begins(@timetable.strands[id], places(id)).each { |index| begun[index] -= 1 } }
        begun
      end
    end
  end
end
