require "test_helper"

class ClashesTest < Minitest::Test
  include CoreTest

  def held(id, starts, minutes: 60, coach: nil, room: nil, cancelled: false)
    {id: id, starts_at: Time.utc(2026, 3, 2) + starts * 60, minutes: minutes, coach: coach, room: room,
     cancelled_at: cancelled ? Time.utc(2026) : nil}
  end

  def clashes(*classes) = Core::Calendar.clashes(classes).map { |clash| [clash.what, clash.one, clash.other] }

  def test_the_same_coach_or_room_at_the_same_time
    assert_equal [[:coach, 1, 2], [:room, 1, 2]],
      clashes(held(1, 0, coach: "Nell", room: "Hall"), held(2, 30, coach: "Nell", room: "Hall"))
    assert_empty clashes(held(1, 0, coach: "Nell"), held(2, 60, coach: "Nell"))
    assert_empty clashes(held(1, 0, coach: "Nell", room: "Hall"), held(2, 30, coach: "Ruben", room: "Yard"))
    assert_empty clashes(held(1, 0), held(2, 30))
    assert_empty clashes(held(1, 0, coach: "Nell", cancelled: true), held(2, 30, coach: "Nell"))
  end

  # Property: the same as comparing every class with every other.
  def test_against_every_pair
    random = Random.new(6)
    50.times do
      classes = Array.new(8) do |id|
        held(id, random.rand(0..400), minutes: random.rand(20..120), coach: %w[a b].sample(random: random),
          room: ["x", "y", nil].sample(random: random))
      end
      pairs = classes.combination(2).sum do |one, other|
        apart = one[:starts_at] + one[:minutes] * 60 <= other[:starts_at] ||
          other[:starts_at] + other[:minutes] * 60 <= one[:starts_at]
        apart ? 0 : %i[coach room].count { |what| one[what] && one[what] == other[what] }
      end
      assert_equal pairs, Core::Calendar.clashes(classes).size
    end
  end
end
