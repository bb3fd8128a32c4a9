require "test_helper"
require "jaunty_bell/core"

class SpanTest < Minitest::Test
  Book = JauntyBell::Core::Book
  DAY = Date.new(2026, 6, 10)

  # loads: [[days ago, effort, minutes], …]
  def figures(loads, days, elsewhere: false, first: DAY - 365)
    sessions = Book::Sessions.new(loads.map { |ago, effort, minutes|
      Book::Session.new(on: DAY - ago, effort: effort, minutes: minutes)
    }, hard: 7)
    Book::Span.new(sessions, sessions.series(last: DAY, first: first, elsewhere: elsewhere), days).figures
  end

  def test_what_a_stretch_comes_to
    told = figures([[0, 8, 30], [0, 4, 60], [3, 5, 60], [20, 9, 90]], (DAY - 13)..DAY).transform_values(&:value)
    assert_equal({days_known: 14, sessions: 3, minutes: 150, week_load: 390.0, mean_effort: 5.2, hard_days: 1}, told)
  end

  def test_no_mean_across_unknown_days_and_none_of_nothing
    told = figures([[3, 5, 60]], (DAY - 6)..DAY, elsewhere: true)
    assert_equal "1 of 7 days known: no mean is given across days that are not.", told[:week_load].reason
    assert_equal "No session was recorded.", figures([], (DAY - 6)..DAY, first: DAY - 9)[:mean_effort].reason
  end

  def test_a_stretch_that_ends_before_it_begins
    assert_raises(JauntyBell::Core::InvalidInput) { figures([], DAY..(DAY - 1)) }
  end
end
