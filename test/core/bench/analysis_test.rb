require "test_helper"

class AnalysisTest < Minitest::Test
  include CoreTest

  def test_where_each_action_begins
    analysis = Bench.analyse("1-2-3b-2")
    assert_equal [0, 1, 2.25, 3.5], analysis.walk.visits.map { |visit| visit.starts_at.to_f }
    assert_in_delta 4.5 * 60 / 140, analysis.set_time.to_f
  end

  # text → beats: defaults, a weak link, a change of level, a leg put down, what is done together, the partner
  BEATS = {
    "1-2" => 2, "1-3" => 2, "1-2-2" => 3.5, "1-2b" => 2.25, "rear kick" => 1.5, "rear kick down" => 2,
    "1 with gallop in" => 1,
    "chain punch with gallop in" => 1,
    "[1]-slip" => 1, "feint 1-2" => 1.5, "1-..-2" => 3, "1-2-[2b]-slip" => 3, "2b-feint 1-3b" => 3
  }.freeze

  def test_beats
    BEATS.each { |text, beats| assert_equal beats, Bench.analyse(text).beats.to_f, text }
  end

  def test_at_the_seam_its_beats_count
    # 2 to 1 changes nothing; a body shot last and a head shot first cost a quarter; a spent side half a beat.
    assert_equal 2, Bench.analyse("1-2", pause: 0).beats.to_f
    assert_equal 2.5, Bench.analyse("1-2b", pause: 0).beats.to_f
    assert_equal 2.25, Bench.analyse("1-2b").beats.to_f
    assert_equal 3.5, Bench.analyse("2-1-2", pause: 0).beats.to_f
  end

  def test_counts
    counts = Bench.analyse("1-2-3b-feint 2-hard rear kick-lead knee").counts
    assert_equal({left: 2, right: 1}, counts.by_hand)
    assert_equal({"lead hand" => 2, "rear hand" => 1, "lead leg" => 1, "rear leg" => 1}, counts.by_limb)
    assert_equal({head: 2, body: 3, leg: 0}, counts.by_level)
    assert_equal [5, 1, 1, 6], [counts.strikes, counts.feints, counts.hard, counts.actions]
    assert_equal({left: 20, right: 10}, counts.times(10).by_hand)
    assert_equal 55, (counts.times(10) + counts).strikes
  end

  def test_left_and_right_change_with_the_stance
    assert_equal({left: 1, right: 2},
      Bench.analyse("1-2-3", reading: Notation::Reading.new(stance: :southpaw)).counts.by_hand)
  end

  def test_links
    assert_equal [nil, :whole, :slack], Bench.analyse("1-2-2").links
    assert_equal [nil, :whole, :cut], Bench.analyse("1-rear kick around-2").links
    assert_equal [nil, :cut], Bench.analyse("at close rear elbow-rear kick").links
    assert_equal [nil, :whole, :whole, :whole], Bench.analyse("1-2-3b-2").links
  end

  def test_a_round
    round = Bench.analyse("1-2-3b-2").round(180)
    assert_equal [71, 284], [round[:sets], round[:counts].strikes]
  end

  # text → complexity: by side, level, band, step, switch, defence, partner, family
  COMPLEXITY = {
    "1" => 1, "1-1" => 2.5, "1-2b" => 2.5, "1-2-step out" => 2.5, "1-switch-lead elbow" => 4.5, "1-switch-2" => 3.5,
    "1-slip" => 1.75,
    "[1]-slip-2" => 2.5, "1-rear kick" => 3, "1 with step in" => 1.5, "clinch" => 0.5, "feint 1-1" => 1.5
  }.freeze

  def test_complexity
    COMPLEXITY.each { |text, expected| assert_equal expected, Bench.analyse(text).complexity.to_f, text }
  end
end
