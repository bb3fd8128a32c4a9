module JauntyBell::Core
  module Weeks
    # Finds a good schedule for a timetable: every one of them where there are few, else many laid out by what presses
    # and the best of them made better by small moves. Pure, and the same for the same seed.
    #
    # With `from`, the places of a plan that was, it begins there too: the rest of a programme is laid out again without
    # being thrown about.
    #
    #   found = Planner.new(timetable, squad, seed: 1).find { |done| puts done } # the block is told 0–1 and may throw
    #     :cancel
    #   found.schedule; found.value; found.bound; found.exact
    class Planner
      Found = Value.of(:schedule, :value, :bound, :exact)
      FEW = 2_000 # classes filled in trying every schedule
      # Schedules laid out, and moves tried on the best of them, times learners times classes: so that a large programme
      # takes no longer than a small one, and the same one is always searched as far.
      LAID_OUT = 800
      MOVED = 80_000

      # The measures of work can be given: `few`, `tried` schedules laid out, `kept` of them made better with `moves`
      # each.
      def initialize(timetable, squad, seed: 0, few: FEW, tried: nil, kept: 1, moves: nil, from: nil)
        @timetable = timetable
        @squad = squad
        @random = Random.new(seed)
        @few = few
        size = [squad.size * timetable.classes, 1].max
        @tried = tried || (LAID_OUT / size).clamp(1, 4)
        @kept = kept
        @moves = moves || (MOVED / size).clamp(60, 1_000)
        @from = from
      end

      def find(&progress)
        progress&.call(0.0)
        best = @few.positive? ? Exact.new(@timetable, most: @few).best : nil
        exact = !best.nil?
        best ||= searched(&progress)
        progress&.call(1.0)
        Found.new(schedule: best, value: @timetable.value(best),
          bound: [(exact ? 0.0 : Bound.new(@timetable).value), @timetable.value(best)].max, exact: exact)
      end

      private

      # Laying out is counted as a third of the work.
      def searched(&progress)
        laid_out = @tried.times.map do |i|
          progress&.call(i.fdiv(3 * @tried))
          Construct.new(@timetable, @random, calm: i.zero?).schedule
        end
        laid_out << Resume.new(@timetable).from(@from) if @from
        done = 0
        laid_out.uniq.max_by(@kept) { |schedule| @timetable.value(schedule) }.map do |schedule|
          Improve.new(@timetable, @random).from(schedule, moves: @moves) do
            done += 1
            progress&.call(1 / 3r + 2 / 3r * done / (@kept * @moves)) if (done % 25).zero?
          end
        end.map { |schedule| Mix.new(@timetable).from(Resume.new(@timetable).from(schedule.transform_values(&:to_h))) }
          .max_by { |schedule| @timetable.value(schedule) }
      end
    end
  end
end
