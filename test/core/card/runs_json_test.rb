require "support/cards"
require "jaunty_bell/files"

# What the Floor is handed: repeats and laps opened up, the combination of each.
class RunsJsonTest < Minitest::Test
  include CardTest

  def test_repeats_circuits_and_drills
    whole = plan(block("warm-up", round(title: "Rope", work: 60)),
      block("mitts",
        drilled(%w[1-2 3-4], versions: {"move" => 1}, rung: "move", repeat: 2, work: 90, swap: "even",
          beginners: "count")),
      block("circuit", round("1-2", work: 60, implement: "hanging-bag"), round(title: "Core", work: 60),
        title: "Round the hall"))
    told = Core::Floor::Rounds.of(whole)
    assert_equal ["Rope", "Drill, 1 of 2", "Drill, 2 of 2", "Round the hall, 1 of 2", "Round the hall, 2 of 2"],
      told.map { |run| run[:title] }
    assert_equal [nil, "3-4", "3-4", nil, nil], told.map { |run| run[:combination_id] }
    assert_equal [60, 90, 90, 60, 60], told.map { |run| run[:work_s] }
    assert_equal %w[warm-up mitts mitts circuit circuit], told.map { |run| run[:block] }
    assert_equal [nil, "count"], told.first(2).map { |run| run[:beginners] }
  end
end
