require "test_helper"

# Combinations as values, and the edits that mends and parts are made of.
class CombinationTest < Minitest::Test
  include CoreTest

  def action(text) = read(text).actions.first

  def written(combination) = Notation.write(combination)

  def test_repeats_are_opened_up_but_kept_as_written
    combination = read("((1-2)x2-3)x2")
    assert_equal %w[1 2 1 2 3 1 2 1 2 3],
      Notation::Writer.new(Notation::Reading.new).labels(combination)
    assert_equal 3, combination.strikes_counting_repeats_once
    assert_equal 10, Bench::Combination.size_of(combination.items)
  end

  # text, index of the opened-up action → with it replaced by a hook
  REPLACED = {["1-2-1", 1] => "1-3-1", ["(1-2)x3", 1] => "(1-3)x3", ["(1-2)x3", 5] => "(1-3)x3",
              ["1-(2-(1-2)x2)x2", 3] => "1-(2-(1-3)x2)x2"}.freeze

  def test_replacing_where_it_is_written
    REPLACED.each do |(text, index), expected|
      assert_equal expected, written(read(text).replacing(index, action("3"))), "#{text} at #{index}"
    end
  end

  def test_inserting_removing_and_going_on
    assert_equal "1-slip rear-2", written(read("1-2").inserting(1, action("slip")))
    assert_equal "(1-slip rear-2)x2", written(read("(1-2)x2").inserting(1, action("slip")))
    assert_equal "1", written(read("1-2").replacing(1))
    assert_equal "1-2-3", written(read("1-2").followed_by(action("3")))
    assert_equal "1-2", written(read("(1-2)x2").first(2))
    assert_equal "at close 3", written(read("3").at(:close))
  end

  def test_values_are_equal_by_what_they_say_and_cannot_be_changed
    assert_equal read("1-2"), read("jab, cross")
    refute_equal read("(1-2)x2"), read("1-2-1-2"), "written otherwise, though it opens up alike"
    assert_equal 1, [read("1-2"), read("jab cross")].uniq.size
    assert_raises(FrozenError) { read("1-2").items << 1 }
    assert_raises(FrozenError) { action("1").side = :rear }
  end

  OTHER_SIDE = {"3" => "4", "1" => "2", "2" => "1", "rear kick" => "lead kick", "slip rear" => "slip lead",
                "duck" => "duck", "clinch" => "clinch"}.freeze

  def test_the_other_side
    OTHER_SIDE.each { |one, other| assert_equal action(other), action(one).other_side, one }
  end

  # data that is no combination
  BAD = {
    {"items" => []} => "meaning", {"items" => [{"technique" => "headbutt"}]} => "headbutt",
    {"items" => [{"repeat" => [{"technique" => "jab"}], "times" => 65}]} => "meaning"
  }.freeze

  def test_data_that_is_no_combination_is_refused
    BAD.each do |data, path|
      assert_equal path, assert_raises(Core::InvalidInput, data.inspect) { Bench::Combination.from_data(data) }.path
    end
  end
end
