require "test_helper"
require "jaunty_bell/core"

class SessionsTest < Minitest::Test
  Book = JauntyBell::Core::Book
  DAY = Date.new(2026, 6, 10)

  def session(ago, effort, minutes = 60, **more) =
    Book::Session.new(on: DAY - ago, effort: effort, minutes: minutes, **more)

  def sessions(*list, hard: 7) = Book::Sessions.new(list, hard: hard)

  def test_two_sessions_of_a_day_add_up
    both = sessions(session(0, 5), session(0, 3, 30), session(1, 4))
    assert_equal({DAY => 390, DAY - 1 => 240}, both.loads)
    assert_equal({DAY => 2}, both.doubled((DAY - 6)..DAY))
    assert_empty both.doubled((DAY - 6)..(DAY - 1))
  end

  def test_hard_days_running
    {
      [] => 0,
      [session(0, 7)] => 1,
      [session(0, 6.5)] => 0,
      [session(0, 8), session(1, 7), session(2, 9)] => 3,
      [session(0, 8), session(2, 9)] => 1, # a day between
      [session(0, 3), session(0, 8)] => 1, # one of two
      [session(0, 9, 0)] => 0 # a day of rest is not hard, whatever was typed
    }.each { |list, expected| assert_equal expected, sessions(*list).hard_days_running(DAY), list.inspect }
    assert_equal 1, sessions(session(0, 5), hard: 5).hard_days_running(DAY)
  end

  def test_a_rest_that_was_written_down_is_known
    series = sessions(session(9, 5), session(3, 0, 0)).series(last: DAY, elsewhere: true)
    assert_equal [300, nil, 0, nil], [9, 4, 3, 0].map { |ago| series.on(DAY - ago) }
    assert_equal 2, series.known_of_28
  end

  def test_a_class_without_an_effort_is_not_a_day_of_rest
    series = sessions(session(40, 5), session(0, 5)).series(last: DAY, unasked: [DAY - 2])
    assert_nil series.on(DAY - 2)
    assert_equal 27, series.known_of_28
    assert_match(/6 of 7 days known: a class without an effort/, series.acute(DAY).reason)
    assert_equal 0, series.acute(DAY - 3).value, "before it all is known"
    with_another = sessions(session(40, 5), session(2, 5)).series(last: DAY, unasked: [DAY - 2])
    assert_nil with_another.on(DAY - 2), "one of two sessions told is not the day's load"
  end

  def test_estimates_are_counted_apart
    assert_equal 1, sessions(session(0, 5, estimated: true), session(1, 5)).estimated((DAY - 6)..DAY)
  end

  def test_history_that_is_not_at_hand_is_rest_and_not_missing
    series = Book::LoadSeries.new({DAY => 100}, last: DAY, first: DAY - 60)
    assert_equal 25, series.chronic(DAY).value
    assert_nil Book::LoadSeries.new({DAY => 100}, last: DAY).chronic(DAY).value
  end
end
