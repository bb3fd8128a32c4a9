module JauntyBell::Core
  module Weeks
    # What a plan may be: strands, classes with so many places each, and the order of the trade. A schedule is {strand
    # id => places}, places as Strand takes them.
    #
    #   timetable.climb(strand, {0 => 1, 2 => 2}, schedule, begun).places # => [[0, 0, 1], [2, 1, 2]]
    class Timetable
      LAPSE = 0.5 # what losing a student on the way weighs beside winning one by the end; the product's own

      WAIT = 0.3 # what owning something weighs beside the goals that wait for it; the product's own
      NOWHERE = [].freeze

      attr_reader :strands, :classes, :slots, :limits, :pins

      # `classes` how many there are; `pins` {class => {id => rung index or nil}}; `barred` a Set of [id, class].
      def initialize(strands, classes:, slots:, limits: Limits.new, pins: {}, barred: Set.new)
        @strands = strands.to_h { |strand| [strand.id, strand] }
        @classes = classes
        @slots = slots
        @limits = limits
        @pins = pins
        @barred = barred
        @go_up = limits.go_up / 100.0
        @total = [strands.select(&:goal?).sum(&:importance), 1].max.to_f
        @dependents = Hash.new do |hash, id|
          hash[id] = strands.select { |strand| strand.new? && strand.bases.include?(id) }.map(&:id)
        end
      end

      # New things one class may begin: none in the last third of its places.
      def most_new = [limits.new_things, (slots * 2/3r).ceil].min

      def barred?(id, index) = @barred.include?([id, index])

      def pinned?(id, index) = @pins.dig(index)&.key?(id) || false

      # What a strand on these places adds to the plan's value.
      def term(strand, places)
        course = strand.course(places)
        ((strand.goal? ? strand.importance * course.credit : 0.0) + WAIT * strand.waiting * course.first -
          LAPSE * strand.importance * course.lapses) / @total
      end

      # Importance-weighted share of the group expected to own each goal at the end (Strand credits rungs on the way;
      # what is waited for counts too), less lapses.
      def value(schedule) = strands.each_value.sum { |strand| term(strand, schedule.fetch(strand.id, NOWHERE)) }

      # Rungs it may be drilled at in a class, where a Walk has come to: where the group stands, and the next where
      # enough own it; `fresh` whether one more new thing may be begun there. A pin that names a rung stands above the
      # order, as does a pin of what may not be met yet.
      def rungs_at(strand, index, walk, schedule, fresh:)
        pin = @pins.dig(index, strand.id)
        return [pin] if pin
        stands = walk.begun
        rungs = stands.negative? ? [] : [stands]
        rungs << stands + 1 if stands < strand.top && fresh && open?(strand, stands + 1, index, walk, schedule)
        rungs << 0 if rungs.empty? && pinned?(strand.id, index)
        rungs
      end

      # The Course of a strand over `times` {class => times over}, climbing as soon as the order allows. `begun` counts
      # by class the new things of the other strands. nil where it may not be begun in the first of them.
      def climb(strand, times, schedule, begun)
        walk = strand.set_out
        times.sort.each do |index, over|
          rung = rungs_at(strand, index, walk, schedule, fresh: begun[index] < most_new).last
          return nil unless rung
          walk.drill(index, rung, over)
        end
        strand.remember(walk.course)
      end

      # Classes in which these places begin something: a rung, or the combination itself.
      def begins(strand, places)
        highest = strand.begun
        places.filter_map do |index, rung, _|
          fresh = rung > highest
          highest = rung if fresh
          index if fresh
        end
      end

      # How many new things each class has.
      def begun(schedule)
        counts = Array.new(classes, 0)
        schedule.each { |id, places| begins(strands[id], places).each { |index| counts[index] += 1 } }
        counts
      end

      # Whether what is built on these strands may still be begun where the schedule begins it.
      def bases_stand?(ids, schedule)
        ids.flat_map { |id| @dependents[id] }.uniq.all? do |id|
          first = schedule.fetch(id, NOWHERE).first or next true
          pinned?(id, first[0]) || open?(strands[id], 0, first[0], nil, schedule)
        end
      end

      private

      # Whether enough own what comes before a rung: the rung beneath, or for the first what it builds on.
      def open?(strand, rung, index, walk, schedule)
        return walk.share(rung - 1, index) >= @go_up if rung.positive?
        strand.bases.all? do |id|
          strands[id].nil? || strands[id].share_at(index, schedule.fetch(id, NOWHERE)) >= @go_up
        end
      end
    end
  end
end
