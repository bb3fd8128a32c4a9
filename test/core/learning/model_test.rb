require "test_helper"
require "jaunty_bell/stand_ins"

# What students can do, read from their marks.
class ModelTest < Minitest::Test
  Core = JauntyBell::Core
  Learning = Core::Learning
  Stand = JauntyBell::StandIns
  SHELF = {"two" => "1-2", "three" => "1-2-3", "kick" => "2-3-rear low kick"}
    .transform_values { |text| Core::Bench::Notation.read(text) }.freeze
  DAY = Date.new(2026, 6, 1).jd
  COUNT, CLOCK = 1, 2

  def mark(student, clean, day: DAY, combination: "two", rung: COUNT, of: 10, coach: nil) =
    Learning::Marked.new(student, combination, rung, day, of, clean, coach)

  def model(*marks) = Learning::Model.new(marks.flatten.sort_by.with_index { |one, i| [one.day, i] }, shelf: SHELF)

  # So many classes a week apart, so many clean in each.
  def weeks(student, clean, count: 8, **facts) =
    Array.new(count) { |i| mark(student, clean, day: DAY + 7 * i, **facts) }

  def test_nothing_known_is_what_is_to_be_expected
    none = model
    assert_equal none.logit("ana", "two", COUNT, DAY), none.logit("bo", "two", COUNT, DAY)
    assert_in_delta Learning::Pull::MEANS[Learning::Pull::START] + 0.12 - 0.1, none.logit("ana", "two", COUNT, DAY),
      1e-9
    assert_operator none.logit("ana", "two", CLOCK, DAY), :<, none.logit("ana", "two", COUNT, DAY)
    assert_operator none.logit("ana", "three", COUNT, DAY), :<, none.logit("ana", "two", COUNT, DAY)
  end

  def test_students_are_told_apart_and_drawn_to_the_group_where_little_is_known
    found = model(weeks("ana", 9), weeks("bo", 4), weeks("cy", 9, count: 1))
    ana, bo, cy, new = %w[ana bo cy di].map { |id| found.share(id, "kick", COUNT, DAY + 56) }
    assert_operator ana, :>, cy
    assert_operator cy, :>, new
    assert_operator new, :>, bo
  end

  def test_marks_make_it_surer
    doubt = ->(count) { model(weeks("ana", 7, count: count), weeks("bo", 7)).variance("ana", "two", COUNT, DAY + 60) }
    doubts = [0, 1, 3, 8].map(&doubt)
    assert_equal doubts.sort.reverse, doubts
  end

  def test_what_is_not_done_fades_and_what_is_done_grows
    found = model(weeks("ana", 7), weeks("bo", 8))
    days = [0, 14, 40, 120].map { |after| found.logit("ana", "two", COUNT, DAY + 49 + after) }
    assert_equal days.sort.reverse, days
    grown = [2, 5, 9].map { |count|
      model(weeks("ana", 8, count: count), weeks("bo", 8)).can("ana", "two", COUNT, DAY + 60)
    }
    assert_equal grown.sort, grown
  end

  # One hand's work, by one who marks strictly and one who marks mildly.
  def test_strict_and_mild_coaches_are_told_apart
    random = Random.new(2)
    marks = %w[ana bo cy di].flat_map { |student|
      Array.new(16) { |i|
        coach = i.even? ? "strict" : "mild"
        share = i.even? ? 0.55 : 0.8 # about 1.2 in log-odds
        mark(student, 10.times.count { random.rand < share }, day: DAY + 4 * i, coach: coach)
      }
    }
    found = model(marks)
    assert_in_delta 1.2, found.coaches["mild"] - found.coaches["strict"], 0.35
    assert_equal({}, model(marks.each { |one| one.coach = "strict" }).coaches, "one alone is no measure")
  end

  # Two of three get to the second combination of each evening.
  def test_how_often_who_is_there_gets_to_it
    marks = Array.new(30) { |i|
      [mark("ana", 7, day: DAY + i), mark("bo", 7, day: DAY + i), mark("cy", 7, day: DAY + i),
        mark("ana", 7, day: DAY + i, combination: "kick"), mark("bo", 7, day: DAY + i, combination: "kick")]
    }
    assert_in_delta 5 / 6.0, model(marks).seen, 0.01
    assert_in_delta 0.85, model.seen, 1e-9
  end

  def test_what_it_builds_on_helps
    base = weeks("ana", 9) + weeks("bo", 8)
    assert_operator model(base).help("ana", "three", DAY + 56), :>, 0
    assert_equal 0.0, model(base).help("cy", "three", DAY + 56)
  end

  def test_the_same_marks_make_the_same_model
    marks = weeks("ana", 7) + weeks("bo", 5, combination: "kick")
    one, two = Array.new(2) { model(marks) }
    assert_equal one.coefficients, two.coefficients
  end

  # Marks of long ago count as practice; the regression goes by the latest.
  def test_many_marks
    random = Random.new(4)
    marks = Array.new(Learning::Model::MOST + 400) { |i| mark("s#{i % 9}", random.rand(5..10), day: DAY + i / 9) }
    found = model(marks)
    assert_equal marks.select { |one| one.student == "s1" }.sum(&:clean), found.trail("s1", "two").at.sum
    assert found.share("s1", "two", COUNT, DAY + 700).between?(0.6, 0.99)
  end

  # What only one is marked on, nobody clean, or all of it.
  def test_odd_marks
    [[mark("ana", 0)], weeks("ana", 0, count: 40), weeks("ana", 10, count: 40), weeks("ana", 1, of: 1),
      [mark("ana", 0, of: 0)]].each do |marks|
      found = model(marks)
      assert found.share("ana", "two", CLOCK, DAY + 400).between?(0, 1)
      assert found.variance("ana", "two", COUNT, DAY).positive?
    end
  end

  # Of the next class, on squads made by laws it does not know: better than the Book's score, than "as last time" and
  # than what came on average, by the log of how likely it said what came was. Few squads and short seasons here; all of
  # them in measure/learning.rb.
  def test_it_foretells_the_next_class_better_than_plain_guesses
    laws = Stand::Trial.squads.select { |law| ["halves", "power law", "plateaus"].include?(law.name) }
    laws.each do |law|
      said = Stand::Foretold.new(law, seed: 1, weeks: 8).losses
      %i[book last mean].each { |plain| assert_operator said[:model], :<, said[plain], "#{law.name}: #{plain}" }
    end
  end
end
