require "support/cards"
require "jaunty_bell/files"

# Cards as plain data: what goes out comes back equal, and what cannot be is said with its place.
class CardJsonTest < Minitest::Test
  include CardTest

  Files = JauntyBell::Files
  FLOW = {id: "f", name: "Warm in two", phases: [{"name" => "hip circles", "seconds" => 30, "sides" => true,
                                                  "exercise" => "hip-circles"}, {"name" => "jab", "seconds" => 60,
                                                                                 "combination_id" => "c"}]}.freeze

  def shelf
    drill = Bench::Drill.new(pool: [read("1-2")], implement: Lexicon::Implements["focus-mitts"])
    Core::Card::Shelf.new({"d" => Card::Named.new(id: "d", name: "Drill", what: drill, members: %w[c])},
      {"c" => Card::Named.new(id: "c", name: "One two", what: read("1-2"))}).with_flows("f" => FLOW)
  end

  def one_of(random, *values) = values.sample(random: random)

  def some_round(random)
    swap = one_of(random, "alone", "even", "every", "round", "n for n")
    round(title: "Round #{random.rand(99)}", work: random.rand(120..300), rest: random.rand(0..60),
      active: random.rand < 0.5, explain: random.rand(0..30), change: one_of(random, nil, 15),
      drill: one_of(random, nil, shelf.drill("d")), flow: one_of(random, nil, nil, shelf.flow("f")),
      combination: one_of(random, nil, shelf.combination("c"),
        Card::Named.new(id: nil, name: "3b", what: read("3b"))),
      exercise: one_of(random, nil, Lexicon::Exercises.default["rope"]), reps: one_of(random, nil, 20),
      implement: one_of(random, nil, "hanging-bag"), rung: one_of(random, "air", "call"),
      effort: random.rand(0..20) / 2.0, intensity: one_of(random, nil, "hard"), contact: random.rand < 0.5,
      tempo: one_of(random, nil, 265/2r), pause: one_of(random, nil, 1/4r),
      both_sides: one_of(random, nil, true, false), on: 20, off: 10, swap: swap,
      every: (%w[every n\ for\ n].include?(swap) ? 30 : nil),
      swap_time: one_of(random, nil, 5), repeat: random.rand(1..3), keep: random.rand < 0.5,
      capacity: random.rand(1..4), kit: one_of(random, [], ["shin pads"]), beginners: one_of(random, nil, "count"),
      phases: one_of(random, [], [Card::Phase.new(name: "own", seconds: 60),
        Card::Phase.new(name: "squats", seconds: 10, sides: true, exercise: Lexicon::Exercises.default["squats"]),
        Card::Phase.new(name: "1", seconds: 10, burst: true, combination: Card::Named.new(id: nil, name: "1",
          what: read("1"))),
        Card::Phase.new(name: "other", other: true, rung: "move", effort: 8)]))
  end

  def test_what_goes_out_comes_back_equal
    random = Random.new(21)
    60.times do
      blocks = Array.new(random.rand(1..4)) do
        block(one_of(random, *Card::BLOCKS), *Array.new(random.rand(1..3)) { some_round(random) },
          title: one_of(random, "", "Named"), laps: random.rand(1..3), importance: random.rand(1..5),
          bells: one_of(random, *Card::BELLS), work: one_of(random, nil, [60, 120]), rest: one_of(random, nil, [0, 30]))
      end
      data = JSON.parse(JSON.generate(Core::Card::Data.of(blocks)))
      back = Core::Card::Data.blocks(data, shelf)
      assert_equal data, JSON.parse(JSON.generate(Core::Card::Data.of(back)))
      assert_equal plan(*blocks).total, plan(*back).total
      assert_equal plan(*blocks).counts.strikes, plan(*back).counts.strikes
    end
  end

  def test_fields_left_out_are_the_usual_ones
    bare = Core::Card::Data.blocks([{"kind" => "bag", "rounds" => [{"title" => "Bag"}]}], shelf)
    assert_equal [Card::Block.new(kind: "bag", rounds: [Card::Round.new(title: "Bag")])], bare
  end

  # a round → the path and the words it is refused with
  BAD = {
    {"drill_id" => "x"} => ["drill_id", /drill that is not on your shelf/],
    {"combination_id" => "x"} => ["combination_id", /combination that is not on your shelf/],
    {"exercise" => "jab"} => ["exercise", /no exercise/]
  }.freeze

  def test_what_is_not_there_is_said_with_its_place
    BAD.each do |facts, (field, says)|
      error = assert_raises(Core::InvalidInput) do
        Core::Card::Data.blocks([{"kind" => "bag", "rounds" => [{"title" => "Fine"}, {"title" => "Bad", **facts}]}],
          shelf)
      end
      assert_equal "blocks/0/rounds/1/#{field}", error.path
      assert_match says, error.message
    end
  end

  def test_what_is_named_is_found_once
    data = [{"rounds" => [{"drill_id" => "d", "combination_id" => nil}, {"drill_id" => "d"}]},
      {"rounds" => [{"combination_id" => "c"}]}]
    assert_equal [%w[d], %w[c], []], Core::Card::Data.named(data)
    flowing = [{"rounds" => [{"flow_id" => "f", "phases" => [{"combination_id" => "c"}]}]}]
    assert_equal [[], %w[c], %w[f]], Core::Card::Data.named(flowing)
  end

  def test_sums_as_data
    whole = plan(block("mitts", round("1-2-3b-2", work: 180, rest: 60, swap: "even", repeat: 2)),
      block("circuit", round("1-2", work: 60, rest: 30, implement: "hanging-bag"),
        round(title: "Core", work: 60, rest: 30)),
      minutes: 12, students: 3)
    sums = Files::CardSumsJson.new(whole).to_h
    assert_equal [62, 248], sums[:rounds][0].values_at(:sets, :strikes)
    assert_equal [[0, 0], [0, 0], [1], [1], [1]], sums[:runs].map { |run| run[:at] }
    assert_equal [[1, 1, 1], 3, 1], sums[:circuits][0].values_at(:groups, :steps, :waits)
    assert_equal({name: "focus mitts", needed: 1, owned: nil}, sums[:kit][:held][0])
    assert_in_delta whole.total, Files::CardSumsJson::SECONDS.sum { |part| sums[:share][part] }, 0.3
    refute_nil sums[:trio]
    assert_equal sums[:findings].map { |finding| finding[:rule] }, whole.findings.map(&:rule)
  end

  def test_a_difference_in_words
    before, after = [block("bag", round("1-2", work: 180, tempo: 140))],
      [block("bag", round("1-2", work: 150, tempo: 265/2r, keep: true, both_sides: true))]
    told = Files::DifferenceJson.of(Card::Difference.new(before, after))
    assert_equal [{name: "work", was: "3:00", is: "2:30"}, {name: "both sides", was: "as usual", is: "yes"},
      {name: "tempo", was: "140", is: "132.5"}], told[0][:fields]
  end
end
