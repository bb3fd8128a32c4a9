require "test_helper"
require "jaunty_bell/core"

# How far estimates are from what was told.
class FarOffTest < Minitest::Test
  FarOff = JauntyBell::Core::Book::FarOff

  # | [estimate, told], … | said |
  CASES = [
    [[], "0 told and estimated: too few to say"],
    [[[5, 7]] * 4, "4 told and estimated: too few to say"],
    [[[5, 7]] * 5, "says 2 lower than they do, on the whole; most between -2 and -2, of 5"],
    [[[8, 6]] * 6, "says 2 higher than they do, on the whole; most between 2 and 2, of 6"],
    [[[5, 6], [6, 5], [5, 5], [4, 5], [5, 4]],
      "says neither higher nor lower than they do; most between -2 and 2, of 5"]
  ].freeze

  def test_in_words
    CASES.each { |pairs, said| assert_equal said, FarOff.of(pairs).said }
  end

  # Estimates and what was told swapped are off by as much the other way.
  def test_swapped_it_is_off_the_other_way
    pairs = [[5, 7], [6, 7], [4, 6], [5, 6.5], [7, 8]]
    one, other = FarOff.of(pairs), FarOff.of(pairs.map(&:reverse))
    assert_in_delta one.bias, -other.bias, 1e-12
    one.limits.zip(other.limits.map(&:-@).reverse) { |a, b| assert_in_delta a, b, 1e-12 }
  end
end
