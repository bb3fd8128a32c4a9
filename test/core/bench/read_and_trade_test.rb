require "support/cards"

# Drills that depend on what the partner does: see this, do that; and trades.
class ReadAndTradeTest < Minitest::Test
  include CardTest

  def feed(text) = Bench::Feed.read(text, Bench::Notation::Reading.new)

  # as it is written → what is said of it, and whether it is a partner's action
  FEEDS = {"[1]" => ["their jab", true], "1" => ["their jab", true], "their jab" => ["their jab", true],
           "they jab" => ["their jab", true], "3b" => ["their lead hook to the body", true],
           "[step in]" => ["their step in", true], "jab, cross" => ["their jab, cross", true],
           "red" => ["red", false], "left pad up" => ["left pad up", false], "wide check" => ["wide check", false],
           "1-2 or red" => ["1-2 or red", false]}.freeze

  def test_actions_or_words_of_their_own
    FEEDS.each do |text, (spoken, theirs)|
      assert_equal [spoken, theirs], [feed(text).spoken, feed(text).actions.any?], text
    end
  end

  # Common practice, no source: the table of answers, same stance and opposite.
  USUAL = {"1" => [["rear parry", "slip rear", "rear catch"], ["lead parry", "slip lead", "lead catch"]],
           "3" => [["rear cover", "roll rear", "duck"], ["lead cover", "roll lead", "duck"]],
           "rear low kick" => [["lead check", "step out"], ["rear check", "step out"]],
           "red" => [[], []]}.freeze

  def test_what_usually_answers
    reading = Bench::Notation::Reading.new
    USUAL.each do |text, (same, opposite)|
      assert_equal [same, opposite], %i[same opposite].map { |stance| feed(text).usual(stance, reading) }, text
    end
  end

  def read_drill(**pairs)
    Bench::Drill.new(pool: pairs.values.map { |text| read(text) }, feeds: pairs.keys.map { |text| feed(text.to_s) },
      implement: Lexicon::Implements["partner"], manner: "read")
  end

  # what is wrong → where
  BAD = {{"1": "slip rear-2"} => "pool", {"1": "slip rear-2", "[1]": "2"} => "pool/1/feed",
         {red: "1", RED: "2"} => "pool/1/feed", {red: "1", "": "2"} => "pool/1/feed"}.freeze

  def test_what_nobody_could_read_is_refused
    BAD.each do |pairs, path|
      error = assert_raises(Core::InvalidInput, pairs.inspect) { read_drill(**pairs) }
      assert_equal path, error.path, pairs.inspect
    end
    many = Array.new(21) { |i| [:"colour #{i}", "1"] }.to_h
    assert_match(/20 are the most/, assert_raises(Core::InvalidInput) { read_drill(**many) }.message)
    bare = {pool: [{combination_id: nil, feed: "red"}], manner: "read", implement: "air", tempo: 140, pause_s: 0.6,
            rungs: ["answer"]}
    error = assert_raises(Core::InvalidInput) { Bench::Drill.from_data(bare, {}) }
    assert_equal ["\"red\" has no answer: choose what is done then.", "pool/0"], [error.message, error.path]
  end

  # The walk begins with what the partner does: an answer that meets nothing is said.
  def test_findings_walk_from_the_partner_s_action
    rules = ->(drill) {
      drill.analyses.map { |analysis| analysis.walk.findings.map(&:rule).include?("unanswered-feed") }
    }
    assert_equal [false, true], rules[read_drill("1": "slip rear-2", "2": "3-2")]
  end

  def trade(turn, **facts) = Bench::Trade.new(turn: turn, **facts).checked

  # how they trade → who strikes, set by set, of one exchange
  EXCHANGES = {["n for n", {sets: 2}] => [0, 0, 1, 1], ["until countered", {expected: 3}] => [0, 0, 0, 1],
               ["last to finish", {expected: 4}] => [0, 1, 0, 1], ["counter at once", {}] => [0, 1]}.freeze

  def test_an_exchange
    EXCHANGES.each { |(turn, facts), seats| assert_equal seats, trade(turn, **facts).exchange, turn }
    assert_equal "Begin in turn. 2 sets each.", trade("n for n", sets: 2).said
    assert_equal "One begins every time. Counter at once.", trade("counter at once", begins: "one").said
    [{turn: "coin"}, {turn: "n for n", sets: 0}, {turn: "n for n", begins: "both"},
      {turn: "last to finish", expected: 21}].each do |bad|
      assert_raises(Core::InvalidInput, bad.inspect) { Bench::Trade.new(**bad).checked }
    end
  end

  # 120 beats a minute: a two-beat set takes 1 s, and 1 s goes by after it. [turn, pool, work] → exchanges, and of each
  # of a pair [sets, strikes, taken], reckoned by hand.
  SUMS = {
    # an exchange is 2 s; with the pause after it 4 s: 15 of them in a minute
    [{turn: "n for n", begins: "one"}, %w[1-2], 60] => [15, [[15, 30, 30], [15, 30, 30]]],
    # two sets of two strikes, then two of one (half a second each): 2·2 + 2·1.5 = 7 s; 8 of them in 56 s, and in the 4
    # s left two more of the one who begins
    [{turn: "n for n", sets: 2, begins: "one"}, %w[1-2 2], 60] => [8, [[18, 36, 16], [16, 16, 36]]],
    # three, then the counter: 4 sets, 8 s; 7 exchanges in 56 s, 2 sets more. Each begins in turn: four times the one
    [{turn: "until countered", expected: 3}, %w[1-2], 60] => [7, [[15, 30, 30], [15, 30, 30]]],
    # back and forth, four sets each exchange: 15 whole exchanges in two minutes
    [{turn: "last to finish", expected: 4}, %w[1-2], 120] => [15, [[30, 60, 60], [30, 60, 60]]],
    # the counter follows at once: 1 + 1 + 1 = 3 s; 20 in a minute
    [{turn: "counter at once", begins: "one"}, %w[1-2 2], 60] => [24, [[24, 48, 24], [24, 24, 48]]]
  }.freeze

  def test_what_each_strikes_and_takes
    SUMS.each do |(facts, pool, work), (exchanges, seats)|
      round = drilled(pool, manner: "trade", drill_implement: "partner", tempo: 120, pause: 1, work: work,
        trade: Bench::Trade.new(**facts), swap: "even")
      made = plan(block("partner", round)).then { |whole| whole.work(whole.tasks.values.first) }
      found = made.shares.each_with_index.map { |share, seat|
        [share.sets, share.strikes, made.exchanges.taken(seat).strikes]
      }
      assert_equal [exchanges, seats], [made.exchanges.count, found], facts.inspect
      made.shares.each { |share| assert_equal work, share.seconds, facts.inspect }
    end
  end

  # In a trio the exchanges go round: who stands is another each time, and nothing is struck that nobody takes.
  def test_a_trio_trades_in_turn
    round = drilled(%w[1-2], manner: "trade", drill_implement: "partner", tempo: 120, pause: 1, work: 120)
    whole = plan(block("partner", round), students: 3)
    work = whole.work(whole.tasks.values.first, seats: 3)
    assert_equal work.shares.sum(&:strikes), work.shares.sum(&:impacts)
    assert_equal [20, 20, 20], work.shares.map { |share| share.sets.to_i }
  end

  def test_what_is_said_before_a_trade_and_what_juniors_may_not
    hard = drilled(["rear low kick"], manner: "trade", drill_implement: "partner", intensity: "hard", work: 60)
    whole = plan(block("partner", hard), juniors: true)
    assert_equal "Hard, with shin pads. Begin in turn. 1 set each.", whole.tasks.values.first.trade_said
    assert(whole.findings.any? { |found| found.severity == :fault }, "juniors trade no hard kicks")
  end
end
