require "test_helper"
require "jaunty_bell/core"

# What a coach is told of somebody at the door.
class DoorTest < Minitest::Test
  Door = JauntyBell::Core::Floor::Door
  Hold = JauntyBell::Core::Care::Hold
  DAY = Date.new(2026, 6, 10)

  def notes(**known) = Door.new(day: DAY, **known).notes.map { |note| [note.kind, note.text] }

  def hold(matter, *blocks) = Hold.new(matter: matter, blocks: blocks, from: DAY)

  def test_notes
    {
      {} => [],
      {minutes: 60} => [[:twice, "Second session today: 60 min already"]],
      {came: [DAY - 20]} => [],
      {came: [DAY - 21]} => [[:back, "Back after 3 weeks: ease in"]],
      {came: [DAY - 9], away: 7} => [[:back, "Back after 1 week: ease in"]],
      {came: [DAY - 40, DAY - 13]} => [[:back, "Back after 3 weeks: ease in until 11 Jun"]],
      {came: [DAY - 40, DAY - 14]} => [],
      {due: ["Two bells", "Gangway"]} => [[:due, "Due: Two bells, Gangway"]],
      {junior: true, guardian: "Mair"} => [[:junior, "Junior: no head contact, no contact with adults"]],
      {junior: true, guardian: " "} => [[:junior, "Junior: no head contact, no contact with adults"],
        [:guardian, "No guardian on file"]],
      {holds: [hold("elbow", "right hand", "holding")]} => [[:hold, "Elbow: no right hand, no holding"]],
      {holds: [hold("head knock", "all")]} => [[:hold, "Head knock: out today"]]
    }.each { |known, expected| assert_equal expected, notes(**known), known.inspect }
  end

  def test_the_gravest_first
    assert_equal %i[hold twice back due], notes(holds: [hold("illness", "hard effort")], minutes: 45, came: [DAY - 40],
      due: ["Undertow"]).map(&:first)
  end
end
