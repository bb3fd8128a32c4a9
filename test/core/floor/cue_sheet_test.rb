require "test_helper"

class CueSheetTest < Minitest::Test
  include CoreTest

  Card = JauntyBell::Core::Card

  def sheet(*rounds)
    plan = Card::Plan.new(rounds.map { |work, rest, explain| Card::Round.new(block: "bag", title: "Round of #{work}", work: work, rest: rest, explain: explain) }, minutes: 60)
    [Core::Floor::CueSheet.new(plan), plan]
  end

  def test_segments_and_their_cues
    cues, = sheet([180, 60, 20], [15, 30, 0])
    told = cues.segments.map { |segment| [segment.kind, segment.round, segment.duration, segment.cues.map { |cue| [cue.kind, cue.at] }] }
    assert_equal [
      [:explain, 0, 20_000, [[:announce, 0]]],
      [:work, 0, 180_000, [[:bell_start, 0], [:warning, 170_000], [:bell_end, 180_000]]],
      [:rest, 0, 60_000, [[:announce, 0], [:get_ready, 55_000]]],
      [:work, 1, 15_000, [[:bell_start, 0], [:bell_end, 15_000]]]
    ], told
    assert_equal "Next: Round of 15", cues.segments[2].cues.first.text
  end

  def test_no_get_ready_before_something_is_explained
    cues, = sheet([60, 30, 0], [60, 0, 10])
    assert_equal [:announce], cues.segments[1].cues.map(&:kind)
  end

  def test_it_lasts_exactly_as_long_as_the_card_says
    random = Random.new(3)
    50.times do
      rounds = Array.new(random.rand(1..12)) { [random.rand(1..300), random.rand(0..90), random.rand(0..60)] }
      cues, plan = sheet(*rounds)
      assert_equal plan.total * 1000, cues.duration, rounds.inspect
      cues.segments.each do |segment|
        offsets = segment.cues.map(&:at)
        assert_equal offsets.sort, offsets
        assert offsets.all? { |at| at.between?(0, segment.duration) }
      end
    end
  end
end
