require "support/cards"

class CircuitTest < Minitest::Test
  include CardTest

  def circuit(...) = Card::Circuit.new(...)

  # [capacities, students] → [groups, bells in a lap, bells each group waits]
  SIZES = {
    [[1, 1, 1], 3] => [[1, 1, 1], 3, 0], [[2, 2, 2], 5] => [[2, 2, 1], 3, 0], [[2, 2, 2], 8] => [[2, 2, 2, 2], 4, 1],
    [[1] * 10, 23] => [[1] * 23, 23, 13],
    [[3, 2], 4] => [[2, 2], 2, 0], [[4, 4, 4], 2] => [[1, 1], 3, 0], [[1], 1] => [[1], 1, 0]
  }.freeze

  def test_groups_bells_and_waiting
    SIZES.each do |(stations, students), (groups, bells, waits)|
      round = circuit(stations: stations, students: students)
      assert_equal [groups, bells, waits], [round.groups, round.steps, round.waits], [stations, students].inspect
    end
  end

  def test_laps_go_round_again
    assert_equal [6, 2], circuit(stations: [1, 1], students: 3, laps: 2).then { |round| [round.steps, round.waits] }
  end

  def test_the_table_says_who_is_where
    assert_equal [[0, 1, 2], [1, 2, 0], [2, 0, 1]], circuit(stations: [1, 1, 1], students: 3).table
  end

  # Property: in a lap each group meets each station once, and no station has two groups at once.
  def test_everybody_meets_every_station_once_a_lap
    random = Random.new(2)
    100.times do
      stations = Array.new(random.rand(1..9)) { random.rand(1..4) }
      round = circuit(stations: stations, students: random.rand(1..40))
      round.table.transpose.each { |places| assert_equal (0...stations.size).to_a, places.compact.sort }
      round.table.each { |places| assert_equal places.compact.uniq, places.compact }
      assert_operator round.groups.max, :<=, stations.min
      assert_operator round.groups.minmax.reduce(:-).abs, :<=, 1
    end
  end

  def test_a_circuit_without_a_station_is_refused
    assert_match(/no station/, assert_raises(Core::InvalidInput) { circuit(stations: []) }.message)
  end

  def test_a_card_with_a_circuit
    stations = Array.new(10) { round("1-2", work: 120, rest: 30, implement: "hanging-bag") }
    assert_equal 24 * 60 + 30, plan(block("circuit", *stations)).total
    crowded = plan(block("circuit", *stations), students: 23)
    assert_equal 22 * 150 + 120 + 0, crowded.total
    assert_equal 1200, crowded.share.striking
  end
end
