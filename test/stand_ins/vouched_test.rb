require "test_helper"
require "jaunty_bell/stand_ins"

# What the Book says of how long marks vouch, on squads whose truth is known: of what is owned, at least nine in ten
# still is when it falls due, also where they forget twice as fast as the half-life of marks was chosen for.
class VouchedTest < Minitest::Test
  def test_nine_in_ten_are_still_owned_when_they_fall_due
    {14 => 6, 7 => 6}.each do |memory, squads|
      found = JauntyBell::StandIns::Vouched.new(squads: squads, memory: memory).to_h
      assert_operator found[:owned], :>, 60
      assert_operator found[:share], :>=, 0.9, "memory of #{memory} days"
    end
  end
end
