require "support/cards"

# One more round, where it belongs and in the shape of its neighbours.
class PlacingTest < Minitest::Test
  include CardTest

  NEW = "1-2-3"

  # Where the round lands: [block, place in it].
  def place(blocks, **how)
    placed = Card::Placing.of(plan(*blocks), named(NEW), rung: "count", **how)
    placed.each_with_index.filter_map { |each, b|
      each.rounds.index { |round| round.title == NEW }&.then { |r| [placed[b].kind, r] }
    }.first
  end

  def test_where_it_belongs
    warm, technique, mitts, bag = block("warm-up", round), block("technique", round("1")),
      block("mitts", round("1-2")), block("bag", round("1-2"))
    circuit = block("circuit", round("1"), laps: 2)
    {
      [[warm, technique, mitts, bag], false] => ["mitts", 1],
      [[warm, technique, mitts, bag], true] => ["technique", 1],
      [[warm, bag, mitts], false] => ["mitts", 1],
      [[warm, bag], true] => ["bag", 1],
      [[warm, technique], false] => ["technique", 1],
      [[warm, circuit], false] => ["technique", 0], # a circuit's stations are not added to
      [[], true] => ["technique", 0]
    }.each do |(blocks, learned), expected|
      assert_equal expected, place(blocks, learned: learned), blocks.map(&:kind).inspect
    end
  end

  def test_it_takes_after_the_last_round_of_its_block
    blocks = [block("mitts", round("1-2", work: 240, rest: 45, effort: 7, swap: "every", every: 30))]
    placed = Card::Placing.of(plan(*blocks), named(NEW), rung: "clock").first.rounds.last
    assert_equal [240, 45, 7, "every", 30, "clock"], [placed.work, placed.rest, placed.effort, placed.swap,
      placed.every, placed.rung]
  end

  def test_what_was_there_stays_and_the_card_is_still_a_card
    before = [block("warm-up", round), block("technique", round("1"), round("2")), block("bag", round("1-2"))]
    placed = Card::Placing.of(plan(*before), named(NEW), rung: "count")
    assert_equal before.flat_map(&:rounds), placed.flat_map(&:rounds).reject { |each| each.title == NEW }
    assert_equal plan(*before).runs.size + 1, plan(*placed).runs.size
  end
end
