require "support/programmes"

# The effort of each class, so that the weeks stay within their limits.
class LoadsTest < Minitest::Test
  include Programmes

  def loads(effort: 6, weeks: 8, days: [2, 5], holidays: [], **facts)
    Weeks::Loads.new(programme(goal("two"), weeks: weeks, days: days, holidays: holidays).meetings,
      effort: effort, **facts)
  end

  def told(loads) = loads.weeks.map { |week| week.load.to_i }

  # 120 minutes of class a week; what a week comes to at each effort is 60 for a half point of one class … 120 × effort.
  def test_weeks
    {
      {} => [720, 720, 720, 450, 720, 720, 720, 450],
      {usual: 600} => [660, 720, 720, 450, 720, 720, 720, 450], # a tenth above what they are used to
      {usual: 300} => [330, 360, 390, 240, 420, 450, 480, 300], # and so on; after an easy week from the last full one
      {effort: 6, limits: Weeks::Limits.new(easy_every: 0)} => [720] * 8,
      {came: {0 => 400}} => [720, 420, 450, 270, 480, 510, 540, 330] # what really came is what the next goes by
    }.each { |given, expected| assert_equal expected, told(loads(**given)), given.inspect }
  end

  def test_no_week_is_above_its_ceiling_and_no_two_hard_classes_follow_each_other
    random = Random.new(4)
    40.times do
      limits = Weeks::Limits.new(rise: random.rand(0..20), easy_every: random.rand(0..5), easy: random.rand(50..90),
        hard: random.rand(5..8))
      loads = loads(effort: random.rand(3.0..9.0), usual: random.rand(300..900), weeks: random.rand(2..12),
        days: [1, 3, 5].sample(random.rand(1..3), random: random), limits: limits)
      loads.weeks.each { |week| assert_operator week.load, :<=, week.ceiling unless week.over || week.ceiling.nil? }
      loads.efforts.sort.map(&:last).each_cons(2) do |pair|
        refute(pair.all? { |effort| effort >= limits.hard }, pair.inspect)
      end
    end
  end

  # Every way tried for small weeks: nothing under the ceiling is heavier by more than what makes no difference.
  def test_the_heaviest_under_the_ceiling
    random = Random.new(9)
    60.times do
      minutes = Array.new(random.rand(1..3)) { random.rand(6..24) * 5 }
      effort, usual = random.rand(6..16) / 2.0, random.rand(200..1500)
      limits = Weeks::Limits.new(easy_every: 0)
      meetings = minutes.each_with_index.map do |length, i|
        Weeks::Meeting.new(index: i, on: MONDAY + i, at: "18:30", minutes: length, week: 0)
      end
      week = Weeks::Loads.new(meetings, effort: effort, usual: usual, limits: limits).weeks.first
      allowed = Weeks::Loads::EFFORTS.select { |each| each <= effort }
      best = allowed.repeated_permutation(minutes.size).select { |way|
        way.each_cons(2).none? { |pair| pair.all? { |each| each >= limits.hard } }
      }.map { |way| way.zip(minutes).sum { |each, length| each * length } }.select { |load| load <= week.ceiling }.max
      next if best.nil? || best < (effort.to_r - 7 / 2r) * minutes.sum # lighter than is ever planned
      assert_operator week.load, :>=, best - Weeks::Loads::GRAIN * minutes.size, "#{minutes} #{effort} #{usual}"
    end
  end

  # All ways of seven classes a week would be two million for each.
  def test_a_class_every_day
    loads = loads(effort: 8, weeks: 12, days: [1, 2, 3, 4, 5, 6, 7], usual: 2_500)
    assert_equal 84, loads.efforts.size
    loads.weeks.each { |week| assert_operator week.load, :<=, week.ceiling }
  end

  def test_a_week_that_a_holiday_makes_short_is_no_measure
    assert_equal [720, 360, 720, 450],
      told(loads(weeks: 4, holidays: [MONDAY + 8], limits: Weeks::Limits.new(easy_every: 4)))
  end

  def test_after_a_week_without_a_class_it_does_not_rise
    assert_equal [330, 0, 330, 360],
      told(loads(weeks: 4, usual: 300, holidays: [MONDAY + 8, MONDAY + 11], limits: Weeks::Limits.new(easy_every: 0)))
  end

  def test_what_cannot_be_easy_enough_says_so
    week = loads(effort: 2, weeks: 4).weeks.last
    assert_equal [true, 240], [week.over, week.load.to_i]
  end
end
