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

  def review(plan, *strikes) =
    Floor::Review.new(strikes.map { |at, hand, g| Floor::Strike.new(at: at, hand: hand, g: g || 20) }, plan: plan)

  L, R = :left, :right

  def test_what_is_planned
    plan = planned("1-2-lead kick-3b")
    assert_equal [[L, R, L], 3], [plan.hands, plan.times.size], "a kick is not seen"
    assert_equal [R, L], planned("1-2", stance: :southpaw).hands
    assert_equal [[0, 0.5], 1.5], planned("1-2").then { |each| [each.times, each.gap] },
      "the second beat and the pause lie between two sets"
  end

  # strikes of 1-2 at 120 a minute with a second's pause → [sets, whole, missed, wrong, extra]
  CASES = {
    [[0, L], [500, R], [2_000, L], [2_500, R]] => [2, 2, 0, 0, 0],
    [[0, L], [2_000, L], [2_500, R]] => [2, 1, 1, 0, 0],
    [[0, L], [500, R], [2_000, L], [2_250, L], [2_500, R]] => [2, 2, 0, 0, 1],
    [[0, L], [500, L], [2_000, L], [2_500, R]] => [2, 1, 0, 1, 0],
    [[0, L], [500, R], [4_000, L], [4_500, R]] => [3, 2, 2, 0, 0], # a set without a strike that was felt
    [[0, L], [500, R], [31_700, L], [32_200, R]] => [2, 2, 0, 0, 0], # half a minute of rest
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

  # 1-2-3-2 twice as slow as planned: each burst is one set all the same.
  def test_slower_than_planned
    strikes = Array.new(20) { |set|
      [L, R, L, R].each_with_index.map { |hand, i| [set * 6_000 + i * 1_000, hand] }
    }.flatten(1)
    found = review(planned("1-2-3-2"), *strikes)
    assert_equal [20, 20, 0], [found.sets.size, found.whole, found.missed]
    assert_in_delta 2, found.pace, 1e-9
    assert_in_delta 60, found.tempo, 1e-6
  end

  def test_what_cannot_be_told_apart_is_not_told
    even = Array.new(80) { |i| [i * 500, i.even? ? L : R] }
    found = review(planned("1-2-3-2", pause: 0), *even)
    refute found.told_apart?
    assert_equal [nil] * 5, [found.sets, found.whole, found.missed, found.wrong, found.extra]
    assert review(planned("1-2-3", pause: 0), *Array.new(60) { |i| [i * 500, (i % 3 == 1) ? R : L] }).told_apart?,
      "two of the same hand running part the sets"
    refute review(planned("1", pause: 1), *Array.new(20) { |i| [i * 1_500, L] }).told_apart?,
      "of one strike nobody knows whether one is missing"
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
    assert_equal [nil, nil, nil, nil],
      review(planned("1-2"), [0, L], [500, R]).then { |few|
        [few.spread, few.drift, few.fade, review(planned("1-2")).left]
      }
  end

  # What every way to put a few strikes at places of sets would cost, by trying all of them.
  def cheapest(rhythm, strikes, last = nil)
    at, place = last
    ending = last ? (rhythm.places - 1 - place) * Floor::Alignment::MISSED : Float::INFINITY
    return ending if strikes.empty?
    strike, *others = strikes
    skip = Floor::Alignment::EXTRA + cheapest(rhythm, others, last)
    ways = (0...rhythm.places).flat_map do |to|
      hand = (strike.hand == rhythm.hands[to]) ? 0 : Floor::Alignment::WRONG
      next [to * Floor::Alignment::MISSED + hand + cheapest(rhythm, others, [strike.at, to])] unless last
      (0..Floor::Alignment::SILENT + 1).filter_map do |later|
        missed = later * rhythm.places + to - place - 1
        next if missed.negative?
        usual, seconds = rhythm.between(place, to, later, 0), (strike.at - at) / 1000.0
        spread = rhythm.unevenness * usual + 0.01
        time = ((seconds - usual) / spread)**2 / 2 + Math.log(spread * 2.5066)
        time = [time, Floor::Alignment::REST].min if later.positive? && seconds > usual
        missed * Floor::Alignment::MISSED + hand + time + cheapest(rhythm, others, [strike.at, to])
      end
    end
    [skip, *ways].min
  end

  def test_the_alignment_is_the_likeliest_of_all_ways
    random = Random.new(2)
    rhythm = Floor::Rhythm.new(hands: [L, R, L], times: [0.0, 0.5, 1.0], gap: 1.2)
    60.times do
      clock = 0
      strikes = Array.new(random.rand(1..5)) do
        Floor::Strike.new(at: clock += random.rand(100..1_500), hand: [L, R].sample(random: random), g: 20)
      end
      laid = Floor::Alignment.new(rhythm, strikes)
      assert_in_delta cheapest(rhythm, strikes), laid.cost, 1e-9
      placed = laid.sets.flatten.compact
      assert_equal [placed.sort_by(&:at), strikes.size], [placed, placed.size + laid.extra], "in order, everything once"
    end
  end

  def test_what_a_device_sends_that_cannot_be_read
    strikes, bad = Floor::Strike.lines("ms,hand,g\n100,left,20.5\n\nx,left,3\n200,foot,2\n300,right,9999\n" \
      "-5,left,2\n400,RIGHT,12\n500\n")
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
    assert_operator Floor::Review.new(StandIns::StrikeSensor.new(plan, seconds: 180, seed: 5, noise: 0.2).strikes,
      plan: plan).extra, :>, 3
  end
end
