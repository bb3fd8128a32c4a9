require "support/cards"

# Sums of a class that coaches know by heart. All of them: common practice, no source.
class ClassSumsTest < Minitest::Test
  include CardTest

  def test_thirteen_sets_counted_ten_times_on_both_sides_are_520_strikes
    pairs = %w[1-2 1-1 2-3 3-2 2-1 1-6 5-2 3-4 4-3 6-5 1-3 2-5 1b-2]
    whole = plan(block("technique", drilled(pairs, manner: "counted", count: 10, both_sides: true, work: 10)))
    assert_equal [13, 520], [pairs.size, whole.counts.strikes]
  end

  def test_ten_stations_of_two_minutes_with_half_a_minute_between_take_24_30
    assert_equal 24 * 60 + 30,
      plan(block("circuit", *Array.new(10) { round("1-2", work: 120, rest: 30, implement: "hanging-bag") })).total
  end

  def test_eight_techniques_a_minute_each_in_the_air_and_again_on_pads_are_sixteen_minutes_of_work
    eight = ["1", "2", "3", "4", "5", "6", "rear kick", "rear knee"]
    whole = plan(block("technique", *eight.map { |text| round(text, work: 60) }),
      block("pads", *eight.map { |text| round(text, work: 60, swap: "even") }))
    assert_equal 16 * 60, whole.work_seconds
  end

  def test_tens_to_a_count_then_two_minutes_on_the_clock
    # ten sets of two beats at 140 a minute with 0.6 s between take 13.97 s; the clock comes on top
    whole = plan(block("mitts",
      drilled(%w[1-2], manner: "counted-then-clocked", count: 10, work: 120, drill_implement: "focus-mitts")))
    assert_equal 14 + 120, whole.total
    assert_equal 10 + 82, whole.share.sets
  end

  def test_partners_changing_every_half_minute_in_two_minutes_strike_a_minute_each
    work = Card::Turns.new(work: 120, swap: "every", every: 30)
    assert_equal [60, 60], work.striking
  end

  def test_three_in_the_same_round_do_not_come_out_even
    trio = Card::Turns.new(work: 120, swap: "every", every: 30, seats: 3)
    assert_equal [60, 30, 30], trio.striking
    assert_includes trio.even_settings, {work: 90, every: 30}
    assert_includes trio.even_settings, {work: 120, every: 40}
  end
end
