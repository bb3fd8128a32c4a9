require "support/interface"

# Times as a coach writes and reads them.
class TimeTest < InterfaceTest
  READ = {"3:00" => 180, "180" => 180, "45 s" => 45, " 0:05 " => 5, "1:5" => 65, "" => nil, "3:70" => nil,
          "three" => nil, "-5" => nil, "1:00:00" => nil}.freeze
  WRITTEN = {0 => "0:00", 5 => "0:05", 65 => "1:05", 600 => "10:00", 3600 => "1:00:00", 3725 => "1:02:05",
             59.6 => "1:00", -4 => "0:00"}.freeze
  SPOKEN = {0 => "0 s", 20 => "20 s", 60 => "1 min", 200 => "3 min 20 s", -200 => "3 min 20 s"}.freeze

  def test_seconds_from_text =
    assert_equal(READ.values, answers("kit/time", *READ.keys.map { |text| [["seconds", text]] }))

  def test_seconds_as_a_clock_shows_them =
    assert_equal(WRITTEN.values, answers("kit/time", *WRITTEN.keys.map { |seconds| [["clock", seconds]] }))

  def test_seconds_in_words =
    assert_equal(SPOKEN.values, answers("kit/time", *SPOKEN.keys.map { |seconds| [["spoken", seconds]] }))

  # An instant in the club's own time, in winter and in summer.
  def test_instants_in_the_club_s_own_time
    asked = {["dayAndTime", "2026-11-24T18:30:00Z", "Europe/London"] => "Tue 18:30",
             ["dayAndTime", "2026-07-21T17:30:00Z", "Europe/London"] => "Tue 18:30",
             ["timeOfDay", "2026-07-21T17:30:00Z", "Europe/Berlin"] => "19:30",
             ["shortDate", "2026-11-24"] => "Tue 24 Nov", ["dayAndMonth", "2026-01-01"] => "1 Jan"}
    assert_equal asked.values, answers("kit/time", *asked.keys.zip)
  end

  # As Ruby's own calendar has them, over leap days and the ends of years.
  def test_days_from_a_date_and_its_day_of_the_week
    dates = %w[2026-11-28 2027-12-31 2028-02-28 2028-02-29 2100-03-01].map { |text| Date.iso8601(text) }
    asked = dates.product([-366, -31, -1, 0, 1, 7, 31, 365])
    assert_equal asked.map { |date, days| (date + days).iso8601 },
      answers("kit/dates", *asked.map { |date, days| [["daysFrom", date.iso8601, days]] })
    week = (0..6).map { |days| Date.new(2026, 11, 28) + days }
    assert_equal week.map(&:cwday), answers("kit/dates", *week.map { |date| [["weekdayOf", date.iso8601]] })
  end

  # What is told of a class belongs to the class's day, in the club's own time.
  def test_the_day_of_an_instant
    asked = {["2026-11-24T18:30:00Z", "Europe/London"] => "2026-11-24",
             ["2026-07-21T23:30:00Z", "Europe/London"] => "2026-07-22",
             ["2026-11-24T23:30:00Z", "Europe/London"] => "2026-11-24",
             ["2026-11-24T11:30:00Z", "Pacific/Auckland"] => "2026-11-25",
             ["2026-11-24T03:00:00Z", "America/New_York"] => "2026-11-23"}
    assert_equal asked.values, answers("kit/time", *asked.keys.map { |instant, zone| [["dayOf", instant, zone]] })
  end

  def test_how_far_off
    now = 1_000_000_000_000
    at = ->(minutes) { Time.at(now / 1000 + minutes * 60).utc.strftime("%Y-%m-%dT%H:%M:%SZ") }
    asked = {-5 => "now", 20 => "in 20 min", 130 => "in 2 h 10", 3 * 1440 => "in 3 days"}
    assert_equal asked.values, answers("kit/time", *asked.keys.map { |minutes| [["fromNow", at.call(minutes), now]] })
  end
end
