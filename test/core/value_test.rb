require "test_helper"

class ValueTest < Minitest::Test
  Pad = JauntyBell::Core::Value.of(:name, :size, side: :lead, worn: []) do
    def said = "#{name} on the #{side}"
  end

  def test_members_by_name_in_any_order
    pad = Pad.new(size: 40, name: "long pad")
    assert_equal ["long pad", 40, :lead, []], pad.to_a
    assert_equal({name: "long pad", size: 40, side: :lead, worn: []}, pad.to_h)
    assert_equal Pad.new(name: "long pad", size: 40, side: :lead, worn: []), pad
    assert_equal "long pad on the lead", pad.said
  end

  def test_the_same_with_some_changed
    pad = Pad.new(name: "long pad", size: 40)
    assert_equal [:rear, "long pad"], pad.but(side: :rear).then { |other| [other.side, other.name] }
    assert_equal :lead, pad.side
    assert_predicate pad, :frozen?
    assert_predicate pad.but(size: nil), :frozen?
    assert_nil pad.but(size: nil).size
  end

  def test_what_is_missing_or_unknown_is_said
    {{name: "pad"} => "ValueTest::Pad needs size", {} => "ValueTest::Pad needs name, size",
     {name: "pad", size: 1, colour: 2} => "ValueTest::Pad has no colour",
     {name: "pad", side: :lead, worn: [], colour: 2} => "ValueTest::Pad needs size and has no colour"}
      .each do |given, said|
      assert_equal said, assert_raises(ArgumentError) { Pad.new(**given) }.message
    end
    assert_equal "ValueTest::Pad has no colour",
      assert_raises(ArgumentError) { Pad.new(name: "pad", size: 1).but(colour: 2) }.message
  end
end
