module JauntyBell::Core
  # Classes laid out over weeks.
  module Weeks
    # Days of the week in the club's order.
    DAYS = %w[Monday Tuesday Wednesday Thursday Friday Saturday Sunday].freeze

    # A Date from text (2026-11-25). Raises InvalidInput at `path`.
    def self.day(text, path)
      Date.iso8601(text.to_s)
    rescue Date::Error
      raise InvalidInput.new("\"#{text}\" is not a date; write it as 2026-11-25.", path: path)
    end

    # The Monday of the week a day is in.
    def self.monday(day) = day - (day.cwday - 1)

    # Groups things that happen on a day into weeks from `first` to `last` (Dates), empty weeks included:
    # an array of [Monday, things]. The block gives a thing's Date.
    def self.lay_out(things, first, last)
      by_week = things.group_by { |thing| monday(yield(thing)) }
      (monday(first)..monday(last)).step(7).map do |start|
        [start, by_week.fetch(start, []).sort_by { |thing| yield(thing) }]
      end
    end
  end
end
