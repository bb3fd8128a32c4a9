require "test_helper"
require "jaunty_bell/core"

class NextClassTest < Minitest::Test
  Book = JauntyBell::Core::Book
  Notation = JauntyBell::Core::Bench::Notation
  DAY = Date.new(2026, 6, 10)
  SHELF = {"two" => "1-2", "three" => "1-2-3", "four" => "1-2-3-2", "far" => "rear kick-lead kick-5-6"}
    .transform_values { |text| Notation.read(text) }.freeze

  # days: [[days ago, attempted, clean], …]
  def mastery(*days) =
    Book::Mastery.new(days.map { |ago, attempted, clean|
      Book::Mastery::Mark.new(on: DAY - ago, attempted: attempted, clean: clean)
    }, on: DAY)

  OWNED = [[1, 20, 20], [4, 20, 19]].freeze
  FADED = [[90, 20, 20], [94, 20, 19]].freeze
  LEARNING = [[1, 10, 5]].freeze

  def items(known, on: DAY, school: JauntyBell::Core::Lexicon::School.default) =
    Book::NextClass.new(known, SHELF, on: on, school: school).all

  def told(...) = items(...).map { |item| [item.kind, item.combination_id, item.rung] }

  def test_for_one
    {
      {} => [],
      {["two", "count"] => mastery(*LEARNING)} => [],
      {["two", "count"] => mastery(*OWNED)} => [[:ready, "two", "clock"], [:new, "three", "count"]],
      {["two", "count"] => mastery(*FADED)} => [[:due, "two", "count"]],
      {["two", "answer"] => mastery(*OWNED)} => [[:new, "three", "count"]], # there is no rung above
      # Busy with the next rung already
      {["two", "count"] => mastery(*OWNED), ["two", "clock"] => mastery(*LEARNING)} => [],
      {["three", "count"] => mastery(*OWNED)} => [[:ready, "three", "clock"], [:new, "four", "count"],
        [:new, "two", "count"]]
    }.each { |known, expected| assert_equal expected.sort, told({"ana" => known}).sort, known.keys.inspect }
  end

  def test_what_would_be_due_before_the_next_is_taken_now
    near = mastery([20, 20, 20], [24, 20, 18])
    assert_empty told({"ana" => {["far", "answer"] => near}})
    assert_equal [[:due, "far", "answer"]],
      told({"ana" => {["far", "answer"] => near}}, on: DAY + near.due_in.floor - 2)
  end

  def test_for_a_group_by_shares
    owned, learning = {["two", "count"] => mastery(*OWNED)}, {["two", "count"] => mastery(*LEARNING)}
    assert_includes told({"a" => owned, "b" => owned, "c" => learning}), [:ready, "two", "clock"]
    assert_empty told({"a" => owned, "b" => learning, "c" => learning}), "a third is not enough"
    assert_includes told({"a" => owned, "b" => learning, "c" => learning},
      school: JauntyBell::Core::Lexicon::School.default.with("go_up" => 30)), [:ready, "two", "clock"]
  end

  def test_every_item_says_why
    reasons = items({"a" => {["two", "count"] => mastery(*OWNED)}, "b" => {["two", "count"] => mastery(*OWNED)},
      "c" => {["three", "count"] => mastery(*FADED)}}).to_h { |item| [item.kind, item.reason] }
    assert_equal({due: "1 of 1 who have met it: it faded with time",
      ready: "2 of 2 who have met it own it to a count: try it on the clock"}, reasons.slice(:due, :ready))
  end

  def test_due_and_ready_at_once_is_said_once
    near = mastery([20, 20, 20], [24, 20, 18])
    found = items({"ana" => {["far", "count"] => near}}, on: DAY + near.due_in.floor - 2)
    assert_equal [[:due, "far", "count", "clock",
      "it falls due before the next class; they own it to a count: try it on the clock"]],
      found.map { |item| [item.kind, item.combination_id, item.rung, item.above, item.reason] }
    both = {"ana" => {["far", "count"] => near}, "bo" => {["far", "count"] => mastery(*OWNED)}}
    assert_equal [[:due, "count", %w[ana], "clock"]],
      items(both, on: DAY + near.due_in.floor - 2).select { |item| item.combination_id == "far" }
        .map { |item| [item.kind, item.rung, item.students, item.above] }
  end

  def test_a_club_that_begins_at_the_clock
    school = JauntyBell::Core::Lexicon::School.default.with("first_rung" => "clock")
    assert_includes told({"ana" => {["two", "clock"] => mastery(*OWNED)}}, school: school), [:new, "three", "clock"]
  end
end
