require "date"
require "time"
require "tzinfo"

module JauntyBell
  # What hour it is: the machine's, or with JAUNTY_TODAY the same program as on another day. Everything but the core,
  # which is told the day, asks here.
  #
  #   JAUNTY_TODAY=2027-01-01 bin/start          # New Year, at this hour
  #   JAUNTY_TODAY=2026-03-29T12:00 bin/start    # noon (UTC) of the day the clocks go forward; it goes on from there
  module Clock
    # JAUNTY_TODAY is no date.
    class Unreadable < StandardError; end

    class << self
      # The instant, in UTC.
      def now = Time.now.utc + shift

      # Seconds that only go forward, whoever sets the clock: for how long something takes.
      def ticks = Process.clock_gettime(Process::CLOCK_MONOTONIC)

      # What a share (0–1] of some times take no longer than: the nearest rank. Nil where there are none.
      def within(times, share) = times.empty? ? nil : times.sort[(times.size * share).ceil - 1]

      # The day in a time zone ("Europe/London").
      def today(zone = "Europe/London") = TZInfo::Timezone.get(zone).to_local(now).to_date

      # Seconds between the machine's clock and this one. Raises Unreadable.
      def shift = @shift ||= asked ? shift_to(asked) : 0

      private

      def asked = ENV["JAUNTY_TODAY"].to_s.then { |text| text unless text.empty? }

      def shift_to(text)
        real = Time.now.utc
        return Time.iso8601("#{text}:00Z") - real if text.match?(/\A\d{4}-\d\d-\d\dT\d\d:\d\d\z/)
        (Date.iso8601(text) - real.to_date).to_i * 86_400
      rescue ArgumentError
        raise Unreadable,
          "JAUNTY_TODAY is a date (2026-11-28) or a date and an hour (2026-11-28T18:30); \"#{text}\" is neither."
      end
    end
  end
end
