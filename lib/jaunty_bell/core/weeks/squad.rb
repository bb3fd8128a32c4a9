module JauntyBell::Core
  module Weeks
    # The learners a programme is planned for, with what the forecast asks of them at each of its classes.
    class Squad
      attr_reader :learners, :meetings, :today

      # `meetings` in order, `today` the day from which is planned, `ends` the day the programme ends; `model` a
      # Learning::Model of the group's marks, or what makes one (it takes a second and is not always asked for).
      def initialize(learners, meetings:, today:, model:, ends: meetings.last&.on || today)
        @learners = learners
        @meetings = meetings
        @today = today
        @model = model
        @days = [*meetings.map(&:on), ends].map(&:jd)
        @quick, @slow = [Learning::Trail::QUICK, Learning::Trail::SLOW].map { |days|
          [*meetings.map(&:on), ends].map { |on| 2.0**(-[(on - today).to_i, 0].max / days) }
        }
      end

      def model = @model.respond_to?(:call) ? @model = @model.call : @model

      def size = learners.size

      # Whether a combination is new to the group: too few of it have marks on it.
      def new?(id)
        (@new ||= {}).fetch(id) {
          met = learners.count { |learner| model.trail(learner.id, id).classes.positive? }
          @new[id] = met < [size * Strand::BEGUN, 1].max
        }
      end

      # What is left of a repetition of today, of how quickly and how slowly it fades, at a class (by index).
      def quick(index) = @quick[index]

      def slow(index) = @slow[index]

      # Julian day of a class, or of the programme's end.
      def day(index) = @days[index]

      # Index of the programme's end, for the two above.
      def end_index = meetings.size

      # By learner and class: how likely they are there and do what is drilled.
      def chances(combination) =
        learners.map { |learner| meetings.map { |meeting| learner.chance(meeting.on, combination) * model.seen } }
    end
  end
end
