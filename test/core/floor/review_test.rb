require "test_helper"
require "jaunty_bell/stand_ins"

# A round as a strike sensor felt it.
class ReviewTest < Minitest::Test
  include CoreTest

  Floor = JauntyBell::Core::Floor
  StandIns = JauntyBell::StandIns

  def planned(text, tempo: 120, pause: 1, stance: :orthodox)
    reading = Notation::Reading.new(stance: stance)
    Floor::Review::Planned.of(read(text), reading, tempo: tempo, pause: pause)
  end

  def review(plan, *strikes) = Floor::Review.new(strikes.map { |at, hand, g| Floor::Strike.new(at: at, hand: hand, g: g || 20) }, plan: plan)

  L, R = :left, :right

  def test_what_is_planned
    plan = planned("1-2-lead kick-3b")
    assert_equal [[L, R, L], 3], [plan.hands, plan.times.size], "a kick is not seen"
    assert_equal [R, L], planned("1-2", stance: :southpaw).hands
    assert_equal [[0, 0.5], 1.5], planned("1-2").then { |each| [each.times, each.gap] }, "the second beat and the pause lie between two sets"
  end

  # strikes of 1-2 at 120 a minute with a second's pause → [sets, whole, missed, wrong, extra]
  CASES = {
    [[0, L], [500, R], [2_000, L], [2_500, R]] => [2, 2, 0, 0, 0],
    [[0, L], [2_000, L], [2_500, R]] => [2, 1, 1, 0, 0],
    [[0, L], [500, R], [2_000, L], [2_250, L], [2_500, R]] => [2, 2, 0, 0, 1],
    [[0, L], [500, L], [2_000, L], [2_500, R]] => [2, 1, 0, 1, 0],
    [[0, R], [500, R]] => [1, 0, 0, 1, 0],
    [] => [0, 0, 0, 0, 0]
  }.freeze

  def test_sets_missed_wrong_and_extra
    CASES.each do |strikes, expected|
      found = review(planned("1-2"), *strikes)
      assert_equal expected, [found.sets.size, found.whole, found.missed, found.wrong, found.extra], strikes.inspect
    end
  end

  def test_a_strike_that_is_missing_does_not_make_two_sets_of_one
    plan = planned("1-2-3-2") # half a second each, then half a second and the pause
    found = review(plan, [0, L], [500, R], [1_500, R], [3_000, L], [3_500, R], [4_000, L], [4_500, R])
    assert_equal [2, 1, 1], [found.sets.size, found.whole, found.missed]
  end

  def test_rhythm_drift_fade_and_sides
    slower = Array.new(24) { |i| [[i * 3_000, L, 30 - i], [i * 3_000 + 500 + i * 10, R, 15]] }.flatten(1)
    found = review(planned("1-2"), *slower)
    assert_in_delta (500 + 115) / 500.0, found.pace, 1e-9
    assert_in_delta (695 - 535) / 535.0, found.drift, 1e-9
    assert_operator found.fade, :<, -0.2
    assert_in_delta 0.5, found.left, 1e-9
    assert_in_delta (30 * 24 - 276) / (30.0 * 24 - 276 + 15 * 24), found.left_force, 1e-9
    even = review(planned("1-2"), *Array.new(24) { |i| [[i * 2_000, L], [i * 2_000 + 500, R]] }.flatten(1))
    assert_equal [0, 0, 0], [even.spread, even.drift, even.fade]
    assert_equal [nil, nil, nil, nil], review(planned("1-2"), [0, L], [500, R]).then { |few| [few.spread, few.drift, few.fade, review(planned("1-2")).left] }
  end

  # Every way to lay struck hands against planned ones.
  def cheapest(planned, struck)
    return struck.size * Floor::Alignment::EXTRA if planned.empty?
    return planned.size * Floor::Alignment::MISSED if struck.empty?
    [cheapest(planned.drop(1), struck.drop(1)) + ((planned[0] == struck[0]) ? 0 : Floor::Alignment::WRONG), cheapest(planned.drop(1), struck) + Floor::Alignment::MISSED,
      cheapest(planned, struck.drop(1)) + Floor::Alignment::EXTRA].min
  end

  def test_the_alignment_is_the_cheapest_of_all
    random = Random.new(2)
    200.times do
      planned, struck = Array.new(2) { Array.new(random.rand(0..6)) { [L, R].sample(random: random) } }
      laid = Floor::Alignment.new(planned, struck)
      assert_equal cheapest(planned, struck), laid.cost
      assert_equal [planned.each_index.to_a, struck.each_index.to_a], [laid.steps.filter_map(&:first), laid.steps.filter_map(&:last)], "everything once, in order"
      paid = laid.steps.sum { |i, j|
        if i.nil?
          Floor::Alignment::EXTRA
        elsif j.nil?
          Floor::Alignment::MISSED
        else
          (planned[i] == struck[j]) ? 0 : Floor::Alignment::WRONG
        end
      }
      assert_equal laid.cost, paid
    end
  end

  def test_what_a_device_sends_that_cannot_be_read
    strikes, bad = Floor::Strike.lines("ms,hand,g\n100,left,20.5\n\nx,left,3\n200,foot,2\n300,right,9999\n-5,left,2\n400,RIGHT,12\n500\n")
    assert_equal [[100, L, 20.5], [400, R, 12.0]], strikes.map { |strike| [strike.at, strike.hand, strike.g] }
    assert_equal [4, 5, 6, 7, 9], bad.map(&:first)
    assert_match(/left or the right hand, not "foot"/, bad[1].last)
  end

  # The stand-in does what it is told, and the review finds it.
  def test_the_stand_in_is_found_out
    plan = planned("1-2-3b-2", pause: 1.5)
    fresh = StandIns::StrikeSensor.new(plan, seconds: 180, seed: 5)
    assert_equal fresh.lines, StandIns::StrikeSensor.new(plan, seconds: 180, seed: 5).lines
    clean = Floor::Review.new(fresh.strikes, plan: plan)
    assert_equal [clean.sets.size, 0, 0, 0], [clean.whole, clean.missed, clean.wrong, clean.extra]
    assert_in_delta 1, clean.pace, 0.02
    tired = Floor::Review.new(StandIns::StrikeSensor.new(plan, seconds: 180, seed: 5, fatigue: 0.3).strikes, plan: plan)
    assert_operator tired.drift, :>, 0.1
    assert_operator tired.fade, :<, -0.08
    sloppy = StandIns::StrikeSensor.new(plan, seconds: 180, seed: 5, misses: 0.08)
    found = Floor::Review.new(sloppy.strikes, plan: plan)
    assert_in_delta fresh.strikes.size - sloppy.strikes.size, found.missed, 3
    assert_operator Floor::Review.new(StandIns::StrikeSensor.new(plan, seconds: 180, seed: 5, noise: 0.2).strikes, plan: plan).extra, :>, 3
  end
end
