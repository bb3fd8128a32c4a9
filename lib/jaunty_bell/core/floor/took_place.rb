module JauntyBell::Core
  module Floor
    # When a class really took place, and how long each student was in it: from the first bell to the last, less pauses
    # of more than LONG seconds, while they were there. The device reckons the same (web/src/floor/minutes.ts); one
    # table of cases proves both (test/shared/minutes_cases.yml).
    #
    #   TookPlace.new(bells: [[t("18:31"), true], [t("19:30"), false]]).minutes(presence) # => 52
    class TookPlace
      LONG = 300 # seconds: a pause that is longer is no time of the class

      # `bells` [[Time, whether the clock runs from then on], …]; `runs` [[Time a round ended, seconds it was worked],
      # …]; `till` the Time up to which a clock that nobody stopped still runs, nil where the class is over.
      def initialize(bells:, runs: [], till: nil)
        @bells = bells
        @runs = runs
        @till = till
      end

      # [[from, to], …] of what was class: stretches with no long pause in them. Empty where nothing rang.
      def spans = @spans ||= joined(clocked + @runs.map { |ended, worked| [ended - worked, ended] })

      # Whole minutes of somebody who was there as a Presence says, 1 at the least where they were there at all; nil
      # where nothing rang.
      def minutes(presence)
        return if spans.empty?
        seconds = seconds(presence)
        seconds.positive? ? [(seconds / 60.0).round, 1].max : 0
      end

      def seconds(presence) = spans.sum { |from, to| presence.seconds(from, to) }

      private

      # Stretches in which the clock ran. One that nobody stopped (a device that died) ran to the last round that ended
      # after it was started.
      def clocked
        since = nil
        found = @bells.sort_by { |at, running| [at, running ? 1 : 0] }.filter_map do |at, running|
          next (since ||= at) && nil if running
          [since, at].tap { since = nil } if since
        end
        return found unless since
        found << [since, [@till || since, *@runs.map(&:first)].max]
      end

      def joined(stretches)
        stretches.sort.each_with_object([]) do |(from, to), found|
          if found.any? && from - found.last[1] <= LONG then found.last[1] = [found.last[1], to].max
          else found << [from, to]
          end
        end
      end
    end
  end
end
