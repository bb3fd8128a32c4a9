require "test_helper"
require "jaunty_bell/core"
require "yaml"

# When a class took place, and the minutes of each: the same table as the device's (test/interface/minutes_test.rb).
class TookPlaceTest < Minitest::Test
  Floor = JauntyBell::Core::Floor
  CASES = YAML.safe_load_file(File.expand_path("../../shared/minutes_cases.yml", __dir__)).freeze
  ZERO = Time.utc(2026, 11, 28, 18)

  def at(seconds) = seconds && ZERO + seconds

  def test_minutes
    CASES.each do |of|
      took_place = Floor::TookPlace.new(bells: of["bells"].map { |bell, running| [at(bell), running] },
        runs: of["runs"].map { |ended, worked| [at(ended), worked] }, till: at(of["till"]))
      minutes = took_place.minutes(Floor::Presence.new(of["there"].map { |span| span.map { |each| at(each) } }))
      of["minutes"].nil? ? assert_nil(minutes, of["what"]) : assert_equal(of["minutes"], minutes, of["what"])
    end
  end
end
