module JauntyBell::Core
  module Book
    # A stretch of days of one student, and how it compares with another.
    #
    #   Span.new(sessions, series, first..last).figures[:week_load].value
    class Span
      def initialize(sessions, series, days, tally: nil)
        raise InvalidInput.new("A stretch ends on the day it begins or later.", path: "to") if days.last < days.first
        @sessions = sessions
        @series = series
        @days = days
        @tally = tally
      end

      attr_reader :days

      def size = (@days.last - @days.first).to_i + 1

      # By name: days known, sessions, minutes, load a week, mean effort, hard days and, with a tally, strikes a week.
      def figures
        [known, count, minutes, week_load, mean_effort, hard_days, *strikes].to_h { |figure| [figure.name, figure] }
      end

      private

      def trained = @trained ||= @sessions.trained(@days)

      def known = figure(:days_known, "days with a record, or of rest", loads.count { |load| !load.nil? })

      def count = figure(:sessions, "sessions recorded", trained.size)

      def minutes = figure(:minutes, "their minutes added up", trained.sum(&:minutes))

      def loads = @loads ||= @days.map { |day| @series.on(day) }

      def week_load
        unknown = loads.count(&:nil?)
        if unknown.positive?
          return figure(:week_load, "load ÷ days × 7", nil,
            reason: "#{size - unknown} of #{size} days known: no mean is given across days that are not.")
        end
        figure(:week_load, "load ÷ days × 7", loads.sum * 7.0 / size)
      end

      def mean_effort
        total = trained.sum(&:minutes)
        return figure(:mean_effort, "load ÷ minutes", nil, reason: "No session was recorded.") if total.zero?
        figure(:mean_effort, "load ÷ minutes", trained.sum(&:load).fdiv(total))
      end

      def hard_days = figure(:hard_days, Sessions::HARD, @days.count { |day| @sessions.hard?(day) })

      def strikes
        return [] unless @tally
        [figure(:week_strikes, "strikes ÷ days × 7; #{ClassWork::SOURCE}", @tally.strikes * 7.0 / size),
          figure(:head_rounds, "rounds with strikes to the head of a partner", @tally.head)]
      end

      def figure(name, formula, value, reason: nil) =
        Figure.new(name: name, formula: formula, source: "the record from #{@days.first} to #{@days.last}",
          value: value, reason: reason)
    end
  end
end
