require "test_helper"
require "jaunty_bell/core"

# When a week is a big one, on members who are simulated so that it is known what they did.
class BigWeekTest < Minitest::Test
  Book = JauntyBell::Core::Book
  FIRST = Date.new(2026, 1, 5)
  WEEKS = 40

  # One member: two classes a week of an effort of their own, at 75 % of which they are. `plans` {week => classes, or 0
  # for none}. Loads by day.
  def member(random, plans = {})
    usual = random.rand(4.0..7.0)
    (0...WEEKS).each_with_object({}) do |week, loads|
      days = plans.fetch(week, 2).then do |classes|
        [[0, 3], [0, 1, 2, 3, 4]].find { |some| some.size >= classes }.first(classes)
      end
      days.each do |day|
        if plans.key?(week) || random.rand < 0.75
          loads[FIRST + 7 * week + day] = (usual + random.rand(-1.0..1.0)).round * 60
        end
      end
    end
  end

  # Weeks of one member that are pointed out on their last day.
  def big(loads)
    series = Book::LoadSeries.new(loads, first: FIRST, last: FIRST + 7 * WEEKS - 1)
    (4...WEEKS).select do |week|
      days = (FIRST + 7 * week)..(FIRST + 7 * week + 6)
      Book::BigWeek.of(series, days.last, up: 30)&.over?(days.count { |day| loads[day] })
    end
  end

  def test_ordinary_members_are_seldom_pointed_out
    random = Random.new(200)
    flagged = Array.new(200) { big(member(random)).size }
    share = flagged.sum.fdiv(200 * (WEEKS - 4))
    assert_operator share, :<, 0.05
    assert_operator share, :>, 0.005, "a rule that never speaks says nothing"
  end

  def test_every_week_of_five_classes_is_found
    random = Random.new(5)
    200.times do
      week = random.rand(8...WEEKS)
      assert_includes big(member(random, {week => 5})), week
    end
  end

  def test_every_hard_week_after_a_break_is_found
    random = Random.new(6)
    200.times do
      week, weeks_off = random.rand(20...WEEKS), random.rand(2..9)
      plans = ((week - weeks_off)...week).to_h { |off| [off, 0] }
        .merge(((week - weeks_off - 4)...(week - weeks_off)).to_h { |before| [before, 2] })
      assert_includes big(member(random, plans.merge(week => 2))), week, "#{weeks_off} weeks off"
    end
  end

  # loads of the week and of blocks before it, the nearest first; sessions of the week → the rule, or nil
  CASES = {
    [[781], [600, 300, 600, 500], 2] => :fuller, [[780], [600, 300, 600, 500], 2] => nil,
    [[600], [300, 600, 600, 600], 2] => nil, [[451], [0, 0, 600, 600, 600, 600], 2] => :again,
    [[451], [0, 0, 600, 600, 600, 600], 1] => nil, [[450], [0, 0, 600, 600, 600, 600], 2] => nil,
    [[451], [0, 600, 600, 600, 600], 2] => nil, [[500], [0, 0, 600, 600], 2] => nil, [[500], [0, 0, 0, 0], 2] => nil,
    [[500], [], 2] => nil
  }.freeze

  def test_by_hand
    CASES.each do |(now, before, sessions), rule|
      loads = [*now, *before].each_with_index.to_h { |load, i| [FIRST - 7 * i, load] }
      week = Book::BigWeek.of(Book::LoadSeries.new(loads, first: FIRST - 7 * before.size - 6, last: FIRST),
        FIRST, up: 30)
      found = week.rule if week&.over?(sessions)
      rule.nil? ? assert_nil(found, [now, before].inspect) : assert_equal(rule, found)
    end
  end

  def test_across_unknown_days_nothing_is_said
    loads = {FIRST => 900, FIRST - 7 => 300, FIRST - 35 => 300}
    assert_nil Book::BigWeek.of(Book::LoadSeries.new(loads, elsewhere: true), FIRST, up: 30)
  end
end
