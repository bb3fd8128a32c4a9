module JauntyBell::Core
  module Weeks
    # Every technical place of every class still to come, what is expected of each, and what the group should be able to
    # do at the end.
    #
    #   classes  [PlannedClass] in order      outlooks  [Outlook], a goal each
    #   value    importance-weighted share expected to be able to do the goals, less lapses; `bound` what it is held
    #            against (Bound); `exact` whether all were tried
    Plan = Value.of(:classes, :outlooks, :weeks, :value, :bound, :exact, :seed, :wishes) do
      # {combination id => {index => times over}} of its classes that are among these meetings: where planning again
      # begins (Planner's `from`).
      def places_in(meetings)
        days = meetings.each_with_index.to_h { |meeting, index| [[meeting.on, meeting.at], index] }
        classes.each_with_object({}) do |planned, found|
          index = days[[planned.meeting.on, planned.meeting.at]] or next
          planned.places.each { |place| (found[place.combination_id] ||= {})[index] = place.times }
        end
      end

      def self.of(layout, found, loads, seed) = Draw.new(layout, found, loads).plan(seed)
    end

    class Plan
      # A class with the effort to plan it at (0–10), and its Places in the order of the hour.
      PlannedClass = Value.of(:meeting, :effort, :places)

      # kind :new (the group meets it), :climb (most begin a rung), :learn, :review; `rung` where most are; `times`
      # places it takes, two for the `part` (notation) and then the whole; shares 0–1 of the group that are expected to
      # be able to do it at the rung wanted before and after; `lanes` [Lane], of everybody; `instead` [Lane] of those
      # among them who do another combination; `said` [Said]; `why` a sentence.
      Place = Value.of(:combination_id, :rung, :times, :kind, :pinned, :before, :after, :said, :why, lanes: [].freeze,
        instead: [].freeze, part: nil)

      # Who does it at a rung: `place` :behind, :group or :ahead; `combination_id` where it is another than the place's;
      # `part` (notation) that comes first for whom the whole is too much.
      Lane = Value.of(:rung, :place, :student_ids, combination_id: nil, part: nil)

      # What is expected of one student: the rung of the version they do, clean share in the class, and the chance that
      # they really can at that rung before and after.
      Said = Value.of(:student_id, :rung, :rate, :before, :after)

      # A goal: the share that can now, the share expected to at the end, and the chance of each student ({id => 0–1}).
      Outlook = Value.of(:combination_id, :rung, :importance, :now, :share, :students)
    end
  end
end
