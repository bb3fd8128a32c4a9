require "support/cards"

class CueSheetTest < Minitest::Test
  include CardTest

  def sheet(*rounds)
    whole = plan(block("finisher",
      *rounds.map { |work, rest, explain| round(title: "Round of #{work}", work: work, rest: rest, explain: explain) }))
    [Core::Floor::CueSheet.new(whole), whole]
  end

  def test_segments_and_their_cues
    cues, = sheet([180, 60, 20], [15, 30, 0])
    told = cues.segments.map do |segment|
      [segment.kind, segment.round, segment.duration, segment.cues.map { |cue| [cue.kind, cue.at] }]
    end
    assert_equal [
      [:explain, 0, 20_000, [[:announce, 0]]],
      [:work, 0, 180_000, [[:bell_start, 0], [:warning, 170_000], [:bell_end, 180_000]]],
      [:rest, 0, 60_000, [[:announce, 1_500], [:get_ready, 55_000]]],
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
      cues, whole = sheet(*rounds)
      assert_equal whole.total * 1000, cues.duration, rounds.inspect
      cues.segments.each do |segment|
        offsets = segment.cues.map(&:at)
        assert_equal offsets.sort, offsets
        assert offsets.all? { |at| at.between?(0, segment.duration) }
      end
    end
  end

  def test_changeovers_and_repeats
    whole = plan(block("technique", round("1-2", work: 60, rest: 10)),
      block("bag", round("1-2", work: 60, rest: 30, explain: 15, repeat: 2)))
    told = Core::Floor::CueSheet.new(whole).segments.map do |segment|
      [segment.kind, segment.round, segment.duration / 1000]
    end
    assert_equal [[:work, 0, 60], [:rest, 0, 10], [:explain, 1, 75], [:work, 1, 60], [:rest, 1, 30],
      [:work, 2, 60]], told
    assert_equal [["Gloves and pads. 1-2", 0], ["1-2", 60_000]],
      Core::Floor::CueSheet.new(whole).segments[2].cues.map { |cue| [cue.text, cue.at] }
  end
end
