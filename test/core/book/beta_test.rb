require "test_helper"
require "jaunty_bell/core"

class BetaTest < Minitest::Test
  Beta = JauntyBell::Core::Book::Beta

  # Shapes from a seed: even ones, tight ones, ones leaning hard to either side.
  def shapes =
    Random.new(26).then { |random|
      Array.new(80) { [1 + random.rand * 10**random.rand(-1.0..2.3), 1 + random.rand * 10**random.rand(-1.0..2.0)] }
    } + [[1, 1], [1, 400], [400, 1], [1.0001, 1.0001], [5000, 5000]]

  def test_the_quantile_is_where_that_share_lies_below
    shapes.each do |a, b|
      [0.01, 0.1, 0.5, 0.9].each do |share|
        assert_in_delta share, Beta.new(a, b).below(Beta.new(a, b).quantile(share)), 1e-8, "Beta(#{a}, #{b})"
      end
    end
  end

  def test_more_share_lies_further_up
    shapes.first(20).each do |a, b|
      all = [0.05, 0.1, 0.3, 0.6, 0.95].map { |share| Beta.new(a, b).quantile(share) }
      assert_equal all.sort, all
    end
  end

  def test_more_clean_is_surer_and_more_rough_is_less
    (1..40).each_cons(2) do |few, more|
      assert_operator Beta.new(more, 3).quantile(0.1), :>, Beta.new(few, 3).quantile(0.1)
      assert_operator Beta.new(9, more).quantile(0.1), :<, Beta.new(9, few).quantile(0.1)
    end
  end

  # Turned round, the distribution is its own mirror: the 10 % of Beta(a, b) is one less the 90 % of Beta(b, a).
  def test_turned_round
    shapes.first(20).each do |a, b|
      assert_in_delta Beta.new(a, b).quantile(0.1), 1 - Beta.new(b, a).quantile(0.9), 1e-8
    end
  end
end
