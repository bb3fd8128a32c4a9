require "test_helper"

class DrillTest < Minitest::Test
  include CoreTest

  def drill(*texts, on: nil, **facts)
    Bench::Drill.new(pool: texts.map { |text| read(text) },
      implement: Lexicon::Implements[facts.delete(:implement) || "focus-mitts"], on: on, **facts)
  end

  # Seconds of striking in so much work of a drill, as a card reckons them.
  def striking(drill, work)
    card = JauntyBell::Core::Card
    round = card::Round.new(title: "Drill", work: work, drill: card::Named.new(id: 1, name: "Drill", what: drill))
    card::Work.new(card::Task.new(round, "mitts"), reading: Notation::Reading.new).shares.first.striking
  end

  def test_kit_cues_and_cautions_come_from_implement_and_techniques
    told = drill("1-2-rear kick", implement: "long-pads")
    assert_equal ["wraps", "gloves", "long pads", "shin pads"], told.kit
    assert_includes told.cautions, "Warm legs before hard kicks."
    assert_includes told.holder_cues, "Brace as it lands and let it travel."
    assert_equal Bench::Drill::BREATH, told.cues.last
    refute_includes drill("1-2", breathing: false).cues, Bench::Drill::BREATH
    refute_includes drill("slip-roll").cues, Bench::Drill::BREATH
    assert_empty drill("1-2", implement: "air").kit
    assert_equal ["tape"], drill("1-2", kit: ["tape"]).kit
  end

  def test_the_corner_knows_the_drill
    rules = ->(told) { told.analyses.flat_map { |analysis| analysis.walk.findings.map(&:rule) } }
    assert_includes rules.call(drill("1-2", "rear kick")), "wrong-implement"
    assert_includes rules.call(drill("1-2", implement: "hanging-bag", kit: [])), "bare-hand"
    refute_includes rules.call(drill("1-2", implement: "hanging-bag")), "bare-hand"
    assert_includes rules.call(drill("rear kick", implement: "partner", manner: "trade", intensity: :hard)),
      "kick-trade"
  end

  LADDERS = {"up" => %w[1 1-2 1-2-3], "down" => %w[1-2-3 1-2 1], "both" => %w[1 1-2 1-2-3 1-2 1]}.freeze

  def test_ladders
    LADDERS.each do |way, steps|
      assert_equal steps,
        drill("1-2-3", manner: "ladder", ladder: way).ladder_lines.map { |step| Notation.write(step) }
    end
  end

  def test_a_version_for_a_rung
    told = drill("1-2", "1-2-3", versions: {"move" => 1})
    assert_equal [read("1-2"), read("1-2-3")], %w[count move].map { |rung| told.at(rung) }
  end

  # [on, off, work] → seconds of striking
  STRIKING = {[20, 10, 180] => 120, [20, 10, 175] => 120, [20, 10, 165] => 115, [30, 30, 20] => 20,
              [nil, nil, 180] => 180}.freeze

  def test_inner_intervals
    STRIKING.each do |(on, off, work), seconds|
      assert_equal seconds, striking(drill("1-2", on: on, off: off), work), [on, off, work].inspect
    end
  end

  # what cannot be drilled so → the path
  REFUSED = {
    {manner: "brawl"} => "manner", {manner: "counted"} => "count", {manner: "counted", count: 201} => "count",
    {on: 20} => "on", {on: 0, off: 10} => "on", {rungs: []} => "rungs", {rungs: ["moon"]} => "rungs",
    {versions: {"air" => 3}} => "versions/air", {ladder: "sideways"} => "ladder", {rest: "asleep"} => "rest"
  }.freeze

  def test_what_cannot_be_drilled_so
    REFUSED.each do |facts, path|
      assert_equal path, assert_raises(Core::InvalidInput, facts.inspect) { drill("1-2", **facts) }.path
    end
    assert_equal "pool", assert_raises(Core::InvalidInput) { drill }.path
  end
end
