module JauntyBell::Core
  module Weeks
    # What a group should come to own, in which classes: everything a coach decides about a programme.
    #
    #   start       Date of its first day; `weeks` 2–12
    #   times       MeetingTimes of each week; `holidays` Dates without a class
    #   slots       technical places in a class, `seconds` each
    #   effort      what the template card asks (0–10)
    #   pins        Pins; `not_before` {combination id => Date}; `never` [[combination id, Date]]
    #   usual       the group's load a week before it began, nil where none is known
    Programme = Value.of(:start, :weeks, :times, :goals, slots: 6, seconds: 180, effort: 6, holidays: [].freeze,
      pins: [].freeze, not_before: {}.freeze, never: [].freeze, limits: Limits.new, usual: nil) do
      # From plain data with string keys; goals, pins and the rest name their combinations as the block has them.
      # Raises InvalidInput for what is no date, KeyError for what is missing.
      def self.from_data(data, &named)
        on = ->(list) {
          data.fetch(list, []).map { |each| [named.call(each), Weeks.day(each.fetch("on"), list), each] }
        }
        new(**data.slice("weeks", "slots", "seconds", "effort", "usual").transform_keys(&:to_sym),
          start: Weeks.day(data.fetch("start"), "start"),
          times: data.fetch("times").map { |time|
            MeetingTime.new(**time.slice("weekday", "at", "minutes").transform_keys(&:to_sym))
          },
          holidays: data.fetch("holidays", []).map { |each| Weeks.day(each, "holidays") },
          goals: data.fetch("goals").map { |goal|
            Goal.new(combination_id: named.call(goal), rung: goal.fetch("rung"),
              importance: goal.fetch("importance", 3))
          },
          pins: on.call("pins").map { |id, day, pin| Pin.new(combination_id: id, on: day, rung: pin["rung"]) },
          not_before: on.call("not_before").to_h { |id, day, _| [id, day] },
          never: on.call("never").map { |id, day, _| [id, day] },
          limits: Limits.new(**data.fetch("limits", {}).transform_keys(&:to_sym)))
      end

      # Raises InvalidInput with the path of the first thing out of reason.
      def checked
        unless weeks.is_a?(Integer) && self.class::WEEKS.cover?(weeks)
          refuse("weeks", "A programme lasts from 2 to 12 weeks; this is #{weeks.inspect}.")
        end
        refuse("times", "Say when the group meets: a weekday, a time and minutes.") if times.empty?
        times.each_with_index { |time, i| check_time(time, i) }
        if times.map { |time| [time.weekday, time.at] }.uniq.size < times.size
          refuse("times", "Two classes at the same time.")
        end
        unless slots.is_a?(Integer) && slots.positive?
          refuse("slots", "The card has no technical round to fill: put a round with a combination on it.")
        end
        if slots > self.class::MOST_SLOTS
          refuse("slots", "A class has at most #{self.class::MOST_SLOTS} technical places; this card has #{slots}.")
        end
        refuse("seconds", "A technical place lasts from 20 seconds to 20 minutes.") unless seconds.between?(20, 1200)
        check_goals
        limits.checked
        self
      end

      # Every class of it in order, holidays left out.
      def meetings
        (0...weeks).flat_map { |week| in_week(week) }.each_with_index
          .map do |(on, time, week), index|
            Meeting.new(index: index, on: on, at: time.at, minutes: time.minutes, week: week)
          end
      end

      def ends = start + 7 * weeks - 1

      private

      def in_week(week)
        days = (start + 7 * week)..(start + 7 * week + 6)
        days.flat_map do |day|
          times.select { |time| time.weekday == day.cwday && !holidays.include?(day) }.sort_by(&:at)
            .map { |time| [day, time, week] }
        end
      end

      def check_time(time, i)
        refuse("times/#{i}/weekday", "A weekday is 1 (Monday) to 7.") unless (1..7).cover?(time.weekday)
        unless time.at.match?(/\A([01]\d|2[0-3]):[0-5]\d\z/)
          refuse("times/#{i}/at", "A time is written as 18:30; this is \"#{time.at}\".")
        end
        unless self.class::MINUTES.cover?(time.minutes)
          refuse("times/#{i}/minutes", "A class lasts from 15 to 240 minutes.")
        end
      end

      def check_goals
        refuse("goals", "Say what the group should own by the end: one combination at least.") if goals.empty?
        refuse("goals", "A combination is a goal once.") if goals.map(&:combination_id).uniq.size < goals.size
        if goals.size > self.class::MOST_GOALS
          refuse("goals", "A programme has at most #{self.class::MOST_GOALS} goals.")
        end
        goals.each_with_index do |goal, i|
          unless Bench::Rungs::ALL.include?(goal.rung)
            refuse("goals/#{i}/rung", "\"#{goal.rung}\" is not a rung. Choose from: #{Bench::Rungs::ALL.join(", ")}.")
          end
          unless Card::IMPORTANCES.cover?(goal.importance)
            refuse("goals/#{i}/importance", "Importance goes from 1 to 5.")
          end
        end
      end

      def refuse(path, message) = raise(InvalidInput.new(message, path: path))
    end

    class Programme
      WEEKS = (2..12)
      MINUTES = (15..240) # of a class
      MOST_SLOTS = 12
      MOST_GOALS = 30
    end
  end
end
