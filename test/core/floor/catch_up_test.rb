require "support/cards"

# A class that runs late made to end in time: what is on stays, what is to come is cut by the rules of the fit.
class CatchUpTest < Minitest::Test
  include CardTest

  Floor = JauntyBell::Core::Floor

  def whole
    plan(block("warm-up", round(title: "Rope", work: 300, rest: 30)),
      block("technique", round("1-2", title: "New", work: 180, rest: 30), importance: 5),
      block("bag", round("1-2", title: "Bag", work: 240, rest: 60, effort: 7, repeat: 2)),
      block("finisher", round(title: "Push-ups", work: 120, rest: 30, effort: 9), importance: 1),
      block("cool-down", round(title: "Walk", work: 300, rest: 0, effort: 1)))
  end

  def catch_up(at, seconds, plan = whole)
    Floor::CatchUp.new(Floor::CueSheet.new(plan).segments, Floor::Rounds.of(plan), at: at * 1_000, seconds: seconds)
  end

  def ends(made, plan = whole) = Floor::CueSheet.new(plan).duration / 1_000 + made.added.values.sum / 1_000

  def test_what_goes_first
    assert_empty catch_up(100, 3_000).changes
    made = catch_up(400, 1_000)
    assert_operator ends(made), :<=, 1_400, "it ends in time"
    gone = made.changes.select { |change| change.work.nil? }.map(&:title)
    assert_includes gone, "Push-ups", "the finisher goes before technique"
    refute_includes gone, "Walk", "the cool-down stays"
  end

  # Over moments and times left: it ends in time, nothing that is on is touched, nothing grows.
  def test_over_moments_and_times
    plan = whole
    segments = Floor::CueSheet.new(plan).segments
    random = Random.new(4)
    40.times do
      at, seconds = random.rand(0..1_300), random.rand(100..1_500)
      made = catch_up(at, seconds, plan)
      ring = Floor::Ring.new(segments: segments).resume(0).caught_up(at * 1_000)
      unless made.added
        assert_operator made.over, :>, 0, "#{at} #{seconds}"
        next
      end
      assert_operator ends(made, plan), :<=, at + seconds, "#{at} #{seconds}"
      current = segments[ring.at].round
      assert(made.added.keys.all? { |i| segments[i].round > current }, "what is on stays")
      assert(made.added.values.all?(&:negative?), "nothing grows")
      after = ring.refit(made.added)
      assert_in_delta ends(made, plan) - at, after.remaining(at * 1_000) / 1_000.0, 0.01, "the ring takes it"
    end
  end
end
