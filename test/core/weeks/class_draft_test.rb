require "support/programmes"
require "support/cards"

# A class of a plan as a card.
class ClassDraftTest < Minitest::Test
  include CardTest
  include Programmes

  Plan = Programmes::Weeks::Plan

  def place(id, rung = "count", times: 1, kind: :learn, **facts) =
    Plan::Place.new(combination_id: id, rung: rung, times: times, kind: kind, pinned: false, before: 0, after: 0,
      said: [], why: "", **facts)

  def planned(*places, effort: 6, minutes: 45) =
    Plan::PlannedClass.new(meeting: Programmes::Weeks::Meeting.new(index: 0, on: MONDAY, at: "18:30", minutes: minutes,
      week: 0), effort: effort.to_r, places: places)

  def template =
    plan(block("warm-up", round(title: "Rope", work: 120, rest: 30, effort: 3)),
      block("technique", round("1-2", effort: 5)),
      block("mitts", round("1-2", effort: 6, swap: "even", implement: "focus-mitts"),
        round("2-3", effort: 6, swap: "even", implement: "focus-mitts")), minutes: 45)

  def draft(planned, **facts) =
    Programmes::Weeks::Draft.new(template, planned, shelf: SHELF, **facts)

  def rounds(draft) = draft.blocks.flat_map(&:rounds)

  def test_technical_rounds_are_those_that_drill_a_combination
    assert_equal [[1, 0], [2, 0], [2, 1]], Programmes::Weeks::Draft.technical(template)
    assert_equal 180, Programmes::Weeks::Draft.seconds(template)
  end

  def test_places_take_the_technical_rounds_in_order
    made = rounds(draft(planned(place("three", kind: :new), place("two", "clock", times: 2, part: "1"))))
    assert_equal ["Rope", "Three", "Two, 1 first", "Two"], made.map(&:title)
    assert_equal [60, "clock", nil], [made[1].explain, made[2].rung, made[2].drill]
  end

  def test_what_an_implement_cannot_take_is_drilled_on_another
    made = rounds(draft(planned(place("two"), place("kick"), place("two"))))
    assert_equal ["long-pads", "focus-mitts"], made.last(2).map(&:implement)
  end

  def test_efforts_go_to_what_was_planned_and_it_fits
    {4 => [3, 3.5, 4.5, 4.5], 6 => [3, 6, 7, 7]}.each do |effort, expected|
      made = draft(planned(place("two"), place("two"), place("two"), effort: effort))
      assert made.fit.possible?
      assert_equal expected, rounds(made).map(&:effort)
      assert_operator made.filled.with(blocks: made.blocks).planned_load, :<=, (effort + 0.5) * 45
    end
    short = draft(planned(place("two"), minutes: 8))
    assert_operator short.filled.with(blocks: short.blocks).total, :<=, 480
    refute_empty short.fit.difference.changes, "it says what it gave up"
  end

  # A drill made for a rung is how the place is drilled there; its own tempo and implement stand.
  def test_a_drill_made_for_the_rung_takes_the_place
    drill = Bench::Drill.new(pool: [read("1-2")], implement: Lexicon::Implements["long-pads"], manner: "counted",
      count: 8, rungs: ["count"])
    named = Card::Named.new(id: "d", name: "Two to a count", what: drill, members: ["two"])
    made = rounds(draft(planned(place("two"), place("two", "clock")), drills: {["two", "count"] => named}))
    assert_equal [["Two to a count", "d", nil], ["Two", nil, "two"]],
      made[1..2].map { |round| [round.title, round.drill&.id, round.combination&.id] }
  end

  # The rungs of the lanes next to the group's.
  def test_versions_for_those_behind_and_ahead
    lanes = [[:behind, "air"], [:behind, "count"], [:group, "clock"], [:ahead, "move"]]
      .map { |where, rung| Plan::Lane.new(rung: rung, place: where, student_ids: ["ana"]) }
    made = draft(planned(place("two", "clock", lanes: lanes), place("two", "clock", lanes: lanes[2..2])))
    assert_equal [%w[count move], [nil, nil]], rounds(made)[1..2].map { |round| [round.beginners, round.ahead] }
  end
end
