require "test_helper"
require "jaunty_bell/core"

class HeartRateTest < Minitest::Test
  HeartRate = JauntyBell::Core::Book::HeartRate

  def steady(beats, minutes) = (0..(minutes * 60)).map { |second| [second * 1000, beats] }

  def heart(samples, rest: 60, most: 190) = HeartRate.new(samples, rest: rest, most: most)

  def test_zones_of_the_most
    mixed = heart(steady(100, 2) + steady(180, 1).map { |at, beats| [at + 120_001, beats] })
    assert_equal [2.0, 0, 0, 0, 1.0], mixed.zones.map { |minutes| minutes.round(3) }
    assert_in_delta 2 * 1 + 1 * 5, mixed.edwards.value, 0.01
    assert_equal [0.0] * 5, heart(steady(80, 3)).zones, "below half of the most nothing counts"
  end

  def test_dropouts_are_not_counted
    gap = heart(steady(150, 1) + steady(150, 1).map { |at, beats| [at + 300_000, beats] })
    assert_in_delta 2, gap.minutes, 1e-9
  end

  def test_recordings_with_clocks_of_their_own_are_joined
    both = HeartRate.joined([steady(150, 2), steady(170, 2)], rest: 60, most: 190)
    assert_in_delta 4, both.minutes, 1e-9
    assert_in_delta 160, both.mean, 1e-9
  end

  def test_a_recording_in_which_nothing_was_heard_is_passed_over
    assert_in_delta 2, HeartRate.joined([[], steady(150, 2), []], rest: 60, most: 190).minutes, 1e-9
    assert_nil HeartRate.joined([[]], rest: 60, most: 190).edwards.value
  end

  def test_a_curve_for_the_picture
    assert_equal [150, nil, 170],
      HeartRate.curve((0..4).map { |s| [s * 1_000, 150] } + (10..12).map { |s| [s * 1_000, 170] })
    assert_empty HeartRate.curve([])
  end

  def test_nothing_heard
    figure = heart([[0, 150]]).banister(:men)
    assert_nil figure.value
    assert_equal "The strap heard nothing that lasted.", figure.reason
  end

  def test_what_no_strap_can_hear
    [[0, 12], [0, 400], [-1, 80], ["x", 80], [0, nil], [0, Float::NAN]].each do |sample|
      assert_raises(JauntyBell::Core::InvalidInput) { HeartRate.read(sample) }
    end
    assert_raises(JauntyBell::Core::InvalidInput) { heart(steady(150, 1), rest: 190, most: 180) }
  end
end
