module JauntyBell::Core
  module Weeks
    # Turns a schedule that was found into a Plan: classes with their efforts, places in the order of the hour, lanes,
    # forecasts and reasons.
    class Draw
      def initialize(layout, found, loads)
        @layout = layout
        @timetable = layout.timetable
        @found = found
        @loads = loads
        @walk = Walk.new(layout, found.schedule)
      end

      def plan(seed)
        Plan.new(classes: classes(@loads.efforts), outlooks: outlooks, weeks: @loads.weeks, value: @found.value,
          bound: [@found.bound, @found.value].max, exact: @found.exact, seed: seed, wishes: @layout.wishes)
      end

      private

      def learners = @layout.squad.learners

      def classes(efforts)
        @walk.classes.each_with_index.map do |stops, index|
          meeting = @layout.meetings[index]
          Plan::PlannedClass.new(meeting: meeting, effort: efforts[meeting.index],
            places: stops.map { |stop| place(stop, index) })
        end
      end

      def place(stop, index)
        strand = stop.strand
        Plan::Place.new(combination_id: strand.id, rung: ladder[stop.main], times: stop.times, kind: stop.kind,
          pinned: @timetable.pinned?(strand.id, index), before: stop.ready, after: stop.came, lanes: lanes(stop),
          instead: instead(stop), part: (part(strand, doing(stop)) if stop.times > 1),
          said: said(stop), why: Why.new(@layout, @found.schedule, @walk, stop, index).text)
      end

      # From the lowest rung up; for whom even the first is too much, with a part.
      def lanes(stop) =
        doing(stop).group_by { |l| [stop.rungs[l], part?(stop, l) ? 0 : 1] }.sort.map { |(rung, whole), list|
          Plan::Lane.new(rung: ladder[rung], place: place_of(rung, whole, stop),
            student_ids: list.map { |l| learners[l].id }, part: (part(stop.strand, list) if whole.zero?))
        }

      def place_of(rung, whole, stop)
        return :behind if whole.zero?
        %i[behind group ahead][(rung <=> stop.main) + 1]
      end

      # Whether it is the lowest rung, tried before and not yet clean enough to go on with whole.
      def part?(stop, learner)
        return false if stop.instead.any? { |choice| choice.rungs[learner] } || stop.times > 1
        return false unless stop.rungs[learner].zero? && stop.rates[learner] < Progress::FALLS
        stop.strand.trail(learners[learner]).classes.positive? && !part(stop.strand, [learner]).nil?
      end

      def part(strand, list) =
        Part.of(strand.combination, @layout.squad.model.breaks(list.map { |l| learners[l].id }, strand.id))

      def instead(stop)
        stop.instead.flat_map do |choice|
          rungs = choice.rungs
          rungs.each_index.select { |l| rungs[l] }.group_by { |l| rungs[l] }.sort.map do |rung, list|
            Plan::Lane.new(rung: ladder[rung], place: choice.place, student_ids: list.map { |l| learners[l].id },
              combination_id: choice.strand.id)
          end
        end
      end

      def said(stop) =
        doing(stop).map { |l|
          Plan::Said.new(student_id: learners[l].id, rung: ladder[stop.rungs[l]], rate: stop.rates[l],
            before: stop.before[l], after: stop.after[l])
        }

      # Indexes of the learners who may do it that day.
      def doing(stop) = learners.each_index.select { |l| stop.rungs[l] }

      def outlooks
        @layout.goals.filter_map do |goal|
          strand = @timetable.strands[goal.combination_id] or next
          chances = @walk.at_the_end(strand)
          Plan::Outlook.new(combination_id: strand.id, rung: ladder[strand.wanted], importance: goal.importance,
            now: strand.share_now, share: chances.sum / chances.size, students: learners.map(&:id).zip(chances).to_h)
        end
      end

      def ladder = @layout.ladder
    end
  end
end
