module JauntyBell::Core
  module Weeks
    # Goals that fewer than half could do in time even if nothing else were drilled, said once, with the changes to the
    # programme that would help most, each tried.
    class OutOfReach
      HALF = 0.5
      CHANGES = 2
      MORE = [2, 4].freeze # weeks

      def initialize(layout)
        @layout = layout
      end

      # [Obstacle], one or none.
      def obstacles
        return [] if @layout.squad.size.zero? || @layout.meetings.empty? || goals.empty?
        [Obstacle.new(combination_id: (goals[0][0] if goals.one?), text: text, frees: frees)]
      end

      private

      # [[id, rung index wanted], …]
      def goals =
        @goals ||= @layout.goals.map { |goal| [goal.combination_id, @layout.wanted(goal)] }
          .select { |id, wanted| @layout.alone(id, wanted) < HALF }

      def text
        said = goals.map { |id, wanted| "#{@layout.name(id)} #{at(wanted)} (#{people(@layout, id, wanted)})" }
        taken = goals.one? ? "it is taken as far as it goes" : "they are taken as far as they go"
        "Even in every class, fewer than half of #{@layout.squad.size} are expected to be able to do " \
          "#{Words.list(said)} by the end: there is too little time, and #{taken}."
      end

      # What brings most of them within reach, then most students; nothing that helps nobody.
      def frees
        helps = [*lower, *longer, *oftener].select { |_, (_, gained)| gained.positive? }
        helps.empty? ? ["Go on with it in a programme after this one"] : helps.max_by(CHANGES, &:last).map(&:first)
      end

      # The highest rungs that half could reach.
      def lower
        within = goals.filter_map do |id, wanted|
          rung = (0...wanted).to_a.reverse.find { |each| @layout.alone(id, each) >= HALF }
          [id, rung] if rung
        end
        return [] if within.empty?
        said = within.map { |id, rung| "#{@layout.name(id)} #{at(rung)} (#{people(@layout, id, rung)})" }
        [["Want #{Words.list(said)}", [within.size, within.sum { |id, rung| people(@layout, id, rung) }]]]
      end

      def longer
        MORE.select { |more| Programme::WEEKS.cover?(@layout.programme.weeks + more) }.map do |more|
          tried("#{more} weeks more", @layout.programme.but(weeks: @layout.programme.weeks + more))
        end
      end

      # One class more a week, on the day farthest from the others.
      def oftener
        times = @layout.programme.times
        free = (1..7).to_a - times.map(&:weekday)
        day = free.max_by { |each| [times.map { |time| apart(time.weekday, each) }.min, -each] } or return []
        [tried("A class more a week", @layout.programme.but(times: [*times, times.first.but(weekday: day)]))]
      end

      def apart(one, other) = [(one - other).abs, 7 - (one - other).abs].min

      def tried(name, programme)
        layout = @layout.but_for(programme)
        reached = goals.map { |id, wanted| [layout.alone(id, wanted) >= HALF, people(layout, id, wanted)] }
        before = goals.sum { |id, wanted| people(@layout, id, wanted) }
        now = reached.sum(&:last)
        said = goals.one? ? "#{now} instead of #{before}" : "#{reached.count(&:first)} of #{goals.size} within reach"
        ["#{name}: #{said}", [reached.count(&:first), now - before]]
      end

      def people(layout, id, rung) = (layout.alone(id, rung) * layout.squad.size).floor

      def at(rung) = Lexicon::Plain.at(@layout.ladder[rung])
    end
  end
end
