module JauntyBell::Core
  module Weeks
    # The learners a programme is planned for, with what the forecast asks of them at each of its classes.
    class Squad
      UNKNOWN = 0.75 # of a learner nothing is known of; the product's own

      attr_reader :learners, :meetings, :today, :habits

      # `meetings` in order, `today` the day from which is planned, `ends` the day the programme ends.
      def initialize(learners, meetings:, today:, ends: meetings.last&.on || today, habits: Habits.new)
        @learners = learners
        @meetings = meetings
        @today = today
        @habits = habits
        @scales = learners.map { |learner| scales(learner.half_life) }
        @last = learners.map { |learner| Book::Evidence.fading([(ends - today).to_i, 0].max, learner.half_life) }
      end

      def size = learners.size

      # What a mark of today weighs at a class, for a learner (by index), and at the end.
      def scale(learner, index) = @scales[learner][index]

      # The same for all learners at a class.
      def scales_at(index) = (@by_class ||= @meetings.each_index.map { |at| @scales.map { |list| list[at] } })[index]

      def last_scale(learner) = @last[learner]

      # By learner and class: how likely marks on a combination are.
      def chances(combination) =
        learners.map { |learner| meetings.map { |meeting| learner.chance(meeting.on, combination) * habits.seen } }

      # By learner: the clean share to set out from at a first rung: what is to be expected of what it builds on, else
      # of all that is known of the learner there.
      def starts(bases, rung)
        learners.map do |learner|
          list = learner.known.select { |(id, _), _| bases.include?(id) }.values
          list = learner.known.select { |(_, each), _| each == rung }.values if list.empty?
          if list.empty?
            UNKNOWN
          else
            list.sum { |e| habits.rate((1 + e.clean) / (2 + e.clean + e.rough), e.behind) } / list.size
          end
        end
      end

      private

      def scales(half_life) =
        (@by_half_life ||= {})[half_life] ||= meetings.map { |meeting|
          Book::Evidence.fading([(meeting.on - today).to_i, 0].max, half_life)
        }
    end
  end
end
