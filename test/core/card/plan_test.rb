require "support/cards"

class PlanTest < Minitest::Test
  include CardTest

  # [work, rest, explain] of each round → total seconds; the last rest is not counted
  TOTALS = {
    [[180, 60, 0]] => 180, [[180, 60, 0], [180, 60, 0]] => 420, [[300, 0, 0], [180, 60, 30], [120, 30, 15]] => 705,
    [] => 0, ([[120, 30, 0]] * 10) => 24 * 60 + 30
  }.freeze

  def test_totals
    TOTALS.each do |rounds, total|
      assert_equal total,
        plan(block("finisher", *rounds.map { |work, rest, explain| round(work: work, rest: rest, explain: explain) }))
          .total, rounds.inspect
    end
  end

  def test_over_and_to_spare
    rounds = Array.new(4) { round(work: 180, rest: 60) }
    four = block("finisher", *rounds)
    assert_equal [60, -60], [plan(four, minutes: 14).over, plan(four, minutes: 16).over]
  end

  def test_runs_on_the_clock
    runs = plan(block("finisher", round(work: 180, rest: 60, explain: 30), round(work: 120, rest: 30))).runs
    assert_equal [[0, 30, 210, 60], [270, 270, 390, 0]], runs.map { |run| [run.from, run.bell, run.bell_end, run.rest] }
  end

  def test_a_round_repeated_is_explained_once
    runs = plan(block("finisher", round(work: 60, rest: 30, explain: 20, repeat: 3))).runs
    assert_equal [[20, 60, 30], [0, 60, 30], [0, 60, 0]], runs.map { |run| [run.explain, run.work, run.rest] }
  end

  # [block and implement of each round] → seconds of changeover before each: gloves 60, mitts or pads 20, the longer
  # where both
  CHANGES = {
    %w[bag bag] => [0, 0], %w[technique bag] => [0, 60], %w[technique mitts] => [0, 60], %w[mitts pads] => [0, 20],
    %w[mitts mitts] => [0, 0],
    %w[pads bag pads] => [0, 0, 20], %w[bag technique bag] => [0, 0, 0], %w[mitts technique mitts] => [0, 0, 20]
  }.freeze

  def test_changeovers
    CHANGES.each do |kinds, seconds|
      assert_equal seconds, plan(*kinds.map { |kind| block(kind, round("1-2")) }).runs.map(&:change), kinds.inspect
    end
  end

  def test_bare_hands_between_take_the_gloves_off
    rope = round(exercise: Lexicon::Exercises.default["rope"])
    assert_equal [0, 0, 60],
      plan(block("bag", round("1-2")), block("finisher", rope), block("bag", round("1-2"))).runs.map(&:change)
  end

  def test_the_club_s_own_changeovers_and_the_round_s_own
    slow = school(changeovers: {"gloves" => 90})
    blocks = [block("technique", round("1-2")), block("bag", round("1-2"))]
    assert_equal [0, 90], plan(*blocks, school: slow).runs.map(&:change)
    assert_equal [0, 15], plan(blocks[0], block("bag", round("1-2", change: 15))).runs.map(&:change)
  end

  # round facts on 2:00 of work → seconds each student of a pair strikes, holds, stands
  SHARES = {
    {swap: "alone"} => [120, 0, 0], {swap: "even"} => [60, 60, 0], {swap: "every", every: 30} => [60, 60, 0],
    {swap: "every", every: 40} => [60, 60, 0], {swap: "even", swap_time: 20} => [50, 50, 20],
    {swap: "every", every: 30, swap_time: 10} => [45, 45, 30], {swap: "round"} => [60, 60, 0]
  }.freeze

  def test_shares_of_a_round_with_a_partner
    SHARES.each do |facts, seconds|
      share = plan(block("partner", round("1-2", work: 120, **facts))).share
      assert_equal seconds, [share.striking, share.holding, share.standing].map(&:to_i), facts.inspect
    end
  end

  def test_mitts_change_hands_in_the_club_s_time
    share = plan(block("mitts", round("1-2-3b-2", work: 180, swap: "even"))).share
    assert_equal [80, 80, 20], [share.striking, share.holding, share.standing].map(&:to_i)
    assert_equal share.strikes, share.impacts
  end

  def test_a_trio_strikes_a_third
    trio = plan(block("partner", round("1-2", work: 120, swap: "even")), students: 7).trio_share
    assert_equal [40, 40, 40], [trio.striking, trio.holding, trio.standing].map(&:to_i)
    assert_nil plan(block("partner", round("1-2", work: 120, swap: "even")), students: 8).trio_share
  end

  def test_active_rest_and_inner_intervals
    assert_equal [30, 0],
      plan(block("bag", round("1-2", rest: 30, active: true), round("1-2"))).share
        .then { |share| [share.moving, share.resting] }
    still = plan(block("bag", drilled(%w[1-2], manner: "burst", on: 20, off: 10, work: 120))).share
    assert_equal [80, 40, 0], [still.striking, still.resting, still.moving].map(&:to_i)
    active = plan(block("bag", drilled(%w[1-2], manner: "burst", on: 20, off: 10, rest: "active", work: 120))).share
    assert_equal [80, 0, 40], [active.striking, active.resting, active.moving].map(&:to_i)
  end

  def test_sets_begin_anew_in_every_turn_and_every_burst
    # 1-2 takes 60·2/140 s and 0.6 s of pause: 41 sets in a minute, 21 in half a minute
    assert_equal [41, 42],
      [plan(block("partner", round("1-2", work: 120, swap: "even"))),
        plan(block("partner", round("1-2", work: 120, swap: "every", every: 30)))].map { |each| each.share.sets.to_i }
    assert_equal 4 * 14, plan(block("bag", round("1-2", work: 120, on: 20, off: 10))).share.sets
  end

  def test_both_sides_and_phases_mirror
    hands = plan(block("bag", round("1-1", work: 30, both_sides: true))).counts.by_hand
    assert_equal hands[:left], hands[:right]
    phases = [Card::Phase.new(name: "own", seconds: 60), Card::Phase.new(name: "other", other: true)]
    hands = plan(block("bag", round("1-1", work: 120, phases: phases))).counts.by_hand
    assert_equal hands[:left], hands[:right]
    assert_operator hands[:left], :>, 0
  end

  def test_kicks_are_counted_by_leg
    # 2.75 beats at 84 a minute and a third of a second between: 65 sets in 2:30
    assert_equal({left: 0, right: 65},
      plan(block("bag", round("1-rear kick", work: 150, pause: 1/3r, tempo: 84))).counts.by_leg)
  end

  def test_kicks_after_hands_are_counted_by_pairing
    assert_equal({cross_body: 1, same_side: 2},
      Bench::Counts.of(read("1-rear kick-2-rear knee-1-lead push kick-feint 1-rear kick")).by_pairing)
    assert_equal({cross_body: 0, same_side: 0}, Bench::Counts.of(read("1-slip rear-rear kick")).by_pairing)
  end

  def test_a_school_that_works_continuously
    steady, paused = [school(continuous: true), school].map { |one|
      plan(block("bag", round("1-2", work: 60)), school: one).share.sets
    }
    assert_equal [70, 41], [steady, paused]
    assert_equal 41,
      plan(block("bag", round("1-2", work: 60, pause: 3/5r)), school: school(continuous: true)).share.sets
  end

  # a drill with a count, on 60 s of work → whole seconds of work: ten sets of 6/7 s and nine pauses of 0.6 s are 13.97
  # s
  def test_counted_rounds_take_as_long_as_the_count
    tens = {count: 10, drill_implement: "hanging-bag"}
    {["counted", 60] => 14, ["counted", 10] => 14, ["counted-then-clocked", 120] => 134}
      .each do |(manner, work), seconds|
      assert_equal seconds, plan(block("bag", drilled(%w[1-2], manner: manner, work: work, **tens))).total,
        "#{manner}, #{work} s written"
    end
  end

  # pool, count, both sides → sets and strikes of one student, by hand: sets = pairs × count × sides, two strikes each
  COUNTED = {
    [["1-2"], 10, false] => [10, 20], [["1-2"], 10, true] => [20, 40], [%w[1-2 1-3 2-3], 10, true] => [60, 120],
    [%w[1-2 1-2 2-3], 5, false] => [15, 30],
    [%w[1 2 3 4 5 6].repeated_permutation(2).map { |two| two.join("-") }.first(13), 10, true] => [260, 520]
  }.freeze

  def test_a_count_means_the_count
    COUNTED.each do |(pool, count, both), expected|
      %w[alone even round].product([30, 180, 900]) do |swap, work|
        round = drilled(pool, manner: "counted", count: count, both_sides: both, work: work, swap: swap,
          repeat: (swap == "round") ? 2 : 1, drill_implement: "focus-mitts")
        share = plan(block("mitts", round)).share
        assert_equal expected, [share.sets, share.strikes], "#{pool.size} × #{count}, #{swap}, #{work} s"
        assert_equal (swap == "alone") ? 0 : expected.last, share.impacts
      end
    end
  end

  def test_the_next_of_a_pool_is_named_before_it_is_counted
    # 2 × 3 sets of 1 s and a pause of 1 s after each but the last; two seconds to say "cross, lead hook"
    round = drilled(%w[1-2 2-3], manner: "counted", count: 3, tempo: 120, pause: 1, work: 600)
    assert_equal 6 + 5 + 2, plan(block("bag", round)).total
  end

  def test_repetitions_take_the_club_s_time
    core = round(exercise: Lexicon::Exercises.default["core-work"], reps: 30, work: 10)
    assert_equal 90, plan(block("finisher", core)).total
    assert_equal 60, plan(block("finisher", core), school: school(seconds_per_rep: 2)).total
  end

  def test_pools_ladders_and_series
    ladder = plan(block("bag", drilled(%w[1-2-3], manner: "ladder", work: 60))).counts
    assert_operator ladder.by_technique["jab"], :>, ladder.by_technique["cross"]
    assert_operator ladder.by_technique["cross"], :>, ladder.by_technique["hook"]
    series = plan(block("bag", drilled(%w[1-2 3-4], manner: "series", work: 180))).counts.by_technique
    assert_in_delta series["jab"], series["hook"] / 2, 1
  end

  def test_the_version_for_the_rung_is_drilled
    facts = {manner: "clocked", versions: {"move" => 1}, work: 60}
    assert_equal %w[jab cross],
      plan(block("bag", drilled(%w[1-2 3-4], rung: "clock", **facts))).counts.by_technique.keys
    assert_equal %w[hook], plan(block("bag", drilled(%w[1-2 3-4], rung: "move", **facts))).counts.by_technique.keys
  end

  def test_planned_load_is_mean_effort_by_work_time
    both = plan(block("warm-up", round(work: 300, effort: 3)), block("bag", round("1-2", work: 300, effort: 7)))
    assert_in_delta 300, both.planned_load
    burst = round("1-2", work: 120, effort: 6,
      phases: [Card::Phase.new(name: "steady", seconds: 90), Card::Phase.new(name: "all out", effort: 10)])
    assert_in_delta 7 * 60, plan(block("bag", burst)).planned_load
    assert_equal 0, plan.planned_load
  end

  # Property: every second of the class is one of the five.
  def test_a_student_s_seconds_are_all_of_the_class
    random = Random.new(5)
    100.times do
      swaps = [{swap: "alone"}, {swap: "even"}, {swap: "every", every: random.rand(10..70)}, {swap: "round"},
        {swap: "n for n", every: random.rand(1..4)}]
      rounds = Array.new(random.rand(1..5)) do
        round(["1-2", "1-2-3b-2", nil].sample(random: random), work: random.rand(80..200), rest: random.rand(0..60),
          explain: random.rand(0..40), active: random.rand < 0.3, repeat: random.rand(1..3),
          **swaps.sample(random: random))
      end
      whole = plan(block(%w[partner mitts bag circuit].sample(random: random), *rounds), students: random.rand(1..25))
      assert_equal whole.total, whole.share.seconds, rounds.inspect
      assert_equal whole.total, whole.trio_share.seconds, rounds.inspect if whole.trio_share
      assert_equal whole.total, whole.runs.last.bell_end
    end
  end

  # a fact out of reason → the path it is refused with
  REFUSED = {
    {work: 0} => "work_s", {work: -5} => "work_s", {work: 3601} => "work_s", {work: 1.5} => "work_s",
    {rest: -1} => "rest_s", {explain: 4000} => "explain_s", {effort: 11} => "effort", {effort: -1} => "effort",
    {title: " "} => "title", {swap: "trio"} => "swap", {rung: "moon"} => "rung", {repeat: 0} => "repeat",
    {swap: "every"} => "every", {swap: "n for n"} => "every", {swap: "every", every: 200} => "every",
    {on: 100, off: 100} => "on_s", {on: 20} => "on_s", {capacity: 0} => "capacity", {reps: 0} => "reps",
    {intensity: "brutal"} => "intensity", {change: -1} => "change_s",
    {phases: [Card::Phase.new(name: "long", seconds: 181)]} => "phases",
    {phases: [Card::Phase.new(name: "one"), Card::Phase.new(name: "two")]} => "phases",
    {phases: [Card::Phase.new(name: "bad", effort: 12)]} => "phases/0/effort"
  }.freeze

  def test_what_is_out_of_reason_is_refused_with_its_place
    REFUSED.each do |change, field|
      error = assert_raises(Core::InvalidInput, change.inspect) do
        plan(block("bag", round), block("bag", round, round(**change)))
      end
      assert_equal "blocks/1/rounds/1/#{field}", error.path
    end
    [0, 361, 59.5].each do |minutes|
      assert_equal "minutes", assert_raises(Core::InvalidInput) { plan(minutes: minutes) }.path
    end
    {block("brawl") => "blocks/0/kind", block("circuit") => "blocks/0/rounds",
     block("bag", laps: 0) => "blocks/0/laps", block("bag", importance: 6) => "blocks/0/importance",
     block("bag", work: [90, 60]) => "blocks/0/work"}
      .each { |bad, path| assert_equal path, assert_raises(Core::InvalidInput) { plan(bad) }.path }
  end
end
