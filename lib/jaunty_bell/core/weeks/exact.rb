module JauntyBell::Core
  module Weeks
    # Every schedule there is, one after another, for programmes small enough; the best of them.
    #
    #   Exact.new(timetable, most: 2_000).best # => {id => places}, or nil where more than so many classes would have to
    #     be
    #     filled
    class Exact
      class TooMany < StandardError; end
      private_constant :TooMany

      def initialize(timetable, most:)
        @timetable = timetable
        @most = most
      end

      def best
        return if least_ways > @most
        @seen = 0
        @best_value = -Float::INFINITY
        fill(0, {})
        @best
      rescue TooMany
        nil
      end

      private

      # How many schedules there would be if every strand had one rung all along: at least so many have to be looked at
      # where nothing is new.
      def least_ways
        open = @timetable.strands.values.count { |strand| !strand.new? }
        ways = Array.new(@timetable.slots + 1, 0).tap { |list| list[0] = 1 }
        open.times do
          ways = ways.each_index.map do |left|
            (0..[@timetable.limits.at_once, left].min).sum { |times| ways[left - times] }
          end
        end
        [ways.last, 1].max**@timetable.classes
      end

      def fill(index, schedule)
        return judge(schedule) if index == @timetable.classes
        choices(index, schedule).each do |choice|
          raise TooMany if (@seen += 1) > @most
          fill(index + 1, schedule.merge(choice))
        end
      end

      def judge(schedule)
        value = @timetable.value(schedule)
        @best, @best_value = schedule, value if value > @best_value + 1e-12
      end

      # Each way to fill a class, as what changes of the schedule. A class is left short only where nothing more may be
      # drilled.
      def choices(index, schedule)
        all = ways(@timetable.strands.values.reject { |strand| @timetable.barred?(strand.id, index) }, index, schedule,
          @timetable.slots, 0)
        fullest = all.map { |way| places_of(way, index) }.max
        all.select { |way| places_of(way, index) == fullest }
      end

      def places_of(way, index) = way.sum { |_, places| (places.last[0] == index) ? places.last[2] : 0 }

      def ways(strands, index, schedule, left, new_things)
        strand, *rest = strands
        return [{}] unless strand
        options(strand, index, schedule, left, new_things).flat_map do |place|
          next ways(rest, index, schedule, left, new_things) unless place
          places = schedule.fetch(strand.id, Timetable::NOWHERE)
          fresh = (place[1] > strand.begun_after(places)) ? 1 : 0
          ways(rest, index, schedule, left - place[2], new_things + fresh)
            .map { |way| way.merge(strand.id => places + [place]) }
        end
      end

      # nil for not at all, where no pin asks for it.
      def options(strand, index, schedule, left, new_things)
        places = schedule.fetch(strand.id, Timetable::NOWHERE)
        rungs = @timetable.rungs_at(strand, index, strand.along(places), schedule,
          fresh: new_things < @timetable.most_new)
        places = rungs.product((1..[@timetable.limits.at_once, left].min).to_a).map { |rung, over| [index, rung, over] }
        @timetable.pinned?(strand.id, index) ? places : [nil, *places]
      end
    end
  end
end
