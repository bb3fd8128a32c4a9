module JauntyBell::Core
  module Weeks
    # Lays out a schedule: how many places each strand should have is worked out from what so many, evenly spread, would
    # bring; then class by class the places go to those that have waited longest for theirs. How much each is favoured
    # is drawn, so that many schedules can be tried.
    #
    #   Construct.new(timetable, random).schedule # => {id => places}
    class Construct
      FAVOUR = 0.5 # how far, in logarithms, one strand may be favoured
      COUNTS = [1, 2, 3, 4, 6, 8, 10, 13, 16, 20, 25, 30, 36].freeze # places that are looked at

      def initialize(timetable, random, calm: false)
        @timetable = timetable
        @favour = timetable.strands.transform_values { calm ? 1.0 : Math.exp(random.rand(-FAVOUR..FAVOUR)) }
      end

      def schedule = Resume.new(@timetable).from(times)

      private

      # {id => {class => times}}.
      def times
        @shares = allotted.transform_values { |places| places.fdiv(@timetable.classes) }
        @owed = Hash.new(0.0)
        @times = Hash.new { |hash, id| hash[id] = {} }
        @timetable.classes.times { |index| fill(index) }
        @times
      end

      # {id => places}, in order of what a place brings.
      def allotted
        steps = @timetable.strands.flat_map { |id, strand| Rises.of(points(strand)).map { |step| [*step, id] } }
        Rises.taken(steps, @timetable.classes * @timetable.slots) { |_, _, id| @favour[id] }
          .each_with_object(Hash.new(0)) { |((_, _, id), places), given| given[id] += places }
      end

      # [[places, value], …] of a strand alone, evenly spread.
      def points(strand)
        [0, *COUNTS.select { |count| count <= @timetable.classes }].map do |count|
          [count, @timetable.term(strand, spread(count))]
        end
      end

      def spread(count)
        return Timetable::NOWHERE if count.zero?
        Array.new(count) { |k| [((k + 0.5) * @timetable.classes / count).floor, 1] }
      end

      def fill(index)
        left, fresh = @timetable.slots, 0
        @timetable.pins.fetch(index, {}).each_key { |id| left -= 1 if take(id, index) }
        @shares.each { |id, share| @owed[id] += share }
        @owed.sort_by { |id, owed| [back?(id, index) ? 0 : 1, -owed, id.to_s] }.each do |id, _|
          break unless left.positive?
          new = fresh?(id)
          next if @timetable.barred?(id, index) || @times[id].key?(index) || running?(id, index)
          next if new && (fresh >= @timetable.most_new || !ready?(id, index))
          fresh += 1 if new
          left -= 1 if take(id, index)
        end
      end

      def take(id, index)
        @owed[id] -= 1
        @times[id][index] = 1
      end

      def fresh?(id) = @timetable.strands[id].new? && @times[id].empty?

      # New in the class before: it comes back.
      def back?(id, index)
        strand = @timetable.strands[id]
        (strand.new? && @times[id].keys == [index - 1]) || (@times[id].empty? && strand.met_once)
      end

      def running?(id, index)
        strand = @timetable.strands[id]
        (1..Timetable::RUNNING).all? do |back|
          @times[id].key?(index - back) || (back > index && strand.running >= back - index)
        end
      end

      # Another class follows, and what it builds on was begun before.
      def ready?(id, index)
        index + 1 < @timetable.classes && @timetable.strands[id].bases.all? { |base|
          !@timetable.strands[base]&.new? || @times[base].any? { |at, _| at < index }
        }
      end
    end
  end
end
