require "support/cards"

class VariantsTest < Minitest::Test
  include CardTest

  def variant(kinds, *blocks, minutes: nil, load: nil, **company) =
    Card::Variants.of(plan(*blocks, **company), Array(kinds), minutes: minutes, load: load).flat_map(&:rounds)

  def test_no_partner_strikes_as_long_as_before
    changed = variant("no partner", block("mitts", round("1-2", work: 180, swap: "even")),
      block("partner", round("1-[1]-rear parry-2", work: 120, swap: "every", every: 30)), block("bag", round("1-2")))
    assert_equal [["alone", 80, "air"], ["alone", 60, "air"], ["alone", 180, nil]],
      changed.map { |each| [each.swap, each.work, each.implement] }
    assert_equal ["1-2", "1-[1]-rear parry-2 (called)", "1-2"], changed.map(&:title)
    owned = variant("no partner", block("mitts", round("1-2", swap: "even")), school: school(kit: {"hanging-bag" => 3}))
    assert_equal "hanging-bag", owned.first.implement
  end

  def test_no_bag
    rounds = [block("bag", round("1-2"), round("1-2-3-rear kick"))]
    assert_equal %w[air air], variant("no bag", *rounds).map(&:implement)
    pads = variant("no bag", *rounds, students: 8, school: school(kit: {"long-pads" => 4}))
    assert_equal [["long-pads", "even"]] * 2, pads.map { |each| [each.implement, each.swap] }
    assert_equal "air",
      variant("no bag", *rounds, students: 10, school: school(kit: {"long-pads" => 4})).first.implement
  end

  def test_beginners_stay_in_place_a_rung_lower
    rungs = %w[air count clock move call answer]
    changed = variant("beginners beside", block("mitts", *rungs.map { |rung| round("1-2", rung: rung, swap: "even") }),
      block("finisher", round))
    assert_equal [nil, nil, "count", "clock", "clock", "clock", nil], changed.map(&:beginners)
    assert_equal rungs, changed.first(6).map(&:rung)
  end

  def test_juniors
    junior = variant("juniors", block("partner", round("1-2", work: 180, rest: 30, effort: 9, swap: "even")),
      block("bag", round("1-2", work: 60, intensity: "hard")), block("finisher", round(effort: 9)))
    assert_equal [[90, 45, 6, false], [60, 60, 5, true], [180, 90, 6, true]],
      junior.map { |each| [each.work, each.rest, each.effort, each.contact] }
    assert_equal "light", junior[1].intensity
    whole = plan(block("partner", round("1-2", work: 180, swap: "even")), juniors: true)
    refute_includes rules(whole.with(blocks: Card::Variants.of(whole, ["juniors"]))), "juniors"
  end

  def test_for_less_time_it_is_the_fit
    blocks = [block("warm-up", round(work: 300)), block("bag", *Array.new(6) { round("1-2") })]
    assert_equal Card::Fit.new(plan(*blocks), minutes: 20).blocks, Card::Variants.of(plan(*blocks), [], minutes: 20)
    assert_equal "kinds", assert_raises(Core::InvalidInput) { variant([], *blocks) }.path
    assert_match(/more than the 3 minutes/,
      assert_raises(Core::InvalidInput) { variant([], *blocks, minutes: 3) }.message)
    assert_equal "kinds", assert_raises(Core::InvalidInput) { variant("sleepy", *blocks) }.path
  end

  # Whatever is missing stays missing, in any order and any company.
  def test_versions_add_up
    rounds = [block("mitts", round("1-2", work: 180, swap: "even")), block("bag", round("1-2-3", work: 180)),
      block("pads", round("1-rear kick", work: 180, swap: "every", every: 30))]
    well = {students: 8, school: school(kit: {"long-pads" => 8, "focus-mitts" => 8, "hanging-bag" => 8})}
    both = variant(["no bag", "no partner"], *rounds, **well)
    assert_equal [["alone", "air"]] * 3, both.map { |each| [each.swap, each.implement] }
    assert_equal [["alone", "hanging-bag"], ["alone", nil], ["alone", "hanging-bag"]],
      variant(["no partner"], *rounds, **well).map { |each| [each.swap, each.implement] }
    Card::Variants::KINDS.combination(2).each do |two|
      assert_equal variant(two, *rounds, **well), variant(two.reverse, *rounds, **well), two.inspect
    end
    all = variant(Card::Variants::KINDS, *rounds, minutes: 8, load: 30, **well)
    assert(all.all? { |each| each.swap == "alone" && each.implement == "air" }, "nothing is brought back")
  end

  def test_without_gloves_and_without_room
    bare = variant("no gloves", block("bag", round("1-2", work: 120)),
      block("mitts", round("1-2", work: 180, swap: "even")), block("technique", round("1-2", implement: "air")))
    assert_equal [["air", "alone", 120], ["air", "alone", 80], ["air", "alone", 180]],
      bare.map { |each| [each.implement, each.swap, each.work] }
    spot = variant("no space",
      block("technique", round("1-2", rung: "move", implement: "air"), round("1-2", rung: "count", implement: "air")),
      block("warm-up", round(title: "Steps", exercise: Lexicon::Exercises.default["footwork-patterns"])))
    assert_equal [["clock", "1-2"], ["count", "1-2"], ["count", "Steps, on the spot"]],
      spot.map { |each| [each.rung, each.title] }
  end

  def test_on_an_easier_day_efforts_come_down_before_rounds_go
    blocks = [block("warm-up", round(work: 300, rest: 0, effort: 3)),
      block("bag", *Array.new(4) { round("1-2", work: 180, rest: 30, effort: 9, intensity: "hard") })]
    full = plan(*blocks, minutes: 20)
    assert_operator full.planned_load, :>, 100
    easier = Card::Variants.of(full, [], load: 100)
    assert_equal full.blocks.map { |each| each.rounds.size }, easier.map { |each| each.rounds.size },
      "nothing was left out"
    assert_operator full.with(blocks: easier).planned_load, :<=, 100
    efforts = easier.last.rounds.map(&:effort)
    assert_operator efforts.max - efforts.min, :<=, 1, "the hardest first"
    assert_equal %w[medium], easier.last.rounds.map(&:intensity).uniq
    assert_match(/come to a load of at least/,
      assert_raises(Core::InvalidInput) { Card::Variants.of(full, [], load: 10) }.message)
  end

  # Property: every variant of a sound card is a sound card.
  def test_variants_are_sound_cards
    random = Random.new(4)
    40.times do
      swaps = [{swap: "alone"}, {swap: "even"}, {swap: "every", every: random.rand(20..90)}]
      rounds = Array.new(4) do
        round(["1-2", "1-2-3-rear kick"].sample(random: random), work: random.rand(90..240),
          effort: random.rand(1..10), **swaps.sample(random: random))
      end
      phased = round("1-2", work: 200,
        phases: [Card::Phase.new(name: "own", seconds: 100), Card::Phase.new(name: "other", other: true)])
      whole = plan(block("partner", *rounds, phased), block("bag", *rounds), students: random.rand(2..20))
      Card::Variants::KINDS.each do |kind|
        assert_kind_of Integer, whole.with(blocks: Card::Variants.of(whole, [kind])).total
      end
    end
  end

  def test_the_difference_says_what_changed
    before = [block("warm-up", round(title: "Rope")), block("bag", round("1-2"), round("3-4"))]
    after = [block("warm-up", round(title: "Rope", work: 300)), block("mitts", round("1-2")),
      block("bag", round("5-6"))]
    told = Card::Difference.new(before, after).changes.map { |change| [change.kind, change.title, change.fields.keys] }
    assert_equal [[:changed, "Rope", [:work]], [:changed, "1-2", [:block]], [:added, "5-6", []],
      [:removed, "3-4", []]], told
    assert_empty Card::Difference.new(before, before).changes
  end

  # Everything a coach may ask for at once, on a card of every kind of drill: whatever is asked holds together with all
  # else.
  def test_every_version_with_every_other_on_drills_as_they_are_run
    squats = Lexicon::Exercises.default["squats"]
    flow = Card::Flow.checked([Card::Phase.new(name: "squats", seconds: 60, exercise: squats)])
    whole = plan(
      block("warm-up", Card::Round.new(title: "Warm", flow: Card::Named.new(id: "f", name: "Warm", what: flow))),
      block("technique",
        drilled(["gallop in-gallop out", "step left-step right"], manner: "called", rung: "call", work: 90)),
      block("mitts", drilled(%w[slip\ rear-2 3-2], manner: "read", shows: %w[1 red], drill_implement: "focus-mitts",
        rung: "answer", work: 180, effort: 7, swap: "even")),
      block("partner", drilled(%w[1-2], manner: "trade", drill_implement: "partner", rung: "answer", work: 120,
        intensity: "hard", effort: 8)),
      block("bag", round("1-2-3", work: 240, effort: 8, phases: [Card::Phase.new(name: "steady"),
        Card::Phase.new(name: "burst", seconds: 30, burst: true, effort: 9)])),
      students: 8, school: school(kit: {"hanging-bag" => 6, "focus-mitts" => 5, "long-pads" => 5})
    )
    kinds = Card::Variants::KINDS
    (1..kinds.size).flat_map { |n| kinds.combination(n).to_a }.each do |asked|
      made = whole.with(blocks: Card::Variants.of(whole, asked))
      held_to(asked, made)
      assert_equal whole.blocks.sum { |each| each.rounds.size },
        made.blocks.sum { |each| each.rounds.size }, asked.inspect
    end
  end

  def held_to(asked, made)
    tasks = made.tasks.values
    if asked.include?("no partner")
      refute(tasks.any? { |task| task.holder? || task.trade || task.shared? }, asked.inspect)
    end
    if asked.include?("no bag")
      refute(tasks.any? { |task| Card::Variants::BAGS.include?(task.implement&.id) }, asked.inspect)
    end
    refute(tasks.any?(&:gloves), asked.inspect) if asked.include?("no gloves")
    refute(tasks.any? { |task| task.round.rung == "move" }, asked.inspect) if asked.include?("no space")
    if asked.include?("juniors")
      refute(tasks.any?(&:hard?), asked.inspect)
      assert(tasks.select(&:strikes?).all? { |task| task.round.work <= made.company.school.junior_round },
        asked.inspect)
    end
    return unless asked.include?("beginners")
    assert(tasks.all? { |task| task.round.effort <= 6 && !task.trade && task.manner != "read" }, asked.inspect)
  end
end
