require "test_helper"
require "jaunty_bell/core"

# Training impulse and the estimate of the maximum against worked values.
class HeartReferenceTest < Minitest::Test
  HeartRate = JauntyBell::Core::Book::HeartRate

  def steady(beats, minutes) =
    HeartRate.new((0..(minutes * 60)).map { |second| [second * 1000, beats] }, rest: 60, most: 190)

  # 40 minutes at 150 beats, rest 60, most 190: computed with R 4.2.2, given in the product's book, section 11.
  def test_banister
    assert_in_delta 66.9602, steady(150, 40).banister(:men).value, 5e-5
    assert_in_delta 75.67786, steady(150, 40).banister(:women).value, 5e-6
  end

  # Intervals of a minute at 180 and a minute at 100: by hand, 20 × (f(x₁) + f(x₂)) with f(x) = x·0.64·e^(1.92x) and
  # x = 120/130 and 40/130; the mean's impulse is of x = 80/130 for 40 minutes.
  def test_reading_by_reading_on_intervals
    samples = (0..2_399).flat_map { |second| [[second * 1_000, (second / 60).even? ? 180 : 100]] } + [[2_400_000, 100]]
    heart = HeartRate.new(samples, rest: 60, most: 190)
    f = ->(x) { x * 0.64 * Math.exp(1.92 * x) }
    assert_in_delta 20 * (f.call(120 / 130.0) + f.call(40 / 130.0)), heart.banister_by_reading(:men).value, 1e-9
    assert_in_delta 40 * f.call(80 / 130.0), heart.banister(:men).value, 1e-9
    assert_operator heart.banister_by_reading(:men).value, :>, heart.banister(:men).value * 1.05
    assert_in_delta steady(150, 40).banister(:men).value, steady(150, 40).banister_by_reading(:men).value, 1e-9
  end

  # At rest the reserve is not used and the impulse is 0; at the most it is D·0.64·e^1.92 (by hand from the formula).
  def test_the_ends_of_the_reserve
    assert_in_delta 0, steady(60, 10).banister(:men).value, 1e-9
    assert_in_delta 10 * 0.64 * Math::E**1.92, steady(190, 10).banister(:men).value, 1e-6
  end

  # Edwards' zones by hand: 10 minutes each at 55, 65, 75, 85 and 95 % of a most of 200 give 10·(1 + 2 + 3 + 4 + 5).
  def test_edwards
    samples = [110, 130, 150, 170, 190].each_with_index.flat_map do |beats, zone|
      (0..600).map { |second| [zone * 700_000 + second * 1000, beats] }
    end
    assert_in_delta 150, HeartRate.new(samples, rest: 60, most: 200).edwards.value, 1e-6
  end

  # 208 − 0.7·age: Tanaka et al. 2001 (values by hand from the published equation).
  def test_the_most_by_age
    {20 => 194, 40 => 180, 60 => 166}.each { |age, most| assert_in_delta most, HeartRate.most_by_age(age), 1e-9 }
  end
end
