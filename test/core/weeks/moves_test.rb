require "support/programmes"

# What a new plan does otherwise, how forecasts came out, and the class that comes of a plan.
class MovesTest < Minitest::Test
  include Programmes

  ONE, TWO = [MONDAY, "18:30"], [MONDAY + 7, "18:30"]

  def test_what_moves_and_why
    before = {ONE => [["a", "count", 2], ["b", "count", 1]], TWO => [["a", "count", 1]]}
    after = {ONE => [["a", "count", 1], ["b", "count", 1]], TWO => [["a", "clock", 1], ["c", "count", 1]]}
    moves = Weeks::Moves.new(before, after, size: 10, said: {"a" => 0.7}, can: {"a" => 0.4},
      ends: {"a" => [0.8, 0.6]}).all
    assert_equal %w[a c], moves.map(&:combination_id)
    assert_equal [[[MONDAY, "count"], [MONDAY + 7, "count"]], [[MONDAY + 7, "clock"]]],
      moves.first.then { |move| [move.from, move.to] }
    assert_equal "4 of 10 can do it; 7 had been expected to by now. It gives 1 place away. At the end 6 instead of 8.",
      moves.first.why
    assert_equal "It gets 1 place more.", moves.last.why
    assert_empty Weeks::Moves.new(before, before, size: 3).all
  end

  def test_how_forecasts_came_out
    scores = scores([0.7, 1.0, 0.5], [0.7, 0.4, nil], [0.1, 0.0, 0.2], [1.0, 1.0, 0.8])
    assert_equal [[0.0, 0.1, 0.0, 1], [0.6, 0.7, 0.7, 2], [0.8, 1.0, 1.0, 1]],
      scores.bins.map { |bin| [bin.from, bin.said, bin.came, bin.count] }
    assert_in_delta Math.sqrt((0.09 + 0.09 + 0.01) / 4), scores.error, 1e-9
    assert_in_delta Math.sqrt((0.25 + 0.04 + 0.04) / 3), scores.as_last_time, 1e-9
    assert_in_delta Math.sqrt((0.09 + 0.01) / 3), scores.of_the_same, 1e-9
    assert_in_delta Math.sqrt((0.16 + 0.04 + 0.36 + 0.16) / 4), scores.base, 1e-9
    refute scores.enough?
    assert_equal [nil, nil, nil, nil], [:error, :as_last_time, :of_the_same, :base].map { |name|
      scores_of([]).public_send(name)
    }
    assert_equal 4, scores.count
  end

  private

  def scores(*cases) = scores_of(cases)

  def scores_of(cases) = Weeks::Scores.new(cases.map { |said, came, last| Weeks::Scores::Case.new(said, came, last) })
end
