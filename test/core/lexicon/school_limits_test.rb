require "test_helper"
require "jaunty_bell/core"

# Numbers of a school that make no sense are refused with what would, and nothing else is changed.
class SchoolLimitsTest < Minitest::Test
  School = JauntyBell::Core::Lexicon::School

  # setting → [the least and the most that will do, what will not]
  LIMITS = {
    ["half_life"] => [[3, 365], [2, 0, 366, -1, "soon"]],
    ["go_up"] => [[1, 100], [0, 101]],
    ["pointed_out", "ease_in"] => [[1, 100], [0, 150]],
    ["pointed_out", "hard_days"] => [[1, 28], [0, 29]],
    ["pointed_out", "away"] => [[1, 365], [0, 400]],
    ["pointed_out", "big_week"] => [[0, 10_000], [-1, 10_001]],
    ["stand_down", "adults"] => [[0, 365], [-1, 366]],
    ["stand_down", "juniors"] => [[0, 365], [366]]
  }.freeze

  def change((name, key), value) = School.default.with(name => key ? {key => value} : value)

  def read(school, (name, key)) = key ? school.to_h[name][key] : school.to_h[name]

  def test_what_will_do
    LIMITS.each do |setting, (ends, _)|
      ends.each { |value| assert_equal value, read(change(setting, value), setting), setting.join("/") }
    end
  end

  def test_what_will_not
    LIMITS.each do |setting, (ends, wrong)|
      wrong.each do |value|
        error = assert_raises(JauntyBell::Core::InvalidInput,
          "#{setting.join("/")} #{value.inspect}") { change(setting, value) }
        assert_equal setting.join("/"), error.path
        assert_match(/from #{ends.first} to/, error.message)
      end
    end
  end

  def test_one_number_of_a_table_leaves_the_others
    changed = change(["pointed_out", "away"], 30)
    assert_equal School.default.pointed_out.merge("away" => 30), changed.pointed_out
    assert_raises(JauntyBell::Core::InvalidInput) { change(["pointed_out", "luck"], 3) }
  end

  def test_the_defaults_are_within_them
    assert_equal School.default.to_h, School.default.with(School.default.to_h).to_h
  end
end
