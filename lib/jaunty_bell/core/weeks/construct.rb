module JauntyBell::Core
  module Weeks
    # Lays out a schedule class by class, each place to what is most pressing then: what is to be climbed in the time
    # that is left, what is being learned, what would be lost before the next class. How much each presses is drawn, so
    # that many schedules can be tried.
    #
    #   Construct.new(timetable, random).schedule # => {id => places}
    class Construct
      # Classes a rung takes before enough own it, as a first guess; only a weight.
      CLASSES_A_RUNG = 4.0
      FAVOUR = 1.2 # how far, in logarithms, one strand may be favoured above its importance

      def initialize(timetable, random, calm: false)
        @timetable = timetable
        @urgency = calm ? 1.0 : random.rand(0.3..2.5)
        @spacing = calm ? 0.5 : random.rand(0.1..1.0)
        @keeping = calm ? 4.0 : random.rand(1.0..10.0)
        @finishing = calm ? 1.0 : random.rand(0.2..2.0)
        @favour = timetable.strands.transform_values { calm ? 1.0 : Math.exp(random.rand(-FAVOUR..FAVOUR)) }
      end

      def schedule
        @walks = @timetable.strands.transform_values(&:set_out)
        @schedule = @walks.transform_values(&:places)
        @timetable.classes.times { |index| fill(index) }
        @walks.each { |id, walk| @timetable.strands[id].remember(walk.course) }
        @schedule.reject { |_, places| places.empty? }
      end

      private

      def fill(index)
        @left = @timetable.slots
        @new_things = 0
        @chosen = {}
        @timetable.pins.fetch(index, {}).each_key { |id| take(@timetable.strands[id], index) }
        ranked = @timetable.strands.values.reject { |strand|
          @timetable.barred?(strand.id, index) || @timetable.pinned?(strand.id, index)
        }.map { |strand| [-pressing(strand, index), strand.id.to_s, strand] }
          .sort_by { |weight, id, _| [weight, id] }.map(&:last)
        ranked.each { |strand| take(strand, index) if @left.positive? }
        again
        @chosen.each { |id, (rung, times)| @walks[id].drill(index, rung, times) }
      end

      # Places that are left go to what presses most, a second time over.
      def again
        (2..@timetable.limits.at_once).each do |times|
          @chosen.each_value do |chosen|
            next unless @left.positive?
            chosen[1] = times
            @left -= 1
          end
        end
      end

      def take(strand, index)
        return unless @left.positive?
        rung = @timetable.rungs_at(strand, index, @walks[strand.id], @schedule,
          fresh: @new_things < @timetable.most_new)
          .last or return
        @new_things += 1 if rung > @walks[strand.id].begun
        @chosen[strand.id] = [rung, 1]
        @left -= 1
      end

      def pressing(strand, index)
        walk = @walks[strand.id]
        stands = walk.begun
        owning = stands.negative? ? 0.0 : walk.share(stands, index)
        weight = [strand.importance, strand.waiting].max * rested(walk.places, index) * @favour[strand.id]
        if strand.wanted.nil? || stands >= strand.wanted && owning >= 0.9
          return weight * keep(strand, index, walk, owning)
        end
        left = strand.wanted - stands + (1 - owning)
        weight * (1.2 - owning)**@finishing * (0.3 + @urgency * left * CLASSES_A_RUNG / (@timetable.classes - index))
      end

      # What would be lost by the class after next, and something for whatever is not yet sure; a step on the way
      # presses until it is owned.
      def keep(strand, index, walk, owning)
        return 1.0 * (1 - owning) if strand.wanted.nil? && owning < @timetable.limits.go_up / 100.0
        later = [index + 3, @timetable.classes - 1].min
        0.05 + @keeping * [owning - walk.share([walk.begun, 0].max, later), 0].max
      end

      def rested(places, index)
        last = places.last or return 1.0
        (index - last[0] > 1) ? 1.0 : @spacing
      end
    end
  end
end
