require "test_helper"
require "support/ring_cases"

# The algebra of a running class, compared with the table that the device's side is compared with too.
class CoreRingTest < Minitest::Test
  include CoreTest

  Floor = JauntyBell::Core::Floor

  def segments
    @segments ||= RingCases::TABLE["segments"].map do |row|
      cues = row["cues"].map { |cue| Floor::Cue.new(kind: cue["kind"].to_sym, at: cue["at"], anchor: cue["anchor"]) }
      Floor::Segment.new(kind: row["kind"].to_sym, round: row["round"], duration: row["duration"], cues: cues)
    end
  end

  def after(steps) =
    steps.reduce(Floor::Ring.new(segments: segments)) { |ring, (name, *given)| ring.public_send(name, *given) }

  def rows(part) = RingCases::TABLE[part]

  def test_what_happens
    rows("cases").each do |row|
      ring = after(row["steps"])
      assert_equal row["is"], [ring.at, ring.elapsed, ring.since,
        ring.runs.map { |left| [left.round, left.worked, left.outcome] }], row["name"]
    end
  end

  def test_what_remains
    rows("remaining").each { |row| assert_equal row["is"], after(row["steps"]).remaining(row["at"]), row.inspect }
  end

  def test_what_is_due
    rows("due").each do |row|
      assert_equal row["is"],
        after(row["steps"]).due(row["from"], row["to"]).map { |cue, at| [cue.kind.to_s, at] }, row.inspect
    end
  end

  # However time is cut into windows and steps, every cue of a class that only runs is due once, in order.
  def test_every_cue_once
    random = Random.new(5)
    whole = after([["resume", 0]]).due(0, 1_000_000).map { |cue, at| [cue.kind, at] }
    assert_equal 11, whole.size
    20.times do
      ring, heard, now = after([["resume", 0]]), [], 0
      until ring.over?
        upto = now + random.rand(1..20_000)
        heard.concat(ring.due(now, upto).map { |cue, at| [cue.kind, at] })
        ring = ring.caught_up(now = upto)
      end
      assert_equal whole.reject { |_, at| at >= now }, heard
    end
  end
end
