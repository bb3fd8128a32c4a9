require "support/cards"

# What comes before and after a drill on the rungs.
class ProgressionTest < Minitest::Test
  include CardTest

  def drill(pool = %w[1-2-3], **facts)
    Bench::Drill.new(pool: pool.map { |text| read(text) }, implement: Lexicon::Implements["hanging-bag"], **facts)
  end

  # rung → [manner, implement] of a drill on the clock on a bag
  RUNGS = {"air" => %w[clocked air], "count" => %w[counted hanging-bag], "clock" => %w[clocked hanging-bag],
           "move" => %w[clocked focus-mitts], "call" => %w[called focus-mitts], "answer" => %w[trade partner]}.freeze

  def test_every_rung_has_its_manner
    steps = Bench::Progression.of(drill, rung: "clock").steps
    assert_equal RUNGS, steps.to_h { |step| [step.rung, [step.drill.facts.manner, step.drill.facts.implement.id]] }
    assert_equal 105, steps.first.drill.facts.tempo, "three quarters of the tempo, in the air"
    assert_equal 10, steps[1].drill.facts.count
  end

  def test_before_and_after
    made = Bench::Progression.of(drill, rung: "clock", ladder: Bench::Rungs.from("count"))
    assert_equal [%w[count], "clock", %w[move call answer]],
      [made.before.map(&:rung), made.now.rung, made.after.map(&:rung)]
    assert_equal %w[clock move call answer answer], made.coming(5).map(&:rung)
    assert_same made.now.drill, made.coming(1).first.drill, "the drill itself at its own rung"
  end

  def test_a_kick_goes_to_pads_that_take_it_and_feeds_are_kept
    kicks = Bench::Progression.of(drill(["1-2-rear kick"]), rung: "count").steps.last(3)
    assert_equal %w[long-pads long-pads partner], kicks.map { |step| step.drill.facts.implement.id }
    reading = Bench::Notation::Reading.new
    feeds = %w[1 2].map { |text| Bench::Feed.read(text, reading) }
    read = Bench::Progression.of(drill(["slip rear-2", "roll rear-3"], feeds: feeds, manner: "read",
      rungs: ["answer"]), rung: "answer")
    assert_equal "read", read.now.drill.facts.manner
    assert_equal %w[clocked counted clocked clocked called],
      read.steps.first(5).map { |step| step.drill.facts.manner }
  end

  def test_a_drill_made_for_a_rung
    assert Bench::Progression.made_for?(drill(manner: "counted", count: 5, rungs: ["count"]), "count")
    refute Bench::Progression.made_for?(drill(rungs: %w[count clock]), "count")
    refute Bench::Progression.made_for?(drill(manner: "called", rungs: ["call"]), "count")
  end
end
