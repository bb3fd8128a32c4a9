require "test_helper"

class LoadSeriesTest < Minitest::Test
  include CoreTest

  Book = JauntyBell::Core::Book
  DAY = Date.new(2026, 3, 31)

  # Loads of the last days, oldest first; nil is a day with no record.
  def series(loads, **facts)
    days = loads.each_with_index.to_h { |load, i| [DAY - loads.size + 1 + i, load] }
    Book::LoadSeries.new(days.compact, last: DAY, **facts)
  end

  def value(series, name) = series.figures.fetch(name).value

  def reason(series, name) = series.figures.fetch(name).reason

  def test_days_without_a_record_are_rest
    told = series([300, nil, nil, 400] * 7)
    assert_equal 0, told.on(DAY - 1)
    assert_equal 7 * 700 / 4.0, value(told, :chronic_28)
    assert_equal 28, told.known_of_28
  end

  def test_days_without_a_record_are_unknown_to_who_trains_elsewhere
    told = series([300, nil, nil, 400] * 7, elsewhere: true)
    assert_nil told.on(DAY - 1)
    assert_equal 14, told.known_of_28
    assert(told.figures.values.none?(&:known?))
    assert_match(/14 of 28 days known: they also train elsewhere/, reason(told, :chronic_28))
  end

  def test_no_ratio_before_28_days_of_history
    young = series([100] * 27)
    assert_equal 700, value(young, :acute_7)
    assert_nil value(young, :ratio)
    assert_match(/Not enough yet: 27 of 28/, reason(young, :ratio))
    assert_in_delta 1, value(series([100] * 28), :ratio)
  end

  def test_why_a_figure_is_missing
    assert_match(/Nothing is recorded yet/, Book::LoadSeries.new({}, last: DAY).figures(DAY)[:acute_7].reason)
    assert_match(/Every day was the same/, reason(series([200] * 28), :monotony))
    assert_equal reason(series([200] * 28), :monotony), reason(series([200] * 28), :strain)
    assert_match(/week before was empty/, reason(series([0] * 21 + [100, 0, 100, 0, 0, 0, 0]), :week_change))
    assert_match(/No load in the last 28 days/, reason(series([100] + [0] * 30), :ratio))
    assert_match(/21 days before/, reason(series([0] * 21 + [100] * 7), :uncoupled))
    assert_match(/6 of 7/, reason(series([100] * 6), :acute_7))
  end

  def test_every_figure_says_where_it_comes_from
    series([100] * 40).figures.each_value do |figure|
      assert_operator figure.formula.length, :>, 8, figure.name
      assert_match(/\d{4}/, figure.source, figure.name)
    end
  end

  def test_a_day_may_be_asked_for_in_the_past
    told = series([0] * 10 + [70] * 30)
    assert_equal 0, told.figures(DAY - 30).fetch(:acute_7).value
    assert_equal 490, told.figures(DAY - 20).fetch(:acute_7).value
  end

  def test_a_load_below_nothing_is_refused
    assert_equal "load", assert_raises(Core::InvalidInput) { series([-1]) }.path
  end

  def test_effort
    assert_equal 420, Book::Effort.new(7, 60).load
    assert_equal "very hard", Book::Effort.new(7, 60).words
    [[11, 60, "effort"], [-0.5, 60, "effort"], ["7", 60, "effort"], [5, 361, "minutes"], [5, -1, "minutes"]]
      .each do |rating, minutes, path|
      assert_equal path, assert_raises(Core::InvalidInput) { Book::Effort.new(rating, minutes) }.path
    end
  end
end
