require "support/cards"

# What is heard inside the work of a round.
class WorkCuesTest < Minitest::Test
  include CardTest

  Floor = JauntyBell::Core::Floor

  def sheet(round, kind: "bag", seed: 0, weights: {}, **company) =
    Floor::CueSheet.new(plan(block(kind, round), **company), seed: seed, weights: weights)

  def cues(round, *kinds, **more) =
    sheet(round, **more).segments.find { |segment| segment.kind == :work }.cues
      .select { |cue| kinds.include?(cue.kind) }

  def told(...) = cues(...).map { |cue| [cue.kind, cue.at, cue.text] }

  def test_a_count_is_called_set_by_set_then_on_the_other_side
    # 1-2 at 120 beats a minute: 1 s a set, 1 s between two; two counts of three
    counted = drilled(["1-2"], manner: "counted", count: 3, both_sides: true, tempo: 120, pause: 1, work: 5)
    assert_equal [[:count, 0, "1"], [:count, 2_000, "2"], [:count, 4_000, "3"], [:side, 6_000, "Other side. 1"],
      [:count, 8_000, "2"], [:count, 10_000, "3"]], told(counted, :count, :side)
    assert_equal ["other side", "one"], cues(counted, :side).first.say
  end

  def test_a_pool_is_counted_one_after_the_other_each_named
    pool = drilled(%w[1-2 2-3], manner: "counted", count: 2, tempo: 120, pause: 1, work: 600)
    assert_equal [[:count, 0, "1"], [:count, 2_000, "2"], [:phase, 4_000, "cross, lead hook"], [:count, 6_000, "1"],
      [:count, 8_000, "2"]], told(pool, :count, :phase)
    assert_equal ["cross", "lead", "hook"], cues(pool, :phase).first.say
    pairs = drilled(%w[1-2 2-3], manner: "counted", count: 2, tempo: 120, pause: 1, work: 600,
      drill_implement: "focus-mitts", swap: "even", swap_time: 5)
    assert_equal [[:swap, 9_000, "Change. jab, cross"]], told(pairs, :swap, kind: "mitts")
    assert_equal 8, cues(pairs, :count, kind: "mitts").size
    assert_empty cues(pool, :interval_on, :swap, :go)
  end

  # Thirteen pairs of two strikes, ten times, on both sides: 260 counts, and nobody is left in silence before the bell.
  def test_the_voice_counts_to_the_end_of_the_round
    pool = %w[1 2 3 4 5 6].repeated_permutation(2).map { |two| two.join("-") }.first(13)
    round = drilled(pool, manner: "counted", count: 10, both_sides: true, work: 180)
    segment = Floor::CueSheet.new(plan(block("bag", round), minutes: 60)).segments.find { |one| one.kind == :work }
    counts = segment.cues.select { |cue| cue.kind == :count || cue.text.to_s.end_with?("Other side. 1") }
    assert_equal 260, counts.size
    assert_equal 12, segment.cues.count { |cue| cue.kind == :phase && cue.say.any? }
    assert_operator segment.duration - counts.last.at, :<=, 2_000
  end

  def test_partners_count_one_after_the_other_then_go_on_the_clock
    counted = drilled(["1-2"], manner: "counted-then-clocked", count: 2, tempo: 120, pause: 1, work: 60,
      drill_implement: "focus-mitts", swap: "even", swap_time: 5)
    # 3 s for one, 5 s to change, 3 s for the other; then a minute, a change of 5 s in its middle
    assert_equal [[:count, 0, "1"], [:count, 2_000, "2"], [:swap, 3_000, "Change"], [:count, 8_000, "1"],
      [:count, 10_000, "2"], [:phase, 11_000, "Own time"],
      [:swap, 38_500, "Change"], [:go, 43_500, nil]], told(counted, :count, :swap, :phase, :go, kind: "mitts")
  end

  def test_partners_swap
    every = round("1-2", work: 120, swap: "every", every: 30, swap_time: 0)
    assert_equal [30_000, 60_000, 90_000], told(every, :swap).map { |_, at, _| at }
    even = cues(round("1-2", work: 120, swap: "even", swap_time: 10), :swap, :go)
    assert_equal [[:swap, 55_000, "share"], [:go, 65_000, "share"]], even.map { |cue| [cue.kind, cue.at, cue.anchor] }
  end

  def test_inner_intervals_and_phases
    burst = round("1-2", work: 60, on: 20, off: 10)
    assert_equal [[:interval_off, 20_000], [:interval_on, 30_000], [:interval_off, 50_000]],
      told(burst, :interval_on, :interval_off).map { |kind, at, _| [kind, at] }
    phased = round("1-2", work: 180,
      phases: [Card::Phase.new(name: "lead stance"), Card::Phase.new(name: "moving", seconds: 60, other: true),
        Card::Phase.new(name: "burst", seconds: 30)])
    ahead = ->(at, *words) { at - Floor::Voice.default.length(words) - 400 }
    assert_equal [[:phase, 1_200, "lead stance"], [:phase, ahead[90_000, "other stance", "moving"],
      "Other stance. moving"], [:go, 90_000, nil], [:phase, ahead[150_000, "burst"], "burst"], [:go, 150_000, nil]],
      told(phased, :phase, :go)
    assert_equal [%w[lead], ["other stance", "moving"], %w[burst]], cues(phased, :phase).map(&:say)
  end

  def test_no_inner_bell_rings_inside_a_changeover
    round = round("1-2", work: 130, on: 20, off: 10, swap: "every", every: 60, swap_time: 10)
    assert_equal [[:interval_off, 20_000], [:interval_on, 30_000], [:interval_off, 50_000], [:swap, 60_000],
      [:go, 70_000], [:interval_off, 90_000], [:interval_on, 100_000], [:interval_off, 120_000]],
      told(round, :interval_on, :interval_off, :swap, :go).map { |kind, at, _| [kind, at] }
  end

  POOL = ["1-2", "1-2-3", "2-3-2"].freeze

  def called(**facts) = drilled(POOL, manner: "called", tempo: 120, pause: 1, work: 180, rung: "call", **facts)

  def test_calls_are_spaced_and_done_before_the_bell
    calls = cues(called, :call)
    assert_operator calls.size, :>, 30
    calls.each_cons(2) do |one, two|
      set = read(one.combination_id).actions.size * 0.5
      assert_operator two.at - one.at, :>=, one.length + (set + 1) * 1000, "time to hear it, do it and come home"
      assert_operator two.at - one.at, :>=, 2_000
    end
    assert_operator calls.last.at + calls.last.length, :<=, 180_000
    slow = cues(called(rung: "air"), :call)
    assert(slow.each_cons(2).all? { |one, two| two.at - one.at >= 4_000 })
  end

  def test_the_same_seed_calls_the_same
    drawn = ->(seed) { cues(called, :call, seed: seed).map(&:combination_id) }
    assert_equal drawn.call(3), drawn.call(3)
    assert_operator (1..5).map(&drawn).uniq.size, :>, 3
  end

  def test_never_three_alike_and_what_is_due_comes_more_often
    40.times do |seed|
      ids = cues(called, :call, seed: seed, weights: {"1-2" => 5}).map(&:combination_id)
      refute(ids.each_cons(3).any? { |three| three.uniq.size == 1 })
    end
    plain, heavy = [{}, {"2-3-2" => 5}].map { |weights|
      (1..30).sum do |seed|
        cues(called, :call, seed: seed, weights: weights).count { |cue| cue.combination_id == "2-3-2" }
      end
    }
    assert_operator heavy, :>, plain * 1.3
    assert_equal [1, 3, 5, 2],
      [[0, 0], [1, 0], [1, 1], [0, 0.5]].map { |due, weak| Floor::Calls.weight(due: due, weak: weak) }
  end

  def test_a_pool_of_one_is_called_again_and_again
    assert_operator cues(drilled(["1-2"], manner: "called", work: 60), :call).size, :>, 5
  end

  def test_calls_keep_to_the_turns_and_intervals
    turns = cues(called(swap: "every", every: 30, swap_time: 10), :call)
    assert(turns.all? { |cue| (cue.at % 40_000) + cue.length < 30_000 }, turns.map(&:at).inspect)
    bursts = cues(called(on: 20, off: 10), :call)
    assert(bursts.all? { |cue| (cue.at % 30_000) + cue.length < 20_000 })
  end
end
