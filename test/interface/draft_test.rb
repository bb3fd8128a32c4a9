require "support/interface"

# What editing does to a card's blocks: the table a coach's keys go by.
class DraftTest < InterfaceTest
  # "warm-up: a b | bag: c" as blocks whose rounds are named by their keys.
  def blocks(text)
    text.split("|").each_with_index.map do |part, i|
      kind, rounds = part.split(":").map(&:strip)
      {key: "block #{i}", kind: kind, title: "", laps: 1, importance: 3, work: nil, rest: nil,
       rounds: rounds.split.map { |key|
         {key: key, title: key, work_s: 120, rest_s: 20, swap: "even", every: nil, effort: 7}
       }}
    end
  end

  def short(blocks) =
    blocks.map { |block| "#{block[:kind]}: #{block[:rounds].map { |round| round[:title] }.join(" ")}" }.join(" | ")

  # [card, operation, arguments] → the card after it
  CASES = {
    ["warm-up: a b | bag: c", "moveRow", "a", 1] => "warm-up: b a | bag: c",
    ["warm-up: a b | bag: c", "moveRow", "b", 1] => "warm-up: a | bag: b c",
    ["warm-up: a b | bag: c d", "moveRow", "c", -1] => "warm-up: a b c | bag: d",
    ["warm-up: a b | bag: c", "moveRow", "a", -1] => "warm-up: a b | bag: c",
    ["warm-up: a | bag: c", "moveRow", "a", 1] => "bag: a c",
    ["warm-up: a | bag: c", "moveRow", "c", 1] => "warm-up: a | bag: c",
    ["warm-up: a b | bag: c | pads: d", "moveToBlock", "a", 1] => "warm-up: b | bag: a c | pads: d",
    ["warm-up: a b | bag: c | pads: d", "moveToBlock", "d", -1] => "warm-up: a b | bag: c d",
    ["warm-up: a b | bag: c", "moveToBlock", "c", 1] => "warm-up: a b | bag: c",
    ["warm-up: a b c", "dropOn", "a", "c"] => "warm-up: b c a",
    ["warm-up: a b c", "dropOn", "c", "a"] => "warm-up: c a b",
    ["warm-up: a b | bag: c d", "dropOn", "a", "d"] => "warm-up: b | bag: c a d",
    ["warm-up: a | bag: c d", "dropOn", "c", "a"] => "warm-up: c a | bag: d",
    ["warm-up: a b", "dropOn", "a", "a"] => "warm-up: a b", ["warm-up: a b", "dropOn", "a", "nobody"] => "warm-up: a b",
    ["warm-up: a b | bag: c", "doubleRow", "b"] => "warm-up: a b b | bag: c",
    ["warm-up: a b | bag: c", "removeRow", "a"] => "warm-up: b | bag: c",
    ["warm-up: a b | bag: c", "removeRow", "c"] => "warm-up: a b",
    ["warm-up: a | bag: c", "removeRow", "nobody"] => "warm-up: a | bag: c",
    ["warm-up: a | bag: c | pads: d", "moveBlock", "block 2", -1] => "warm-up: a | pads: d | bag: c",
    ["warm-up: a | bag: c", "moveBlock", "block 0", -1] => "warm-up: a | bag: c"
  }.freeze

  def test_moving_doubling_and_removing
    found = answers("card/draft", *CASES.keys.map { |card, name, *given| [[name, blocks(card), *given]] })
    CASES.values.zip(found, CASES.keys) { |expected, after, asked| assert_equal expected, short(after), asked.inspect }
  end

  # [card, kind of block, round] → the card after it: in the last block of its kind, or a new one in the usual order
  ADDED = {
    ["", "warm-up"] => "warm-up: New", ["warm-up: a", "mitts"] => "warm-up: a | mitts: New",
    ["mitts: m | cool-down: z", "mitts"] => "mitts: m New | cool-down: z",
    ["warm-up: a | cool-down: z", "bag"] => "warm-up: a | bag: New | cool-down: z",
    ["bag: a | pads: b | bag: c", "bag"] => "bag: a | pads: b | bag: c New",
    ["cool-down: z", "warm-up"] => "warm-up: New | cool-down: z"
  }.freeze

  def test_what_is_added_goes_where_it_belongs
    found = answers("card/draft", *ADDED.keys.map { |card, kind| [["addRound", blocks(card), kind, {title: "New"}]] })
    ADDED.values.zip(found, ADDED.keys) do |expected, (after, key), asked|
      assert_equal expected, short(after), asked.inspect
      assert_equal "New", after.flat_map { |block| block[:rounds] }.find { |round| round[:key] == key }[:title]
    end
  end

  # What a new line is read beside: each block with what its last round is like.
  def test_what_stands_so_far
    found, = answers("card/draft", [["soFar", blocks("warm-up: a | bag: b c")]])
    assert_equal [{kind: "warm-up", work_s: 120, rest_s: 20, effort: 7, swap: "even", every: nil}, "bag"],
      [found.first, found.last[:kind]]
  end

  def test_what_is_sent_has_no_keys_and_what_comes_has
    back, = answers("card/draft", [["plain", blocks("warm-up: a b")], ["keyed"], ["plain"]])
    assert_equal "warm-up: a b", short(back)
    assert_empty back.flat_map { |block| [block, *block[:rounds]] }.select { |each| each.key?(:key) }
    keyed, = answers("card/draft", [["plain", blocks("warm-up: a b")], ["keyed"]])
    assert_equal 3, keyed.flat_map { |block| [block, *block[:rounds]] }.map { |each| each[:key] }.uniq.size
  end
end
