require "support/programmes"

# What a new plan does otherwise, how forecasts came out, and the class that comes of a plan.
class MovesTest < Minitest::Test
  include Programmes

  ONE, TWO = [MONDAY, "18:30"], [MONDAY + 7, "18:30"]

  def test_what_moves_and_why
    before = {ONE => [["a", "count", 2], ["b", "count", 1]], TWO => [["a", "count", 1]]}
    after = {ONE => [["a", "count", 1], ["b", "count", 1]], TWO => [["a", "clock", 1], ["c", "count", 1]]}
    moves = Weeks::Moves.new(before, after, said: {"a" => 0.7}, owns: {"a" => 0.4}, ends: {"a" => [0.8, 0.6]}).all
    assert_equal %w[a c], moves.map(&:combination_id)
    assert_equal [[[MONDAY, "count"], [MONDAY + 7, "count"]], [[MONDAY + 7, "clock"]]],
      moves.first.then { |move| [move.from, move.to] }
    assert_equal "40 % own it; 70 % had been expected to by now. It gives 1 place away. At the end 60 % instead " \
      "of 80 %.", moves.first.why
    assert_equal "It gets 1 place more.", moves.last.why
    assert_empty Weeks::Moves.new(before, before).all
  end

  def test_how_forecasts_came_out
    scores = Weeks::Scores.new([[0.7, true], [0.7, false], [0.1, false], [1.0, true]])
    assert_equal [[0.0, 0.1, 0.0, 1], [0.6, 0.7, 0.5, 2], [0.8, 1.0, 1.0, 1]],
      scores.bins.map { |bin| [bin.from, bin.said, bin.came, bin.count] }
    assert_in_delta (0.09 + 0.49 + 0.01) / 4, scores.brier, 1e-9
    assert_in_delta 0.25, scores.base, 1e-9
    refute scores.enough?
    assert_nil Weeks::Scores.new([]).brier
  end

  # Brier 1950, Monthly Weather Review 78:1–3: 0 for what is always right, 1 for what is always wrong, 0.25 for a coin's
  # word.
  def test_brier_s_own_ends
    {0.0 => [[1, true], [0, false]], 1.0 => [[1, false], [0, true]], 0.25 => [[0.5, true], [0.5, false]]}
      .each { |expected, said| assert_in_delta expected, Weeks::Scores.new(said).brier, 1e-12 }
  end
end
