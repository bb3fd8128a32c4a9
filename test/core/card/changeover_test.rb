require "support/cards"

class ChangeoverTest < Minitest::Test
  include CardTest

  # what is needed one after another ([gloves, held]) → seconds before each
  CASES = {
    [[true, nil]] => [0], [[nil, nil], [true, nil]] => [0, 60], [[true, nil], [nil, nil], [true, nil]] => [0, 0, 0],
    [[true, nil], [false, nil], [true, nil]] => [0, 0, 60],
    [[true, "mitts"], [true, "pads"], [true, "pads"], [true, nil], [true, "pads"]] => [0, 20, 0, 0, 20],
    [[nil, nil], [true, "mitts"]] => [0, 60], [[false, nil], [nil, "shield"]] => [0, 20]
  }.freeze

  def test_what_has_to_be_put_on_takes_time
    CASES.each do |needs, seconds|
      state = Card::Changeover.new
      told = needs.map do |gloves, held|
        time, state = state.to(gloves: gloves, holder_kit: held, school: Lexicon::School.default)
        time
      end
      assert_equal seconds, told, needs.inspect
    end
  end

  def test_a_club_that_is_quick_with_gloves
    quick = school(changeovers: {"gloves" => 10})
    state = Card::Changeover.new.to(gloves: nil, holder_kit: nil, school: quick).last
    assert_equal 20, state.to(gloves: true, holder_kit: "mitts", school: quick).first, "the longer of the two"
  end
end
