require "support/interface"

# What a programme's page works out for itself: whether a plan is due, what is still to come, what a pin changes.
class WantedTest < InterfaceTest
  def meeting(on, week, past: false) = {on: on, week: week, past: past}

  def programme(**facts)
    {meetings: [meeting("2026-06-02", 0, past: true), meeting("2026-06-04", 0), meeting("2026-06-09", 1)],
     plan: {stale: false}, proposed: nil, classes_since: 0, **facts}
  end

  # [what is otherwise, whether one is being made] → whether a plan is due
  DUE = {
    [{}, false] => false,
    [{plan: nil}, false] => true,
    [{plan: nil}, true] => false,
    [{plan: {stale: true}}, false] => true,
    [{classes_since: 1}, false] => true,
    [{classes_since: 1, proposed: {stale: false}}, false] => false,
    [{proposed: {stale: true}}, false] => true,
    [{plan: nil, meetings: [{past: true}]}, false] => false
  }.freeze

  def test_when_a_plan_is_due
    found = answers("weeks/wanted", *DUE.keys.map { |facts, running| [["planDue", programme(**facts), running]] })
    DUE.zip(found) { |(asked, due), said| assert_equal due, said, asked.inspect }
  end

  def test_what_is_still_to_come_of_the_next_week
    over = programme(meetings: [meeting("2026-06-02", 0, past: true)])
    found = answers("weeks/wanted", [["toCome", programme]], [["toCome", over]])
    assert_equal [["2026-06-04"], []], found.map { |list| list.map { |each| each[:on] } }
  end

  SETTINGS = {never: [{combination_id: "a", on: "9"}, {combination_id: "b", on: "9"}],
              pins: [{combination_id: "a", on: "2", rung: "count"},
                {combination_id: "a", on: "5", rung: "clock"}]}.freeze
  PLAN = {classes: [{on: "2", places: [{combination_id: "a", rung: "move"}]}]}.freeze

  def test_a_place_is_pinned_to_another_class_at_its_rung
    found = answers("weeks/wanted", [["pinned", SETTINGS, PLAN, "a", "2", "9"]]).first
    assert_equal [{combination_id: "a", on: "5", rung: "clock"}, {combination_id: "a", on: "9", rung: "move"}],
      found[:pins]
    assert_equal [{combination_id: "b", on: "9"}], found[:never], "a bar on that day would contradict it"
  end

  def test_what_no_plan_has_is_pinned_without_a_rung
    found = answers("weeks/wanted", [["pinned", SETTINGS, nil, "c", "1", "2"]]).first
    assert_equal({combination_id: "c", on: "2", rung: nil}, found[:pins].last)
    assert_equal 3, found[:pins].size
  end
end
