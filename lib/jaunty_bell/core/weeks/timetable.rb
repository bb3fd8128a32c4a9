module JauntyBell::Core
  module Weeks
    # What a plan may be: strands, classes with so many places each, and the order and variety of the trade. A schedule
    # is {strand id => places}, places as Strand takes them.
    #
    #   timetable.places(strand, {0 => 1, 2 => 2}) # => [[0, 1], [2, 2]], or nil where that may not be
    class Timetable
      LAPSE = 0.5 # what losing a student weighs beside winning one; the product's own
      WAIT = 0.3 # what being able to do something weighs beside the goals that wait for it; the product's own
      KEPT = 0.15 # what keeping up something that is no goal weighs beside a goal; the product's own
      LONG = 0.02 # what a fortnight without it weighs of what is not yet sure; the product's own
      OWED = 0.05 # what it weighs that something new does not come back soon; the product's own
      SHRINKS = 0.001 # what a return sooner than the one before it weighs; the product's own
      RUNNING = 3 # classes in a row with the same combination
      TWICE = 2 # places of a class: the part, then the whole
      SOON = 7 # days within which what is new comes back
      FORTNIGHT = 14 # days that nobody should wait for the next rung
      NOWHERE = [].freeze

      attr_reader :strands, :classes, :slots, :limits, :pins

      # `days` [Date] of the classes; `pins` {class => {id => rung index or nil}}; `barred` a Set of [id, class].
      def initialize(strands, days:, slots:, limits: Limits.new, pins: {}, barred: Set.new)
        @strands = strands.to_h { |strand| [strand.id, strand] }
        @days = days.map(&:jd)
        @classes = days.size
        @slots = slots
        @limits = limits
        @pins = pins
        @barred = barred
        @total = [strands.select(&:goal?).sum(&:importance), 1].max.to_f
        @dependents = Hash.new { |hash, id|
          hash[id] = strands.select { |strand| strand.new? && strand.bases.include?(id) }.map(&:id)
        }
      end

      # New combinations a class may begin.
      def most_new = [limits.new_things, slots].min

      def most_places = [limits.at_once, TWICE, slots].min

      def barred?(id, index) = @barred.include?([id, index])

      def pinned?(id, index) = @pins.dig(index)&.key?(id) || false

      # What a strand on these places adds to the plan's value.
      def term(strand, places)
        course = strand.course(places)
        worth(strand, course) - waits(places) * LONG * weight(strand) * (1 - course.share) / @total -
          (owed?(strand, places) ? OWED : 0.0) - shrinks(strand, places) * SHRINKS
      end

      # Whether the group has met it once, and may not wait longer to meet it again than these places let it.
      def owed?(strand, places) = strand.met_once && late?(strand.met_once, 0, places.first)

      # The same of a course, however long anybody waits.
      def worth(strand, course) =
        (weight(strand) * (course.credit - LAPSE * course.lapses) + WAIT * strand.waiting * course.first) / @total

      # Importance-weighted share of the group expected to be able to do each goal at the end (Strand credits rungs on
      # the way; what is waited for counts too), less lapses.
      def value(schedule) = strands.each_value.sum { |strand| term(strand, schedule.fetch(strand.id, NOWHERE)) }

      # [[class, times], …] of {class => times}, where a strand may stand so; nil where it may not: barred, too often in
      # a class, too many classes running, or new and not met again soon.
      def places(strand, times)
        list = times.sort
        return if list.any? { |index, over| over > most_places || barred?(strand.id, index) }
        return unless few_running?(strand, list) && soon_again?(strand, list)
        list
      end

      # The classes in which these places begin something new to the group.
      def begins(strand, places) = (places.empty? || !strand.new?) ? NOWHERE : [places[0][0]]

      # How many new things each class has.
      def begun(schedule)
        counts = Array.new(classes, 0)
        schedule.each { |id, places| begins(strands[id], places).each { |index| counts[index] += 1 } }
        counts
      end

      # Whether what is built on these strands, and they themselves, come after what they build on.
      def bases_stand?(ids, schedule)
        (ids + ids.flat_map { |id| @dependents[id] }).uniq.all? { |id| after_bases?(strands[id], schedule) }
      end

      private

      def weight(strand) = strand.goal? ? strand.importance : KEPT

      def after_bases?(strand, schedule)
        return true unless strand.new?
        first = schedule.fetch(strand.id, NOWHERE).first or return true
        return true if pinned?(strand.id, first[0])
        strand.bases.all? do |id|
          base = strands[id]
          base.nil? || !base.new? || schedule.fetch(id, NOWHERE).first&.then { |place| place[0] < first[0] }
        end
      end

      def few_running?(strand, list)
        running, before = strand.running, -1
        list.each do |index, _|
          running = (index == before + 1) ? running + 1 : 1
          before = index
          return false if running > RUNNING && !pinned?(strand.id, index)
        end
        true
      end

      # The first return of what is new, where there is a class within the days for it.
      def soon_again?(strand, list)
        return true unless strand.new? && list.any?
        first = list[0][0]
        !late?(@days[first], first + 1, list[1])
      end

      # Whether what was met on a day is not met again soon, though a class (from `index` on) would be there for it.
      def late?(day, index, place)
        return false unless @days[index] && @days[index] <= day + SOON
        place.nil? || @days[place[0]] > day + SOON
      end

      # Returns sooner by more than a day than the one before, those that are over counted: what is learned comes back
      # at growing distances.
      def shrinks(strand, places)
        gaps = [*strand.lately, *places.map { |index, _| @days[index] }].each_cons(2).map { |one, two| two - one }
        gaps.each_cons(2).count { |one, two| two + 1 < one }
      end

      # Fortnights in which who is ready for more would wait for it.
      def waits(places)
        places.each_cons(2).sum { |(one, _), (two, _)| [(@days[two] - @days[one] - 1) / FORTNIGHT, 0].max }
      end
    end
  end
end
