require "test_helper"
require "jaunty_bell/core"

class PointersTest < Minitest::Test
  Book = JauntyBell::Core::Book
  Care = JauntyBell::Core::Care
  School = JauntyBell::Core::Lexicon::School
  DAY = Date.new(2026, 6, 10)

  # loads: [[days ago, effort, minutes], …] on top of a year of history.
  def pointers(...) = pointing(...).all

  def pointing(loads, school: School.default, **more)
    list = loads.map { |ago, effort, minutes| Book::Session.new(on: DAY - ago, effort: effort, minutes: minutes) }
    sessions = Book::Sessions.new(list, hard: school.hard_effort)
    Book::Pointers.new(sessions: sessions, series: sessions.series(last: DAY, first: DAY - 365), day: DAY,
      school: school, **more)
  end

  def kinds(...) = pointers(...).map(&:kind)

  STEADY = [[0, 5, 60], [3, 5, 60], [7, 5, 60], [10, 5, 60]].freeze

  def test_what_is_pointed_out
    {
      STEADY => [],
      [[0, 5, 60], [0, 4, 30], [7, 5, 60]] => %i[twice big_week],
      [[0, 5, 60], [3, 5, 60], [8, 5, 60], [15, 5, 60], [18, 5, 60]] => [], # back to normal after one missed class
      [[1, 8, 60], [2, 8, 60], [3, 8, 60], [8, 8, 60], [9, 8, 60], [10, 8, 60]] => %i[hard_days],
      [[0, 5, 60], [3, 5, 60], [8, 5, 60]] => %i[big_week],
      (0..13).map { |ago| [ago, 5, 60 + ago % 2] } => %i[monotony],
      # All alike: nothing to divide by, and the most monotonous week there is
      (0..13).map { |ago| [ago, 5, 60] } => %i[monotony]
    }.each { |loads, expected| assert_equal expected, kinds(loads), loads.inspect }
  end

  def test_with_the_numbers_they_come_from
    pointer = pointers([[0, 5, 60], [3, 5, 60], [8, 5, 80]]).first
    assert_equal "A big week: 600 in 7 days, and the fullest of the four weeks before had 400.", pointer.text
    assert_equal({now: 600, against: 400, line: 520.0}, pointer.numbers)
    assert_match(/the club's/, pointer.source)
    assert_equal "The same every day of the last 7 (300): an easy day would tell them apart.",
      pointers((0..6).map { |ago| [ago, 5, 60] } + [[7, 5, 240]]).last.text
  end

  def test_the_lines_are_the_school_s
    easy = School.default.with("pointed_out" => {"big_week" => 60, "hard_days" => 2})
    assert_empty kinds([[0, 5, 60], [3, 5, 60], [8, 5, 80]], school: easy)
    assert_equal %i[hard_days], kinds([[0, 8, 60], [1, 8, 60], [7, 8, 60], [8, 8, 60]], school: easy)
  end

  def test_back_after_a_long_time
    pointer = pointers([[30, 5, 60], [37, 5, 60], [44, 5, 60], [51, 5, 60]], came: [DAY - 30]).first
    assert_equal "Not at a class for 30 days: ease them back in. Begin with about 150 a week, 50 % of what was " \
      "usual before.", pointer.text
    assert_empty kinds([], came: [DAY - 20])
    assert_equal "Not at a class for 400 days: ease them back in.", pointers([], came: [DAY - 400]).first.text
  end

  def test_for_a_fortnight_after_the_return
    weeks = [30, 37, 44, 51].map { |ago| [ago, 5, 60] }
    assert_equal "Back on Wed 3 Jun after 23 days away: ease in until Wed 17 Jun. Begin with about 150 a week, " \
      "50 % of what was usual before.", pointers([[7, 3, 60], *weeks], came: [DAY - 30, DAY - 7]).first.text
    assert_empty kinds([], came: [DAY - 45, DAY - 14])
    assert_empty kinds([[15, 5, 60], [16, 5, 60]], came: [DAY - 30]), "they trained by themselves meanwhile"
  end

  def test_a_hard_week_after_a_break
    before = [30, 33, 37, 40, 44, 47, 51, 54].map { |ago| [ago, 5, 60] }
    assert_equal "900 in the first 7 days after 3 weeks without training; 600 a week was usual before. Begin " \
      "again easily.", pointers([[0, 7, 60], [3, 8, 60], *before]).find { |one| one.kind == :big_week }.text
    refute_includes kinds([[0, 7, 60], *before]), :big_week, "one session is no week"
    refute_includes kinds([[0, 3, 60], [3, 4, 60], *before]), :big_week, "begun easily: 420 of 600"
  end

  def test_the_gravest_first
    hold = Care::Hold.new(matter: "elbow", blocks: ["right hand"], from: DAY)
    all = pointers(STEADY, holds: [hold], guardian: false, unasked: 2, fading: %w[a b c d], rough: ["Two bells"])
    assert_equal ["Elbow: no right hand.", "No guardian on file: ask for one before the next class.",
      "2 classes of the last fortnight without an effort: ask how hard it was.",
      "Slipping for rough marks: Two bells.", "Not drilled lately, so due again: a, b, c and 1 more."],
      all.map(&:text)
  end

  # Alone, for an order of many students, it is the same as among all.
  def test_the_gravest_alone_is_the_first_of_all
    random = Random.new(11)
    200.times do
      loads = Array.new(random.rand(0..30)) { [random.rand(0..70), random.rand(0..10), random.rand(0..4) * 30] }
      more = {came: [DAY - random.rand(1..60)], paused: random.rand < 0.3, unasked: random.rand(0..1),
              guardian: random.rand < 0.8, fading: [[], ["Two"]].sample(random: random),
              rough: [[], ["Three"]].sample(random: random)}
      all = pointers(loads, **more)
      first = pointing(loads, **more).gravest
      all.empty? ? assert_nil(first) : assert_equal(all.first, first)
      refute_includes all.map(&:kind), :back if more[:paused]
    end
  end

  def test_nothing_is_foretold
    words = pointers([[0, 9, 90], [0, 9, 90], [1, 9, 90], [2, 9, 90], [8, 4, 30]], came: [DAY - 40])
      .map(&:text).join(" ")
    refute_match(/injur|risk|danger|predict/i, words)
  end
end
