require "support/cards"

class EditTest < Minitest::Test
  include CardTest

  Edit = JauntyBell::Core::Card::Edit

  # "warm-up: a b | bag: c" and back
  def blocks(text)
    text.split("|").map do |part|
      kind, rounds = part.split(":").map(&:strip)
      block(kind, *rounds.split.map { |title| round(title: title) })
    end
  end

  def short(blocks) = blocks.map { |each| "#{each.kind}: #{each.rounds.map(&:title).join(" ")}" }.join(" | ")

  CARD = "warm-up: a b | bag: c d | cool-down: e".freeze
  # operation and arguments → the card after it
  CASES = {
    [:exchange, [0, 0], [1, 1]] => "warm-up: d b | bag: c a | cool-down: e",
    [:exchange, [1, 0], [1, 1]] => "warm-up: a b | bag: d c | cool-down: e",
    [:move_block, 2, 0] => "cool-down: e | warm-up: a b | bag: c d",
    [:move_block, 0, 2] => "bag: c d | cool-down: e | warm-up: a b", [:move_block, 1, 1] => CARD
  }.freeze

  def test_each_gives_new_blocks_and_leaves_the_old
    before = blocks(CARD)
    CASES.each do |(name, *given), after|
      assert_equal after, short(Edit.public_send(name, before, *given)), [name, given].inspect
    end
    assert_equal "warm-up: a x b | bag: c d | cool-down: e", short(Edit.insert(before, [0, 1], round(title: "x")))
    assert_equal "warm-up: a b | pads: x | bag: c d | cool-down: e",
      short(Edit.insert_block(before, 1, block("pads", round(title: "x"))))
    assert_equal CARD, short(before)
  end

  def test_one_round_changed_the_others_the_very_same
    before = blocks(CARD)
    after = Edit.round(before, [1, 0], work: 99)
    assert_equal 99, after[1].rounds[0].work
    assert_same before[1].rounds[1], after[1].rounds[1]
    assert_same before[0].rounds[0], Edit.each_round(before) { |_, each, _| nil && each }[0].rounds[0]
  end
end
