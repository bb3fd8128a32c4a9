require "test_helper"

class PlanTest < Minitest::Test
  include CoreTest

  Card = JauntyBell::Core::Card

  def round(**facts) = Card::Round.new(block: "bag", title: "Bag", work: 180, **facts)

  def drill(text, **facts) = round(combination: read(text), **facts)

  def plan(*rounds, minutes: 60) = Card::Plan.new(rounds, minutes: minutes)

  # [work, rest, explain] of each round → total seconds; the last rest is not counted
  TOTALS = {
    [[180, 60, 0]] => 180, [[180, 60, 0], [180, 60, 0]] => 420, [[300, 0, 0], [180, 60, 30], [120, 30, 15]] => 705, [] => 0,
    ([[120, 30, 0]] * 10) => 24 * 60 + 30
  }.freeze

  def test_totals
    TOTALS.each { |rounds, total| assert_equal total, plan(*rounds.map { |work, rest, explain| round(work: work, rest: rest, explain: explain) }).total, rounds.inspect }
  end

  def test_over_and_to_spare
    assert_equal 60, plan(*Array.new(4) { round(work: 180, rest: 60) }, minutes: 14).over
    assert_equal(-60, plan(*Array.new(4) { round(work: 180, rest: 60) }, minutes: 16).over)
  end

  def test_spans
    spans = plan(round(work: 180, rest: 60, explain: 30), round(work: 120, rest: 30)).spans
    assert_equal [{from: 30, to: 210, until: 270}, {from: 270, to: 390, until: 420}], spans
  end

  def test_in_pairs_each_strikes_half
    alone = plan(drill("1-2-3b-2"))
    pairs = plan(drill("1-2-3b-2", share: "pairs"))
    assert_equal [71, 284], [alone.each_student.first[:sets], alone.counts.strikes]
    assert_equal [35, 140], [pairs.each_student.first[:sets], pairs.counts.strikes]
    assert_equal({striking: 90, holding: 90, other: 0, resting: 0}, pairs.seconds)
  end

  def test_both_sides_mirror_every_second_set
    counts = plan(drill("1-1", work: 30, both_sides: true)).counts
    assert_equal counts.by_hand[:left], counts.by_hand[:right]
  end

  def test_plain_items_count_for_time_and_load_alone
    both = plan(round(work: 300, effort: 3), drill("1-2", work: 300, effort: 7), minutes: 60)
    assert_equal [nil, 2], both.each_student.map { |share| share && share[:counts].by_technique.size }
    assert_in_delta 300, both.planned_load
    assert_equal 0, plan(minutes: 60).planned_load
  end

  # a fact out of reason → the path it is refused with
  REFUSED = {
    {work: 0} => "work_s", {work: 3601} => "work_s", {work: 1.5} => "work_s", {rest: -1} => "rest_s", {explain: 4000} => "explain_s",
    {effort: 11} => "effort", {effort: -1} => "effort", {block: "brawl"} => "block", {title: " "} => "title", {share: "trio"} => "share"
  }.freeze

  def test_what_is_out_of_reason_is_refused_with_its_place
    REFUSED.each do |change, field|
      error = assert_raises(Core::InvalidInput, change.inspect) { plan(round, round(**change)) }
      assert_equal "rounds/1/#{field}", error.path
    end
    [0, 361, 59.5].each { |minutes| assert_equal "minutes", assert_raises(Core::InvalidInput) { plan(round, minutes: minutes) }.path }
  end
end
