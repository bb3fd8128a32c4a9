module JauntyBell::Core
  module Weeks
    # Every schedule there is, one after another, for programmes small enough; the best of them.
    #
    #   Exact.new(timetable, most: 2_000).best # => {id => places}, or nil where more than so many would have
    #     to be looked at, or none fills every class
    class Exact
      def initialize(timetable, most:)
        @timetable = timetable
        @most = most
      end

      def best
        return if @timetable.classes.times.reduce(1) { |all, index| all * count(index) } > @most
        ways = Array.new(@timetable.classes) { |index| hours(index) }
        first, *rest = ways
        return unless first
        first.product(*rest).filter_map { |plan| schedule(plan) }.max_by { |schedule| @timetable.value(schedule) }
      end

      private

      # How many ways there are to fill a class, without looking at them: of as many places as there are, or of all that
      # could be taken.
      def count(index)
        ways = [1, *[0] * @timetable.slots]
        free(index).size.times do
          ways = ways.each_index.map do |left|
            (0..[@timetable.most_places, left].min).sum { |times| ways[left - times] }
          end
        end
        [ways.last, 1].max
      end

      # Each way to fill a class, [[id, times], …], as full as it can be.
      def hours(index)
        all = ways(free(index), index, @timetable.slots)
        fullest = all.map { |hour| hour.sum(&:last) }.max
        all.select { |hour| hour.sum(&:last) == fullest }
      end

      # Ids of what a class may have.
      def free(index) = @timetable.strands.keys.reject { |id| @timetable.barred?(id, index) }

      def ways(ids, index, left)
        id, *rest = ids
        return [[]] unless id
        least = @timetable.pinned?(id, index) ? 1 : 0
        (least..[@timetable.most_places, left].min).flat_map { |times|
          ways(rest, index, left - times).map { |hour| times.zero? ? hour : [[id, times], *hour] }
        }
      end

      def schedule(plan)
        times = plan.each_with_index.with_object(Hash.new { |hash, id| hash[id] = {} }) do |(hour, index), found|
          hour.each { |id, over| found[id][index] = over }
        end
        after = Arrangement.new(@timetable).placed(times) or return
        after if @timetable.bases_stand?(after.keys, after)
      end
    end
  end
end
