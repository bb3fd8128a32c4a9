require "support/cards"

# Each check of order, balance, sharing, kit and care: when it speaks, when it does not, and that its mends mend.
class ChecksTest < Minitest::Test
  include CardTest

  KICK = "1-2-3-rear kick".freeze

  def warm(seconds = 300) = block("warm-up", round(work: seconds, effort: 3))

  def cool = block("cool-down", round(work: 180, effort: 1))

  # blocks → the rules that fire among those looked at
  def assert_fires(rule, plan, count: 1) = assert_equal(count, rules(plan).count(rule), "#{rule} in #{rules(plan)}")

  def refute_fires(rule, plan) = refute_includes(rules(plan), rule)

  # Every mend of a finding, applied: the trouble is less and nothing as bad is new.
  def assert_mends(plan, rule, *labels)
    found = finding(plan, rule)
    assert_equal labels, found.mends.map(&:label)
    found.mends.each do |mend|
      after = plan.with(blocks: mend.blocks)
      assert_operator rules(after).count(rule), :<, rules(plan).count(rule), mend.label
      worse = after.findings.reject { |each| rules(plan).include?(each.rule) }.select { |each| each.rank <= found.rank }
      assert_empty worse.map(&:rule), mend.label
    end
  end

  def test_hard_kicks_before_the_legs_are_warm
    cold = plan(warm(120), block("pads", round(KICK, effort: 8, swap: "even")), cool)
    assert_match(/after 2:00 of warming up/, finding(cold, "cold-kicks").reason)
    assert_mends cold, "cold-kicks", "Warm the legs for 3:00 first", "Kick lighter here"
    refute_fires "cold-kicks", plan(warm(300), block("pads", round(KICK, effort: 8, swap: "even")), cool)
    refute_fires "cold-kicks", plan(block("bag", round("1-2", effort: 9)), cool)
    refute_fires "cold-kicks", plan(block("pads", round(KICK, effort: 4)), cool)
    refute_fires "cold-kicks",
      plan(block("pads", round(KICK, work: 300, effort: 5)), block("pads", round(KICK, effort: 8)), cool)
  end

  def test_hard_before_technique
    early = plan(warm, block("bag", round("1-2", effort: 8)), block("technique", round("1-2-3", effort: 4)), cool)
    assert_mends early, "hard-before-technique", "Technique first"
    assert_equal %w[warm-up technique bag cool-down],
      finding(early, "hard-before-technique").mends.first.blocks.map(&:kind)
    refute_fires "hard-before-technique",
      plan(warm, block("bag", round("1-2", effort: 5)), block("technique", round("1-2-3")), cool)
  end

  def test_something_new_in_the_last_third
    blocks = [warm, block("technique", round("1-2", effort: 4)),
      block("mitts", round("1-2", swap: "even"), round("1-2", swap: "even"), round("3-4", swap: "even"))]
    late = plan(*blocks, met: Set["1-2"])
    assert_match(/new to this group/, finding(late, "new-late").reason)
    assert_mends late, "new-late", "Change places with \"1-2\""
    refute_fires "new-late", plan(*blocks)
    refute_fires "new-late", plan(*blocks, met: Set["1-2", "3-4"])
  end

  def test_full_efforts_when_spent
    hard = Array.new(3) { round("1-2", work: 180, rest: 15, effort: 8) }
    spent = plan(warm, block("bag", *hard, round("5-6", effort: 10)), cool)
    assert_match(/after 6:00 at a mean effort/, finding(spent, "spent").reason)
    refute_empty finding(spent, "spent").mends
    refute_fires "spent",
      plan(warm, block("bag", *hard.map { |each| each.but(rest: 180) }, round("5-6", effort: 10)), cool)
    jump = plan(warm, block("bag", *hard, round("jump knee", effort: 5)), cool)
    assert_match(/asks for a jump/, finding(jump, "spent").reason)
  end

  def test_effort_that_never_comes_down
    assert_mends plan(warm, block("bag", round("1-2", effort: 8))), "never-down", "Three minutes to come down"
    refute_fires "never-down", plan(warm, block("bag", round("1-2", effort: 8)), cool)
    refute_fires "never-down", plan(warm, block("bag", round("1-2", effort: 5)))
  end

  def test_a_rung_left_out
    skipped = plan(block("technique", round("1-2", rung: "air")),
      block("mitts", round("1-2", rung: "move", swap: "even")))
    assert_match(/air straight to move: count and clock/, finding(skipped, "rung-skipped").reason)
    assert_mends skipped, "rung-skipped", "At count first"
    refute_fires "rung-skipped",
      plan(block("technique", round("1-2", rung: "air")), block("mitts", round("1-2", rung: "count")))
    refute_fires "rung-skipped",
      plan(block("technique", round("1-2", rung: "air")), block("mitts", round("1-2", rung: "clock")),
        school: school(first_rung: "clock"))
  end

  def test_the_same_limb_worked_hard_three_rounds_running
    rounds = Array.new(3) { round("1-1-1-2", effort: 8) }
    assert_match(/lead hand/, finding(plan(warm, block("bag", *rounds), cool), "same-limb").reason)
    refute_fires "same-limb", plan(warm, block("bag", *rounds.first(2), round("2-4-2", effort: 8), rounds.last), cool)
    refute_fires "same-limb", plan(warm, block("bag", *rounds.map { |each| each.but(effort: 5) }), cool)
  end

  def test_kicks_that_lean_to_one_leg
    lean = plan(warm, block("pads", round(KICK), round(KICK)), cool)
    assert_match(/100 %.*60 %/, finding(lean, "kick-lean").reason)
    assert_mends lean, "kick-lean", "The 2 rounds that lean most on both sides"
    refute_fires "kick-lean", plan(warm, block("pads", round(KICK, both_sides: true)), cool)
    refute_fires "kick-lean", plan(warm, block("pads", round(KICK, work: 30)), cool)
  end

  def test_hands_away_from_the_club_s_own_share
    jabs = [warm, block("bag", round("1-1-1-2")), cool]
    assert_match(/75 %.*has 50 %/, finding(plan(*jabs, usual: 0.5), "hand-lean").reason)
    refute_fires "hand-lean", plan(*jabs, usual: 0.7)
    refute_fires "hand-lean", plan(*jabs)
  end

  def test_kicks_paired_otherwise_than_the_school_teaches
    same, cross = block("pads", round("1-lead push kick", swap: "even")),
      block("pads", round("1-rear kick", swap: "even"))
    assert_match(/kicks and knees after a hand go on the same side; this school teaches cross-body/,
      finding(plan(warm, same, school: school(pairing: "cross-body")), "pairing").reason)
    refute_fires "pairing", plan(warm, cross, school: school(pairing: "cross-body"))
    assert_fires "pairing", plan(warm, cross, school: school(pairing: "same-side"))
    refute_fires "pairing", plan(warm, same, cross, cross, school: school(pairing: "cross-body"))
    refute_fires "pairing", plan(warm, same)
  end

  def test_turns_that_do_not_come_out_even
    uneven = block("partner", round("1-2", work: 120, swap: "every", every: 40))
    assert_match(/1:20 and 0:40/, finding(plan(uneven), "uneven-turns").reason)
    assert_mends plan(uneven), "uneven-turns", "1:20 of work", "2:40 of work", "Turns of 0:30"
    half_minute = block("partner", round("1-2", work: 120, swap: "every", every: 30))
    refute_fires "uneven-turns", plan(half_minute)
    assert_match(/trio.*1:00, 0:30 and 0:30/, finding(plan(half_minute, students: 7), "uneven-trio").reason)
    assert_mends plan(half_minute, students: 7), "uneven-trio", "3:00 of work, even for pairs and trio"
    refute_fires "uneven-trio", plan(half_minute, students: 8)
  end

  def test_pads_with_nobody_to_hold_them
    assert_mends plan(block("mitts", round("1-2"))), "no-holder", "In pairs, change at half time", "On a hanging bag"
    refute_fires "no-holder", plan(block("mitts", round("1-2", swap: "round"), round("1-2", swap: "round")))
  end

  def test_rounds_that_change_striker_and_stop_halfway
    odd = plan(block("mitts", round("1-2", swap: "round", repeat: 3)))
    assert_mends odd, "uneven-rounds", "\"1-2\" 4 times", "\"1-2\" 2 times", "Change at half time"
    refute_fires "uneven-rounds", plan(block("mitts", round("1-2", swap: "round"), round("1-2", swap: "round")))
  end

  def test_phases_that_fall_to_one_partner
    phases = [Card::Phase.new(name: "own stance", seconds: 60), Card::Phase.new(name: "other stance", other: true)]
    unfair = plan(block("partner", round("1-2", work: 120, swap: "even", phases: phases)))
    assert_match(/"own stance" falls unevenly.*1:00 and 0:00/, finding(unfair, "phase-by-partner").reason)
    assert_equal "Change every 0:30", finding(unfair, "phase-by-partner").mends.first.label
    refute_fires "phase-by-partner", plan(block("bag", round("1-2", work: 120, phases: phases)))
  end

  KIT = {"focus-mitts" => 5, "long-pads" => 3, "hanging-bag" => 6, "kick-shield" => 7}.freeze

  def test_fewer_pads_than_pairs
    scarce = plan(warm, block("pads", round("1-2", swap: "even")), block("bag", round("1-2", swap: "even")), cool,
      students: 12, school: school(kit: KIT))
    assert_match(/6 sets of long pads are needed and the club owns 3/, finding(scarce, "kit-short").reason)
    assert_mends scarce, "kit-short", "On kick shield instead", "Half here, half at bag, then change"
    refute_fires "kit-short", plan(block("pads", round("1-2", swap: "even")), students: 6, school: school(kit: KIT))
    refute_fires "kit-short", plan(block("pads", round("1-2", swap: "even")), students: 12)
  end

  def test_kit_never_owned_is_a_fault
    none = plan(block("bag", round("1-2", implement: "tyre")), students: 4, school: school(kit: KIT))
    assert_equal :fault, finding(none, "kit-short").severity
    assert_mends none, "kit-short", "On hanging bag instead"
  end

  def test_more_students_than_bags_share_them
    shared = plan(warm, block("bag", round("1-2")), cool, students: 12, school: school(kit: KIT))
    assert_match(/12 sets of hanging bag are needed and the club owns 6: shared out, 6 groups of 2/,
      finding(shared, "kit-short").reason)
    assert_mends shared, "kit-short", "On kick shield instead", "Two at each, in turns"
  end

  def test_a_hall_too_small
    small = school(hall: 40)
    assert_match(/14 students at "1-2" need about 56 m² and the hall has 40/,
      finding(plan(block("bag", round("1-2")), students: 14, school: small), "hall-full").reason)
    refute_fires "hall-full", plan(block("bag", round("1-2")), students: 14, school: school(hall: 60))
    refute_fires "hall-full", plan(block("bag", round("1-2")), students: 14)
  end

  # Steps want the floor of their path and a metre round it; a path longer than the hall's side leaves it. Common
  # practice, no source.
  def test_steps_and_the_hall
    steps = ->(text) { block("technique", drilled([text], work: 60)) }
    hall = school(hall: 36) # taken for 6 m by 6 m
    long = plan(steps["step in 5m-step in 1m"], students: 4, school: hall)
    assert_match(/goes 6 m and leaves the hall, which is about 6 m long/, finding(long, "hall-full").reason)
    assert_equal :fault, finding(long, "hall-full").severity
    # 2 m by 2 m, and a metre more both ways: 9 m² each
    square = "step in 1m-step in 1m-step left 1m-step left 1m-step out 1m-step out 1m-step right 1m-step right 1m"
    assert_match(/5 students at "Drill" need about 45 m² and the hall has 36/,
      finding(plan(steps[square], students: 5, school: hall), "hall-full").reason)
    refute_fires "hall-full", plan(steps[square], students: 4, school: hall)
    assert_includes plan(steps[square]).tasks.values.first.kit, "4 cones"
  end

  def test_circuits
    rounds = [round("1-2", work: 120, implement: "hanging-bag"), round("1-2", work: 90, implement: "hanging-bag")]
    assert_mends plan(block("circuit", *rounds)), "circuit-bells", "2:00 at every station"
    full = plan(block("circuit", *rounds.map { |each| each.but(work: 120) }), students: 5)
    assert_match(/5 students at 2 stations: 3 groups wait/, finding(full, "circuit-waiting").reason)
    assert_mends full, "circuit-waiting", "3 at every station"
    held = plan(block("circuit", round("1-2", implement: "focus-mitts"), round("1-2", implement: "hanging-bag")))
    assert_mends held, "circuit-holder", "Two at every station", "On a hanging bag"
  end

  def test_kicks_traded_without_shin_pads
    traded = drilled(["1-rear low kick"], drill_implement: "partner", kit: ["gloves"], swap: "even")
    assert_mends plan(warm, block("partner", traded)), "bare-trades", "Shin pads on"
    assert_equal :fault, finding(plan(warm, block("partner", traded), juniors: true), "bare-trades").severity
    refute_fires "bare-trades", plan(warm, block("partner", round("1-rear low kick", swap: "even")))
    refute_fires "bare-trades", plan(warm, block("partner", traded.but(contact: false)))
  end

  def test_juniors_have_no_head_contact_and_short_rounds
    juniors = plan(warm, block("partner", round("1-2", work: 180, swap: "even")), cool, juniors: true)
    assert_equal [:fault, :cue], juniors.findings.select { |each| each.rule == "juniors" }.map(&:severity)
    refute_fires "juniors",
      plan(warm, block("partner", round("1-2", work: 90, swap: "even", contact: false)), cool, juniors: true)
    refute_fires "juniors", plan(warm, block("partner", round("1-2", work: 180, swap: "even")), cool)
  end

  def held(*blocks) =
    Card::Person.new(id: 1, name: "Bram",
      holds: [Care::Hold.new(matter: "hand or wrist", blocks: blocks, from: Date.new(2026, 1, 1))])

  def test_holds_are_respected
    card = [warm, block("pads", round(KICK, effort: 8, swap: "even")), cool]
    hand = finding(plan(*card, roster: [held("right hand")]), "held")
    assert_equal ["Bram must not strike with the right hand: 1 round of this card.",
      ["#{KICK}: the part 3-rear kick of it."]], [hand.reason, hand.details]
    both = finding(plan(*card, roster: [held("holding", "hard effort")]), "held")
    assert_match(/must not hold or work hard/, both.reason)
    assert_match(/strikes only.*easy effort/, both.details.first)
    refute_fires "held", plan(*card, roster: [held("left leg")])
    refute_fires "held", plan(*card)
  end

  def test_a_hold_is_told_once_for_all_its_rounds
    told = plan(warm, block("bag", round("1-2"), round("2-1"), round("1-1")), cool, roster: [held("right hand")])
      .findings.select { |each| each.rule == "held" }
    assert_equal [["Bram must not strike with the right hand: 2 rounds of this card.",
      ["1-2, 2-1: the part 1 of it."]]], told.map { |each| [each.reason, each.details] }
  end

  def test_faults_and_cautions_of_the_combinations
    kick = plan(block("mitts", round("1-rear kick", swap: "even")))
    assert_equal :fault, finding(kick, "wrong-implement").severity
    assert_mends kick, "wrong-implement", "On long pads"
    assert_includes rules(plan(block("bag", round("2-rear low kick")))), "leg-target"
  end

  def test_a_drill_taken_off_the_shelf_since
    gone = Card::Round.new(title: "Old", combination: named("1-2", archived: true))
    assert_match(/taken off the shelf since/, finding(plan(block("bag", gone)), "gone").reason)
  end

  def test_worst_first_then_in_order_of_the_card
    whole = plan(block("bag", round(KICK, effort: 8), round("1-2", implement: "tyre", swap: "every", every: 70)),
      students: 3, school: school(kit: KIT))
    assert_equal whole.findings.map(&:rank), whole.findings.map(&:rank).sort
  end

  def test_a_quiet_card
    quiet = plan(warm, block("technique", round("1-2", effort: 4, rung: "air")),
      block("bag", round("1-2", effort: 6, rung: "count")), cool)
    assert_empty rules(quiet)
  end

  # 1-2 at 140 and 0.6 s of pause is 82 strikes a minute for one alone; before → now → said or not
  def test_a_round_that_got_busier_at_the_same_effort
    slow, quick, harder = round("1-2", title: "Bag", pause: 2), round("1-2", title: "Bag"),
      round("1-2", title: "Bag", effort: 7)
    was = plan(block("bag", slow))
    now = ->(one) { was.with(blocks: [block("bag", one)], before: was) }
    found = finding(now.call(quick), "denser")
    assert_match(/\ABag comes to 82 strikes a minute; it was 42 at the same planned effort/, found.reason)
    assert_equal ["Effort 6"], found.mends.map(&:label)
    assert_equal 6, found.mends.first.blocks.first.rounds.first.effort
    [harder, slow, round("1-2", title: "Bag", pause: 1.5r)].each { |one| refute_fires "denser", now.call(one) }
    refute_fires "denser", plan(block("bag", quick))
  end
end
