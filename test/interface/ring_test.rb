require "support/interface"
require "support/ring_cases"

# The device's side of the algebra of a running class, compared with the same table as the core's.
class RingTest < InterfaceTest
  def test_every_case
    found = RingCases.found(->(chains) { answers("floor/ring", *chains) })
    found.each do |part, answers|
      RingCases::TABLE[part].zip(answers) { |row, answer| assert_equal row["is"], answer, row.inspect }
    end
  end

  CALLED = [
    {kind: "explain", round: 0, duration: 10_000, cues: []},
    {kind: "work", round: 0, duration: 60_000,
     cues: [[1_500, "a"], [9_000, "b"]].map { |at, id| {kind: "call", at: at, anchor: "start", combination_id: id} }},
    {kind: "rest", round: 0, duration: 30_000, cues: []},
    {kind: "work", round: 1, duration: 60_000, cues: []}
  ].freeze

  # When the class that began at 0 is looked at → what was called last in its round; nothing is called in the second.
  def test_what_was_called_last
    looks = {5_000 => nil, 11_000 => nil, 12_000 => "a", 19_500 => "b", 80_000 => "b"}
    chains = looks.keys.map { |at| [["newRing", CALLED], ["resume", 0], ["caughtUp", at], ["calledLast", at]] }
    assert_equal looks.values, answers("floor/ring", *chains)
    assert_nil answers("floor/ring", [["newRing", CALLED.last(1)], ["resume", 0], ["calledLast", 5]]).first
  end
end
