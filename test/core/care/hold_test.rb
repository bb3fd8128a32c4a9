require "test_helper"
require "jaunty_bell/core"

# Holds: when they hold, in which words, and which cannot be.
class HoldTest < Minitest::Test
  Care = JauntyBell::Core::Care
  DAY = Date.new(2026, 3, 10)

  def hold(matter: "elbow", blocks: ["right hand"], from: DAY, to: nil) =
    Care::Hold.new(matter: matter, blocks: blocks, from: from, to: to)

  def test_when_it_holds
    {
      [DAY, nil] => [false, true, true, true], [DAY, DAY] => [false, true, false, false],
      [DAY, DAY + 1] => [false, true, true, false]
    }.each do |(from, to), expected|
      assert_equal expected, [-1, 0, 1, 400].map { |days| hold(from: from, to: to).on?(DAY + days) }, "#{from} to #{to}"
    end
  end

  def test_in_words
    assert_equal "no right hand, no holding", hold(blocks: ["right hand", "holding"]).blocked
    assert_equal "out", hold(blocks: ["contact", "all"]).blocked
  end

  def test_what_cannot_be
    {{matter: "gloom"} => "matter", {blocks: []} => "blocks", {blocks: ["third hand"]} => "blocks",
     {to: DAY - 1} => "until"}.each do |facts, path|
      error = assert_raises(JauntyBell::Core::InvalidInput) { hold(**facts).checked }
      assert_equal path, error.path
    end
    Care::MATTERS.each { |matter| assert_equal matter, hold(matter: matter).checked.matter }
  end

  # Out for the day, and from contact and hard effort for longer; told twice it is the same two holds.
  def test_a_knock_to_the_head
    id = "3f2c8a10-0d5e-4b7a-9c11-2f6e8d9a7b01"
    holds = Care::HeadKnock.holds(id, DAY)
    assert_equal holds.keys, Care::HeadKnock.holds(id, DAY).keys
    assert_equal [[["all"], DAY], [["contact", "hard effort"], nil]], holds.values.map { |each| [each.blocks, each.to] }
    holds.each_key { |key| assert_match(/\A\h{8}-\h{4}-[45]\h{3}-[89ab]\h{3}-\h{12}\z/, key) }
    holds.each_value(&:checked)
    refute_empty Care::HeadKnock::RED_FLAGS
  end

  def test_junior_by_age_else_by_group
    {
      [DAY << (12 * 18), true] => false, # eighteen today
      [(DAY << (12 * 18)) + 1, false] => true, # tomorrow
      [nil, true] => true, [nil, false] => false, [Date.new(1980, 1, 1), true] => false
    }.each do |(born_on, by_group), expected|
      assert_equal expected, Care.junior?(born_on, DAY, by_group: by_group), born_on.inspect
    end
  end
end
