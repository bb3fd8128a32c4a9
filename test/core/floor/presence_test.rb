require "test_helper"

# When somebody was there: comings and goings, in any order and any number.
class PresenceTest < Minitest::Test
  Presence = JauntyBell::Core::Floor::Presence

  # minutes past 18:00: [comings, goings] → spans
  CASES = {
    [[0], []] => [[0, nil]],
    [[0], [30]] => [[0, 30]],
    [[0, 40], [30]] => [[0, 30], [40, nil]],
    [[40, 0], [50, 30]] => [[0, 30], [40, 50]],
    [[0, 5], [30]] => [[0, 30]], # came twice, without having gone
    [[0], [30, 35]] => [[0, 30]], # went twice
    [[10], [5]] => [[10, nil]], # a going from before
    [[], [5]] => [],
    [[], []] => []
  }.freeze

  def at(minutes) = minutes && Time.utc(2026, 11, 28, 18, minutes)

  def presence(comings, goings) = Presence.of(comings: comings.map { |each| at(each) }, goings: goings.map { |each| at(each) })

  def test_spans
    CASES.each { |(comings, goings), spans| assert_equal spans.map { |from, to| [at(from), at(to)] }, presence(comings, goings).spans, "#{comings} #{goings}" }
  end

  def test_who_was_there_when
    there = presence([10, 40], [30])
    assert_equal [false, true, true, false, true], [5, 10, 29, 35, 59].map { |minute| there.at?(at(minute)) }
    assert there.at?(at(31), grace: 120), "gone a minute before a round's end is there for it"
    refute there.at?(at(33), grace: 120)
  end
end
