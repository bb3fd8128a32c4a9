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

  def squad(seed: 1, **law) =
    Stand::SimulatedSquad.new(SHELF, law: Stand::Law.new(students: 20, **law), seed: seed, from: DAY)

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
    assert_equal after(5).marks, after(5).marks
    refute_equal after(5).marks, after(5, seed: 2).marks
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

  # Each law does what its name says, on squads that are otherwise the same.
  def test_laws
    able = ->(days = 80, **law) {
      (1..4).sum { |seed|
        one = squad(seed: seed, **law)
        12.times { |i| one.evening(DAY + 7 * i, [["two", "count", 1]]) }
        one.able("two", "count", DAY + days)
      }
    }
    assert_operator able.call(150, memory: 5), :<, able.call(150, memory: 40)
    assert_operator able.call(learning: "plateaus"), :<, able.call
    assert_operator able.call(keen: [0.2, 0.3]), :<, able.call(keen: [0.9, 1.0])
    season = (0..11).to_h { |week| [week.to_s, 0.2] }
    assert_operator able.call(season: season), :<, able.call
  end

  def test_levels_coaches_newcomers_and_leavers
    halves = squad(levels: [{"share" => 0.5, "talent" => -1.5}, {"share" => 0.5, "talent" => 1.5, "met" => ["two"]}])
    chances = (0...20).map { |s| halves.chance(s, "two", "count", DAY) }
    assert_operator chances.first(10).sum, :<, chances.last(10).sum - 2
    biased = squad(coaches: [{"bias" => -1.5}, {"bias" => 1.5}])
    12.times { |i| biased.evening(DAY + i, [["two", "count", 1]]) }
    shares = biased.marks.group_by { |mark| mark[:coach] }.transform_values { |marks|
      marks.sum { |mark| mark[:clean] }.fdiv(marks.sum { |mark| mark[:attempted] })
    }
    assert_operator shares[0], :<, shares[1] - 0.2
    going = squad(join: [{"share" => 0.1, "week" => 2}], leave: [{"share" => 0.2, "week" => 5}])
    assert_equal [18, 20, 16], [DAY, DAY + 15, DAY + 36].map { |day| going.members(day).size }
    assert_equal 18, going.members(DAY - 30).size, "before the season those who were there"
  end

  def test_what_begins_alike_is_mixed_up
    shelf = {"a" => "1-2-3", "b" => "1-2-5"}.transform_values { |text| JauntyBell::Core::Bench::Notation.read(text) }
    left = [0.0, 0.5].map { |mixed|
      one = Stand::SimulatedSquad.new(shelf, law: Stand::Law.new(interference: mixed, keen: [1.0, 1.0]), seed: 3,
        from: DAY)
      8.times { |i| one.evening(DAY + i, [["a", "count", 1]]) }
      8.times { |i| one.evening(DAY + 8 + i, [["b", "count", 1]]) }
      (0...12).sum { |s| one.chance(s, "a", "count", DAY + 16) }
    }
    assert_operator left[1], :<, left[0] - 0.5
  end

  def test_a_file_of_squads
    assert_operator Stand::Trial.squads.size, :>=, 10
    {'{"squads":[{"mood":1}]}' => /no "mood"/, "{" => /no file of squads/, "{}" => /no file of squads/,
     '{"squads":[{"learning":"magic"}]}' => /Learning is one of exponential/,
     '{"squads":[{"students":1}]}' => /from 2 to 60/}.each do |text, says|
      assert_match says, assert_raises(JauntyBell::Core::InvalidInput) { Stand::Trial.squads(text) }.message
    end
  end

  def test_ways_use_the_same_class_time
    trial = Stand::Trial.new([Stand::Law.new(students: 6)], seeds: 1..1, weeks: 4)
    programme, shelf = trial.programme, trial.shelf
    squad = Stand::SimulatedSquad.new(shelf, law: Stand::Law.new(students: 6), seed: 1, from: programme.start,
      met: Stand::Trial::KNOWN.keys)
    Stand::Trial::WAYS.each do |name, kind|
      way = kind.new(programme, shelf: shelf, ladder: %w[count clock move call answer])
      3.times do |index|
        day = programme.meetings[index].on
        places = way.places(index, day, squad)
        squad.members(day).each do |s|
          own = places.select { |_, rung, _| !rung.is_a?(Hash) || rung[s] }
          assert_operator own.sum { |_, _, times| times }, :<=, programme.slots, name
        end
        assert_operator places.map { |_, _, times| times }.max, :<=, programme.limits.at_once
        squad.evening(day, places)
      end
    end
  end

  # Five a month, a new one in each class until all are begun, each student one rung up after seven clean in ten.
  def test_a_coach_s_habit
    trial = Stand::Trial.new([Stand::Law.new], seeds: 1..1)
    squad = Stand::SimulatedSquad.new(trial.shelf, law: Stand::Law.new, seed: 1, from: trial.programme.start)
    habit = Stand::Ways::Habit.new(trial.programme, shelf: trial.shelf, ladder: %w[count clock move call answer])
    first, second = [0, 1].map { |index| habit.places(index, trial.programme.start, squad) }
    assert_equal [1, 2], [first.size, second.size]
    assert_equal ["count"], first.first[1].values.uniq
    id, mark = first.first.first, {rung: "count", on: DAY, attempted: 10}
    squad.marks << {**mark, student_id: 0, combination_id: id,
clean: 7} << {**mark, student_id: 1, combination_id: id, clean: 6}
    assert_equal %w[clock count], habit.places(1, DAY, squad).find { |each| each.first == id }[1].values_at(0, 1)
  end

  # Few and short seasons: not the proof, which is thirty long ones of every squad (docs/formulas.md), but that it is
  # worked out, and that the planner keeps to its own rules.
  def test_a_trial
    told = []
    found = Stand::Trial.new([Stand::Law.new(students: 6)], seeds: 1..2, goals: 4, weeks: 4)
      .to_h { |done, all| told << [done, all] }
    assert_equal [[1, 2], [2, 2]], told
    assert_equal [8, 40, 8], [found[:classes], found[:places], found[:seasons].size]
    ways = found[:squads].fetch("usual")[:ways]
    assert_equal 0, ways.fetch("planned")[:broke][:most], "the planner breaks no rule of the hour"
    ways.each_value { |way| %i[owns able].each { |measure| assert_includes 0.0..1.0, way[measure][:mean] } }
    assert_equal ["rotation", "until most have it", "habit"], found[:squads]["usual"][:ahead].keys
    forecasts = found[:squads]["usual"][:forecasts]
    assert_operator forecasts[:marks], :>, 100
    %i[brier squares].each do |measure|
      assert_operator forecasts[measure][:said], :<, forecasts[measure][:as_last_time]
    end
  end
end
