module JauntyBell::Core
  module Weeks
    # Turns a schedule that was found into a Plan: classes with their efforts, places in the order of the hour,
    # forecasts and reasons.
    class Draw
      KINDS = %i[new climb learn review].freeze # in the order of the hour: what is new comes while heads are fresh

      def initialize(layout, found, loads)
        @layout = layout
        @timetable = layout.timetable
        @found = found
        @loads = loads
      end

      def plan(seed)
        Plan.new(classes: classes(@loads.efforts), outlooks: outlooks, weeks: @loads.weeks, value: @found.value,
          bound: [@found.bound, @found.value].max, exact: @found.exact, seed: seed, wishes: @layout.wishes)
      end

      private

      def learners = @layout.squad.learners

      def classes(efforts)
        places = @found.schedule.flat_map { |id, list| of_strand(@timetable.strands[id], list) }.group_by(&:first)
        @layout.meetings.each_with_index.map do |meeting, index|
          in_class = places.fetch(index, []).map(&:last).sort_by do |place|
            [KINDS.index(place.kind), @layout.ladder.index(place.rung), @layout.name(place.combination_id)]
          end
          Plan::PlannedClass.new(meeting: meeting, effort: efforts[meeting.index], places: in_class)
        end
      end

      # [class, Place] of one strand.
      def of_strand(strand, list)
        return [] if list.empty?
        course, traced = strand.course(list), strand.trace(list).first
        begins = @timetable.begins(strand, list)
        list.each_with_index.map do |(index, rung, times), i|
          before, after = course.before[i], course.after[i]
          kind = kind(strand, list, i, begins, before)
          [index, Plan::Place.new(combination_id: strand.id, rung: @layout.ladder[rung], times: times, kind: kind,
            pinned: @timetable.pinned?(strand.id, index), before: before, after: after,
            said: learners.each_index.map { |l| Plan::Said.new(student_id: learners[l].id, **traced[i][l]) },
            why: Why.new(@layout, strand, list, i, kind: kind, course: course).text)]
        end
      end

      def kind(strand, list, i, begins, before)
        index, rung, = list[i]
        return (strand.new? && list.first(i).empty? && rung.zero?) ? :new : :climb if begins.include?(index)
        (before >= @layout.programme.limits.go_up / 100.0) ? :review : :learn
      end

      def outlooks
        @layout.goals.filter_map do |goal|
          strand = @timetable.strands[goal.combination_id] or next
          list = @found.schedule.fetch(strand.id, Timetable::NOWHERE)
          Plan::Outlook.new(combination_id: strand.id, rung: @layout.ladder[strand.wanted],
            importance: goal.importance, now: strand.share_now, share: strand.course(list).end_share,
            students: learners.map(&:id).zip(strand.trace(list).last).to_h)
        end
      end
    end
  end
end
