module JauntyBell::Core
  module Book
    # What a student's report is written from: weeks up to `today`, and how the student stands.
    #
    #   trained   [Session] of the weeks, rest days left out      tally  ClassWork::Tally of what was struck in them
    #   known     {[combination id, rung] => Mastery}              names  {combination id => name}
    #   coming    NextClass items         weak_links  [WeakLinks::Link]         holds  [Care::Hold] of today
    #   away      whether they have been away for a while
    #   drawn     [[name, Bench::Analysis]] of what is next and drawn as a body does it
    Report = Value.of(:name, :club, :today, :trained, :tally, :known, :names, coming: [].freeze, weak_links: [].freeze,
      holds: [].freeze, away: false, drawn: [].freeze) do
      # The days that a report on a day is about.
      def self.days(today) = (today - 7 * self::WEEKS + 1)..today

      def days = self.class.days(today)

      # Minutes of each week with its first day, the oldest first: [[day, minutes]].
      def minutes
        days.step(7).map do |first|
          [first, trained.select { |session| (first..first + 6).cover?(session.on) }.sum(&:minutes)]
        end
      end

      # The effort of the whole in words, as the mean of its minutes.
      def effort
        minutes = trained.sum(&:minutes)
        Effort.new(trained.sum(&:load).fdiv([minutes, 1].max).round.clamp(0, 10), 0).words
      end

      # {combination id => [rung, mastery]} of the highest rung marked, by name.
      def highest = Mastery.highest(known).sort_by { |id, _| names.fetch(id).downcase }.to_h
    end

    class Report
      WEEKS = 4
    end
  end
end
