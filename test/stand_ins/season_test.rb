require "test_helper"
require "jaunty_bell/stand_ins"

# The simulated squad behaves as it is said to, and seasons are fair and can be told apart.
class SeasonTest < Minitest::Test
  Stand = JauntyBell::StandIns
  Weeks = JauntyBell::Core::Weeks
  DAY = Date.new(2026, 1, 5)
  SHELF = {"two" => "1-2", "three" => "1-2-3"}.transform_values { |text|
    JauntyBell::Core::Bench::Notation.read(text)
  }.freeze

  def squad(seed: 1, **facts) = Stand::SimulatedSquad.new(SHELF, size: 20, seed: seed, from: DAY, **facts)

  def after(evenings, every: 7, rung: "count", seed: 1)
    squad(seed: seed).tap { |squad| evenings.times { |i| squad.evening(DAY + every * i, [["two", rung, 1]]) } }
  end

  def test_they_learn_and_forget
    few, many = after(2), after(12)
    assert_operator many.able("two", "count", DAY + 78), :>, few.able("two", "count", DAY + 8)
    assert_operator many.able("two", "count", DAY + 600), :<, many.able("two", "count", DAY + 78)
    assert_operator many.owning("two", "count", DAY + 200), :<, many.owning("two", "count", DAY + 78)
  end

  def test_what_is_spaced_out_lasts_longer
    lasting = ->(every) {
      (1..5).sum { |seed| after(6, every: every, seed: seed).able("two", "count", DAY + every * 5 + 60) }
    }
    assert_operator lasting.call(7), :>, lasting.call(1)
  end

  def test_a_higher_rung_is_harder_and_what_it_builds_on_helps
    assert_operator after(6).able("two", "call", DAY + 36), :<, after(6).able("two", "count", DAY + 36)
    helped = (1..5).sum { |seed| after(8, seed: seed).able("three", "count", DAY + 50) }
    alone = (1..5).sum { |seed| squad(seed: seed).able("three", "count", DAY + 50) }
    assert_operator helped, :>, alone
  end

  def test_the_same_seed_is_the_same_squad
    assert_equal after(5).learners.map(&:known), after(5).learners.map(&:known)
    refute_equal after(5).learners.map(&:known), after(5, seed: 2).learners.map(&:known)
  end

  def test_several_new_things_in_an_evening_take_from_each_other
    learned = ->(places) {
      (1..6).sum do |seed|
        squad(seed: seed).tap { |squad| 2.times { |i| squad.evening(DAY + 7 * i, places) } }
          .able("two", "count", DAY + 8)
      end
    }
    assert_operator learned.call([["two", "count", 1], ["three", "count", 1], ["three", "clock", 1]]), :<,
      learned.call([["two", "count", 1]])
  end

  def test_ways_use_the_same_class_time
    trial = Stand::Trial.new(seeds: 1, weeks: 4)
    programme, shelf = trial.send(:programme), trial.send(:shelf)
    ladder = %w[count clock move call answer]
    squad = Stand::SimulatedSquad.new(shelf, size: 6, seed: 1, from: programme.start, met: Stand::Trial::KNOWN.keys)
    ways = [Stand::Ways::Planned.new(programme, shelf), Stand::Ways::Rotation.new(programme, ladder),
      Stand::Ways::UntilMost.new(programme, ladder)]
    ways.each do |way|
      places = way.places(0, programme.start, squad)
      assert_equal programme.slots, places.sum { |_, _, times| times }, way.class.name
      assert_operator places.map { |_, _, times| times }.max, :<=, programme.limits.at_once
    end
  end

  # Few and short seasons: not the proof, which is thirty long ones (docs/formulas.md), but that it is worked out and
  # that no load limit is broken.
  def test_a_trial
    told = []
    found = Stand::Trial.new(seeds: 2, students: 6, goals: 4, weeks: 4).to_h { |done, all| told << [done, all] }
    assert_equal [[1, 2], [2, 2]], told
    assert_equal [3, 8, 40], [found[:ways].size, found[:classes], found[:places]]
    planned = found[:ways].fetch(Stand::Ways::Planned::NAME)
    assert_equal 0, planned[:broke][:most], "the planner breaks no load limit"
    found[:ways].each_value { |way| %i[owns able].each { |measure| assert_includes 0.0..1.0, way[measure][:mean] } }
    assert_equal %w[fixed\ rotation repeat\ until\ most\ have\ it], found[:ahead].keys
  end
end
