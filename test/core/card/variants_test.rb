require "support/cards"

class VariantsTest < Minitest::Test
  include CardTest

  def variant(kind, *blocks, minutes: nil, **company) = Card::Variants.of(plan(*blocks, **company), kind, minutes: minutes).flat_map(&:rounds)

  def test_no_partner_strikes_as_long_as_before
    changed = variant("no partner", block("mitts", round("1-2", work: 180, swap: "even")), block("partner", round("1-[1]-rear parry-2", work: 120, swap: "every", every: 30)), block("bag", round("1-2")))
    assert_equal [["alone", 80, "air"], ["alone", 60, "air"], ["alone", 180, nil]], changed.map { |each| [each.swap, each.work, each.implement] }
    assert_equal ["1-2", "1-[1]-rear parry-2 (called)", "1-2"], changed.map(&:title)
    owned = variant("no partner", block("mitts", round("1-2", swap: "even")), school: school(kit: {"hanging-bag" => 3}))
    assert_equal "hanging-bag", owned.first.implement
  end

  def test_no_bag
    rounds = [block("bag", round("1-2"), round("1-2-3-rear kick"))]
    assert_equal %w[air air], variant("no bag", *rounds).map(&:implement)
    pads = variant("no bag", *rounds, students: 8, school: school(kit: {"long-pads" => 4}))
    assert_equal [["long-pads", "even"]] * 2, pads.map { |each| [each.implement, each.swap] }
    assert_equal "air", variant("no bag", *rounds, students: 10, school: school(kit: {"long-pads" => 4})).first.implement
  end

  def test_beginners_stay_in_place_a_rung_lower
    rungs = %w[air count clock move call answer]
    changed = variant("beginners beside", block("mitts", *rungs.map { |rung| round("1-2", rung: rung, swap: "even") }), block("finisher", round))
    assert_equal [nil, nil, "count", "clock", "clock", "clock", nil], changed.map(&:beginners)
    assert_equal rungs, changed.first(6).map(&:rung)
  end

  def test_juniors
    junior = variant("juniors", block("partner", round("1-2", work: 180, rest: 30, effort: 9, swap: "even")), block("bag", round("1-2", work: 60, intensity: "hard")), block("finisher", round(effort: 9)))
    assert_equal [[90, 45, 6, false], [60, 60, 5, true], [180, 90, 6, true]], junior.map { |each| [each.work, each.rest, each.effort, each.contact] }
    assert_equal "light", junior[1].intensity
    whole = plan(block("partner", round("1-2", work: 180, swap: "even")), juniors: true)
    refute_includes rules(whole.with(blocks: Card::Variants.of(whole, "juniors"))), "juniors"
  end

  def test_shorter_is_the_fit
    blocks = [block("warm-up", round(work: 300)), block("bag", *Array.new(6) { round("1-2") })]
    shorter = Card::Variants.of(plan(*blocks), "shorter", minutes: 20)
    assert_equal Card::Fit.new(plan(*blocks), minutes: 20).blocks, shorter
    assert_equal "minutes", assert_raises(Core::InvalidInput) { variant("shorter", *blocks) }.path
    assert_match(/more than the 3 minutes/, assert_raises(Core::InvalidInput) { variant("shorter", *blocks, minutes: 3) }.message)
    assert_equal "kind", assert_raises(Core::InvalidInput) { variant("sleepy", *blocks) }.path
  end

  # Property: every variant of a sound card is a sound card.
  def test_variants_are_sound_cards
    random = Random.new(4)
    40.times do
      swaps = [{swap: "alone"}, {swap: "even"}, {swap: "every", every: random.rand(20..90)}]
      rounds = Array.new(4) { round(["1-2", "1-2-3-rear kick"].sample(random: random), work: random.rand(90..240), effort: random.rand(1..10), **swaps.sample(random: random)) }
      phased = round("1-2", work: 200, phases: [Card::Phase.new(name: "own", seconds: 100), Card::Phase.new(name: "other", other: true)])
      whole = plan(block("partner", *rounds, phased), block("bag", *rounds), students: random.rand(2..20))
      (Card::Variants::KINDS - ["shorter"]).each { |kind| assert_kind_of Integer, whole.with(blocks: Card::Variants.of(whole, kind)).total }
    end
  end

  def test_the_difference_says_what_changed
    before = [block("warm-up", round(title: "Rope")), block("bag", round("1-2"), round("3-4"))]
    after = [block("warm-up", round(title: "Rope", work: 300)), block("mitts", round("1-2")), block("bag", round("5-6"))]
    told = Card::Difference.new(before, after).changes.map { |change| [change.kind, change.title, change.fields.keys] }
    assert_equal [[:changed, "Rope", [:work]], [:changed, "1-2", [:block]], [:added, "5-6", []], [:removed, "3-4", []]], told
    assert_empty Card::Difference.new(before, before).changes
  end
end
