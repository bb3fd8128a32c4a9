module JauntyBell::Core
  module Weeks
    # Why a place is where it is, in a sentence a coach would say, with its numbers.
    class Why
      def initialize(layout, strand, places, i, kind:, course:)
        @layout = layout
        @strand = strand
        @places = places
        @i = i
        @index, @rung, = places[i]
        @kind = kind
        @course = course
      end

      def text = [pin, send(@kind), without].compact.join(" ")

      private

      def pin = ("Pinned here by a coach." if @layout.timetable.pinned?(@strand.id, @index))

      def new
        bases = @strand.bases.map { |id| @layout.name(id) }
        start = bases.any? ? "New to the group: it builds on #{Words.list(bases)}, which enough " \
          "own by then" : "New to the group: it builds on nothing they must know first"
        "#{start}; the only new thing that day."
      end

      def climb
        return "Begun #{at(rung)}." if @rung.zero?
        "#{of(@course.gates[@i] || 0)} are expected to own it #{at(@layout.ladder[@rung - 1])} by then: time " \
          "to do it " \
          "#{at(rung)}."
      end

      def learn =
        "Being learned #{at(rung)}: #{of(@course.before[@i])} are expected to own it before the class, " \
          "#{of(@course.after[@i])} after."

      def review = "A review: #{of(@course.before[@i])} own it #{at(rung)}, and what is not drilled fades."

      def at(rung) = Lexicon::Plain.at(rung)

      # What would be lost if the place were not there: at the end for a goal, else by the next time or the end.
      def without
        rest = @places.dup.tap { |list| list.delete_at(@i) }
        @strand.goal? ? goal(rest) : later(rest)
      end

      def goal(rest)
        with, less = @course.end_share, @strand.course(rest).end_share
        if percent(less) < percent(with)
          "Without it #{percent(less)} instead of #{percent(with)} would own it at " \
            "#{@layout.ladder[@strand.wanted]} at the end."
        end
      end

      def later(rest)
        index = @places[@i + 1]&.first || @layout.meetings.size - 1
        return unless index > @index
        with, less = @strand.share_at(index, @places, @rung), @strand.share_at(index, rest, @rung)
        if percent(less) < percent(with)
          "Without it #{percent(less)} instead of #{percent(with)} would own it on #{day(index)}."
        end
      end

      def rung = @layout.ladder[@rung]

      def of(share) = "#{(share * size).round} of #{size}"

      def size = @layout.squad.size

      def percent(share) = "#{(share * 100).round} %"

      def day(index) = @layout.meetings[index].on.strftime("%-d %b")
    end
  end
end
