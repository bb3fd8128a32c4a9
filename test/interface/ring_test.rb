require "support/interface"

# The running class as a value: pause, skip, again, more or less time, end. All times in milliseconds.
class RingTest < InterfaceTest
  SEGMENTS = [
    {kind: "explain", round: 0, duration: 20_000, cues: []},
    {kind: "work", round: 0, duration: 180_000, cues: [{kind: "bell_start", at: 0, text: nil}, {kind: "warning", at: 170_000, text: nil}, {kind: "bell_end", at: 180_000, text: nil}]},
    {kind: "rest", round: 0, duration: 60_000, cues: [{kind: "announce", at: 0, text: "Next: Two"}]},
    {kind: "work", round: 1, duration: 120_000, cues: [{kind: "bell_start", at: 0, text: nil}, {kind: "bell_end", at: 120_000, text: nil}]}
  ].freeze

  NEW = ["newRing", SEGMENTS].freeze
  STARTED = [NEW, ["resume", 0]].freeze

  # steps → [segment, milliseconds gone in it when it last stood, running since, rounds left as [round, seconds, outcome]]
  CASES = {
    [NEW] => [0, 0, nil, []],
    STARTED => [0, 0, 0, []],
    [*STARTED, ["caughtUp", 5_000]] => [0, 0, 0, []],
    [*STARTED, ["caughtUp", 25_000]] => [1, 0, 20_000, []],
    [*STARTED, ["caughtUp", 230_000]] => [2, 0, 200_000, [[0, 180, "done"]]],
    [*STARTED, ["caughtUp", 9_000_000]] => [4, 0, nil, [[0, 180, "done"], [1, 120, "done"]]],
    [*STARTED, ["pause", 8_000]] => [0, 8_000, nil, []],
    [*STARTED, ["pause", 8_000], ["resume", 60_000], ["caughtUp", 73_000]] => [1, 0, 72_000, []],
    [*STARTED, ["pause", 8_000], ["pause", 9_000]] => [0, 8_000, nil, []],
    [*STARTED, ["skip", 5_000]] => [1, 0, 5_000, []],
    [*STARTED, ["skip", 5_000], ["skip", 65_000]] => [2, 0, 65_000, [[0, 60, "skipped"]]],
    [NEW, ["skip", 5_000]] => [1, 0, nil, []],
    [*STARTED, ["skip", 0], ["repeat", 30_000]] => [1, 0, 30_000, [[0, 30, "cut"]]],
    [*STARTED, ["skip", 0], ["caughtUp", 190_000], ["repeat", 200_000]] => [1, 0, 200_000, [[0, 180, "done"]]],
    [*STARTED, ["lengthen", 30_000, 1_000], ["caughtUp", 45_000]] => [0, 0, 0, []],
    [*STARTED, ["lengthen", 30_000, 1_000], ["caughtUp", 51_000]] => [1, 0, 50_000, []],
    [*STARTED, ["lengthen", -60_000, 15_000], ["caughtUp", 15_500]] => [0, 0, 0, []],
    [*STARTED, ["lengthen", -60_000, 15_000], ["caughtUp", 16_000]] => [1, 0, 16_000, []],
    [*STARTED, ["skip", 0], ["end", 45_000]] => [4, 0, nil, [[0, 45, "cut"]]],
    [*STARTED, ["end", 5_000], ["skip", 6_000]] => [4, 0, nil, []]
  }.freeze

  def test_the_algebra_of_a_running_class
    found = answers("floor/ring", *CASES.keys)
    CASES.values.zip(found, CASES.keys) do |expected, ring, steps|
      assert_equal expected, [ring[:at], ring[:elapsed], ring[:since], ring[:runs].map { |run| run.values_at(:round, :worked_s, :outcome) }], steps.drop(1).inspect
    end
  end

  # steps and instant → milliseconds to the last bell
  def test_what_remains
    asked = {[*STARTED, ["remaining", 0]] => 380_000, [*STARTED, ["remaining", 15_000]] => 365_000, [*STARTED, ["lengthen", 30_000, 0], ["remaining", 15_000]] => 395_000,
             [*STARTED, ["skip", 5_000], ["remaining", 5_000]] => 360_000, [*STARTED, ["end", 5_000], ["remaining", 5_000]] => 0}
    assert_equal asked.values, answers("floor/ring", *asked.keys)
  end

  # between two instants → cues heard; what is long past is let go
  def test_cues_are_heard_once_and_on_time
    ring, = answers("floor/ring", [*STARTED, ["skip", 0]])
    heard = ->(from, to) { answers("floor/ring", [["cuesBetween", ring, ring, from, to]]).first.map { |cue| cue[:kind] } }
    assert_equal [[], ["warning"], [], ["bell_end"]], [heard.call(100, 1_000), heard.call(169_000, 170_500), heard.call(170_500, 171_000), heard.call(179_500, 180_200)]
    assert_empty heard.call(1_000, 176_000), "five seconds late is too late"
    longer, = answers("floor/ring", [*STARTED, ["skip", 0], ["lengthen", 30_000, 0]])
    assert_equal ["warning"], answers("floor/ring", [["cuesBetween", longer, longer, 199_900, 200_100]]).first.map { |cue| cue[:kind] }
  end
end
