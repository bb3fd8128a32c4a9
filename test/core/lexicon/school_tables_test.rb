require "test_helper"

# Settings that are tables and numbers: what the Card reckons with.
class SchoolTablesTest < Minitest::Test
  include CoreTest

  def school = Lexicon::School.default

  # a change → what the setting is afterwards
  TAKEN = {
    {"kit" => {"focus-mitts" => 6}} => {"focus-mitts" => 6}, {"kit" => {"hanging-bag" => "4"}} => {"hanging-bag" => 4},
    {"changeovers" => {"gloves" => 90}} => {"gloves" => 90, "pads" => 20},
    {"hall" => "140"} => 140, {"rooms" => "Main hall,  Yard"} => ["Main hall", "Yard"],
    {"rooms" => ["Hall"]} => ["Hall"], {"space" => {"bag" => 5}} => {"pair" => 6, "bag" => 5},
    {"junior_round" => 60} => 60
  }.freeze

  def test_what_is_taken
    TAKEN.each { |change, value| assert_equal value, school.with(change).to_h[change.keys.first], change.inspect }
    both = school.with("kit" => {"focus-mitts" => 6}).with("kit" => {"long-pads" => 2})
    assert_equal({"focus-mitts" => 6, "long-pads" => 2}, both.kit, "one thing at a time")
  end

  # a change → what is said
  REFUSED = {
    {"kit" => {"trampoline" => 1}} => /table of air, mirror/,
    {"kit" => {"focus-mitts" => -1}} => %r{kit/focus-mitts must be a whole number from 0},
    {"kit" => {"focus-mitts" => "some"}} => /whole number/, {"kit" => 5} => /table of numbers/,
    {"changeovers" => {"shoes" => 5}} => /table of gloves, pads/, {"hall" => -4} => /from 0 to 10,000/,
    {"hall" => "big"} => /whole number/, {"seconds_per_rep" => 1.5.to_s} => /whole number/
  }.freeze

  def test_what_is_refused
    REFUSED.each do |change, says|
      assert_match says, assert_raises(Core::InvalidInput, change.inspect) { school.with(change) }.message
    end
  end
end
