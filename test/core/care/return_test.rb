require "test_helper"
require "jaunty_bell/core"

class ReturnTest < Minitest::Test
  Return = JauntyBell::Core::Care::Return
  KNOCK = Date.new(2026, 3, 1)

  # taken: [[step, days after the knock, symptoms], …]
  def back(taken = [], cleared: nil, stand_down: 21)
    Return.new(knocked_on: KNOCK, stand_down: stand_down,
      taken: taken.map { |step, after, symptoms|
        Return::Taken.new(step: step, on: KNOCK + after, symptoms: symptoms || false)
      },
      clearance: cleared && Return::Clearance.new(by: "Dr of the club", on: KNOCK + cleared))
  end

  ALL = [[1, 2], [2, 4], [3, 6], [4, 8]].freeze

  def test_all_three_are_asked_for
    {
      [[], nil, 30] => [/step 1 of 4/, /clearance/],
      [ALL, nil, 30] => [/clearance/],
      [ALL, 20, 20] => [/stand-down of 21 days, to 22 March 2026/],
      [ALL.first(3), 20, 30] => [/step 4 of 4/],
      [ALL, 20, 21] => []
    }.each do |(taken, cleared, day), expected|
      missing = back(taken, cleared: cleared).missing(KNOCK + day)
      assert_equal expected.size, missing.size, missing.inspect
      expected.zip(missing) { |pattern, text| assert_match pattern, text }
      assert_equal expected.empty?, back(taken, cleared: cleared).over?(KNOCK + day)
    end
  end

  def test_symptoms_put_it_back_a_step
    {
      [] => 0, [[1, 2]] => 1, ALL => 4, [[1, 2], [2, 4, true]] => 0, [[1, 2], [2, 4], [3, 6, true]] => 1,
      [[1, 2, true]] => 0, [[1, 2], [2, 4], [3, 6, true], [2, 8]] => 2
    }.each { |taken, reached| assert_equal reached, back(taken).reached, taken.inspect }
  end

  def test_which_steps_may_be_written_down
    {
      [[], 1, 1] => nil, [[], 1, 0] => /day after the knock/, [[], 2, 5] => /Step 1 comes next/, [[], 5, 5] => /1 to 4/,
      [[[1, 2]], 2, 2] => /at least a day/, [[[1, 2]], 2, 3] => nil, [[[1, 5]], 2, 4] => /in order/,
      [[[1, 2]], 1, 3] => nil,
      [[[1, 2], [2, 4], [3, 6, true]], 3, 8] => /Step 2 comes next/
    }.each do |(taken, step, day), expected|
      why = back(taken).refusal(step, KNOCK + day)
      expected ? assert_match(expected, why) : assert_nil(why)
    end
  end

  def test_a_clearance_says_who_and_when
    given = ->(by, after) { Return::Clearance.new(by: by, on: KNOCK + after).checked(KNOCK, KNOCK + 10) }
    assert_equal "Dr A", given.call("Dr A", 5).by
    [["", 5], ["x ", 5], ["Dr A", -1], ["Dr A", 11]].each do |by, after|
      assert_raises(JauntyBell::Core::InvalidInput, "#{by} #{after}") { given.call(by, after) }
    end
  end
end
