module JauntyBell::Core
  module Book
    # All recorded sessions of one student, and what can be counted of them by day.
    #
    #   sessions = Sessions.new(list, hard: 7)
    #   sessions.series(last: today).figures(today)
    #   sessions.hard_days_running(today) # => 3
    class Sessions
      HARD = "a day is hard that has a session of the school's hard effort or more (product's own default: 7)"

      attr_reader :all

      # `list` Sessions in any order; `hard` the effort from which a session is hard.
      def initialize(list, hard: Lexicon::School.default.hard_effort)
        @all = list.sort_by { |session| session.on.jd }
        @hard = hard
        @by_day = @all.group_by { |session| session.on.jd } # days as numbers: a page looks at some thousands of them
      end

      # {Date => load}, efforts of one day added up.
      def loads = @by_day.to_h { |_, list| [list.first.on, list.sum(&:load)] }

      def series(last:, **more) = LoadSeries.new(loads, last: last, **more)

      def on(day) = @by_day.fetch(day.jd, [])

      # Sessions that were trained, rest days left out.
      def trained(days) =
        (days.begin.jd..days.end.jd).flat_map { |number| @by_day.fetch(number, []) }.reject(&:rest?)

      def hard?(day) = on(day).any? { |session| session.effort && session.effort >= @hard && !session.rest? }

      # How many days up to this one were hard without a break.
      def hard_days_running(day)
        count = 0
        count += 1 while hard?(day - count)
        count
      end

      # Days with more than one session: {Date => how many}.
      def doubled(days) = trained(days).group_by(&:on).transform_values(&:size).select { |_, count| count > 1 }

      # Of these days' sessions, how many are the coach's estimate.
      def estimated(days) = trained(days).count(&:estimated)
    end
  end
end
