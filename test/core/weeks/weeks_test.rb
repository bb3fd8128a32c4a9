require "test_helper"

class WeeksTest < Minitest::Test
  include CoreTest

  def test_weeks_begin_on_monday
    assert_equal Date.new(2026, 11, 23), Core::Weeks.monday(Date.new(2026, 11, 23))
    assert_equal Date.new(2026, 11, 23), Core::Weeks.monday(Date.new(2026, 11, 29))
  end

  def test_classes_are_laid_out_by_week_empty_ones_included
    days = [Date.new(2026, 11, 26), Date.new(2026, 11, 24), Date.new(2026, 12, 9)]
    laid = Core::Weeks.lay_out(days, Date.new(2026, 11, 25), Date.new(2026, 12, 10)) { |day| day }
    assert_equal [[Date.new(2026, 11, 23), days.first(2).sort], [Date.new(2026, 11, 30), []],
      [Date.new(2026, 12, 7), [days.last]]], laid
  end
end
