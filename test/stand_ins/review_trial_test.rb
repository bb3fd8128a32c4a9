require "test_helper"
require "jaunty_bell/stand_ins"

# Round reviews against a stand-in whose truth is known: a tempo that is not the planned one, strikes missing.
class ReviewTrialTest < Minitest::Test
  include CoreTest

  Floor = JauntyBell::Core::Floor
  ROUNDS = 60

  # Rounds from 70 to 240 beats a minute, reviewed as if 140 had been struck: [set counts that are exact, precision and
  # recall of missed strikes].
  def trial(text, pause:, misses:)
    combination, reading = read(text), Notation::Reading.new
    plan = Floor::Review::Planned.of(combination, reading, tempo: 140, pause: pause)
    exact = Array.new(ROUNDS) do |i|
      struck = Floor::Review::Planned.of(combination, reading, tempo: 70 + 170 * i / (ROUNDS - 1), pause: pause)
      sensor = JauntyBell::StandIns::StrikeSensor.new(struck, seconds: 120, seed: i, misses: misses)
      compared(sensor.truth, Floor::Review.new(sensor.strikes, plan: plan).sets)
    end
    hits, found, true_ones = exact.map { |one| one[1..] }.transpose.map(&:sum)
    [exact.count(&:first), hits.fdiv(found), hits.fdiv(true_ones)]
  end

  def compared(truth, sets)
    missing = ->(all) {
      all.each_with_index.flat_map do |set, i|
        set.each_index.select { |place| set[place].nil? }.map { |place| [i, place] }
      end
    }
    found, really = missing.call(sets), missing.call(truth)
    [sets.size == truth.size, (found & really).size, found.size, really.size]
  end

  # combination, pause → of 60 rounds with a tenth of the strikes missing
  {["1-2", 0.6] => 57, ["1-2-3b-2", 0.6] => 57, ["1-1-2", 0.6] => 57, ["1-2-3", 0] => 57}.each do |(text, pause), least|
    define_method("test_truth_is_found_#{text}_with_a_pause_of_#{pause}") do
      exact, precision, recall = trial(text, pause: pause.to_r, misses: 0.1)
      assert_operator exact, :>=, least
      assert_operator precision, :>=, 0.9
      assert_operator recall, :>=, 0.9
    end
  end
end
