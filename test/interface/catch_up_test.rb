require "support/interface"
require "support/cards"

# "We have 25 minutes", on the device and in the core: the same times added to the same segments, at moments from a
# seed.
class DeviceCatchUpTest < InterfaceTest
  include CardTest

  Floor = JauntyBell::Core::Floor

  def card(random)
    kinds = %w[technique bag mitts finisher]
    plan(block("warm-up", round(title: "Rope", work: 300, rest: 30)),
      *Array.new(random.rand(2..5)) { |i|
        block(kinds.sample(random: random), round("1-2", title: "R#{i}", work: random.rand(12..60) * 5,
          rest: random.rand(0..12) * 5, effort: random.rand(3..9), repeat: random.rand(1..2),
          explain: random.rand(0..4) * 10, keep: random.rand < 0.2), importance: random.rand(1..5))
      },
      block("cool-down", round(title: "Walk", work: 300, rest: 0, effort: 1)))
  end

  def test_the_same_as_the_core
    random = Random.new(12)
    tried = Array.new(25) do
      whole = card(random)
      segments, rounds = Floor::CueSheet.new(whole).segments, Floor::Rounds.of(whole)
      at = random.rand(0..segments.sum(&:duration) / 1_000 - 1) * 1_000
      [segments, rounds, at, random.rand(60..1_800)]
    end
    found = answers("floor/catchUp", *tried.map { |segments, rounds, at, seconds|
      ring = Floor::Ring.new(segments: segments).resume(0).caught_up(at)
      plain = {segments: segments.map { |segment| segment.to_h.merge(cues: []) }, at: ring.at, elapsed: ring.elapsed,
               since: ring.since, extra: {}, runs: []}
      [["catchUp", {rounds: rounds}, plain, at, seconds]]
    })
    tried.zip(found).each do |(segments, rounds, at, seconds), device|
      core = Floor::CatchUp.new(segments, rounds, at: at, seconds: seconds)
      if core.added.nil? then assert_kind_of Numeric, device
      else
        assert_equal core.added, device[:added].to_h { |segment, ms| [segment.to_s.to_i, ms] }
        assert_equal core.changes.map { |change| [change.title, change.was, change.work] },
          device[:changes].map { |change| change.values_at(:title, :was, :work) }
      end
    end
  end
end
