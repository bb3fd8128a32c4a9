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

  def presence(comings, goings) =
    Presence.of(comings: comings.map { |each| at(each) }, goings: goings.map { |each| at(each) })

  def test_spans
    CASES.each do |(comings, goings), spans|
      assert_equal spans.map { |from, to| [at(from), at(to)] }, presence(comings, goings).spans, "#{comings} #{goings}"
    end
  end

  def test_how_long_between_two_instants
    there = presence([10, 40], [30])
    {[0, 59] => 39, [12, 20] => 8, [25, 45] => 10, [31, 39] => 0, [0, 10] => 0}
      .each { |(from, to), minutes| assert_equal 60 * minutes, there.seconds(at(from), at(to)) }
  end

  def test_both_there
    both = presence([0, 40], [30]) & presence([20], [50])
    assert_equal [[at(20), at(30)], [at(40), at(50)]], both.spans
    assert_equal [[at(20), nil]], (presence([0], []) & presence([20], [])).spans
    assert_empty (presence([0], [10]) & presence([20], [])).spans
  end
end
