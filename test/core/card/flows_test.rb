require "support/cards"

# Flows, phases of exercises, bursts and counted pools: what they take, what is said when, what each does meanwhile.
class FlowsTest < Minitest::Test
  include CardTest

  Floor = JauntyBell::Core::Floor
  ALL = JauntyBell::Core::Lexicon::Exercises.default

  def of(id, seconds, **facts) =
    ALL[id].then do |each|
      Card::Phase.new(name: each.name, seconds: seconds, exercise: each, sides: each.sides, **facts)
    end

  def flow(*phases) = Card::Named.new(id: "f", name: "Flow", what: Card::Flow.checked(phases))

  def flowing(*phases, **facts) = Card::Round.new(title: "Warm", flow: flow(*phases), **facts)

  def cues(round, kind: "warm-up") =
    Floor::CueSheet.new(plan(block(kind, round))).segments.find { |segment| segment.kind == :work }.cues

  WARM = [["hip-circles", 30], ["arm-circles", 30], ["squats", 40], ["rope", 60]].freeze

  # The card says how long it takes, whatever was written as its work; nobody strikes, nobody stands.
  def test_a_flow_takes_what_its_parts_take
    whole = plan(block("warm-up", flowing(*WARM.map { |id, seconds| of(id, seconds) }, work: 7)))
    assert_equal 60 + 30 + 40 + 60, whole.total
    assert_equal [190, 0, 0], whole.share.then { |share| [share.moving, share.striking, share.standing] }
    by_hand = (2.0 * 60 + 2 * 30 + 6 * 40 + 5 * 60) / 190
    assert_in_delta by_hand, whole.mean_effort, 1e-9, "the mean of what each asks, by its time"
    assert_equal ["skipping rope"], whole.tasks.values.first.kit
  end

  # Ten exercises: each is named before it begins, and a tone says when; two sides are called at half time.
  def test_each_is_named_before_it_begins
    ten = ALL.first(10).map { |each| of(each.id, 30) }
    found = cues(flowing(*ten))
    begins = ten.each_with_object([0]) { |phase, at| at << at.last + phase.lasts * 1_000 }[0...-1]
    named = found.select { |cue| cue.kind == :phase }
    assert_equal ten.map(&:name), named.map { |cue| cue.text[/\A[^,]+/] }
    named.drop(1).zip(begins.drop(1)) do |cue, at|
      assert_operator cue.at + cue.length, :<=, at, cue.text
      assert_operator at - cue.at, :<, 6_000, cue.text
      refute_empty cue.say, cue.text
    end
    halves = ten.zip(begins).select { |phase, _| phase.sides }.map { |phase, at| at + phase.seconds * 1_000 }
    tones = found.select { |cue| cue.kind == :go }.map(&:at)
    assert_equal (begins.drop(1) + halves).sort, tones
    assert_equal halves.size, found.count { |cue| cue.kind == :side && cue.text == "Other side" && cue.say.any? }
  end

  def test_what_is_said_of_a_phase
    {of("hip-circles", 30) => "hip circles, left, thirty seconds", of("rope", 120) => "rope, two minutes",
     of("squats", 75) => "squats, one minute fifteen seconds",
     Card::Phase.new(name: "burst", seconds: 30, burst: true) => "Last thirty seconds. No stopping",
     Card::Phase.new(name: "moving", seconds: 60, other: true) => "Other stance. moving"}.each do |phase, text|
      assert_equal text, Floor::PhaseWords.of(phase, phase.lasts).first
    end
  end

  # Counted, then on the clock, then moving, then all out: each announced before it begins, in one round.
  def test_a_count_then_the_clock_then_moving_then_a_burst
    round = drilled(%w[1-2 2-3], manner: "counted-then-clocked", count: 5, tempo: 120, pause: 1, work: 120,
      phases: [Card::Phase.new(name: "steady", seconds: 60), Card::Phase.new(name: "moving", seconds: 30),
        Card::Phase.new(name: "burst", seconds: 30, burst: true)])
    whole = plan(block("bag", round))
    work = whole.work(whole.tasks.values.first)
    # ten sets, 2 s each with the pause after them, and the naming of the second in whole seconds of at least two
    counting = 20 + [Floor::Voice.default.length(%w[cross lead hook]).fdiv(1_000).ceil, 2].max - 1
    assert_equal [counting, counting + 120], [work.counting, work.seconds]
    found = cues(round, kind: "bag").select { |cue| cue.kind == :phase }
    assert_equal ["cross, lead hook", "Own time", "steady", "moving", "Last thirty seconds. No stopping"],
      found.map(&:text)
    moving, burst = found.last(2)
    assert_operator moving.at + moving.length, :<=, (counting + 60) * 1_000
    assert_operator burst.at + burst.length, :<=, (counting + 90) * 1_000
  end

  # Strikes are those of what each phase is of; in an exercise nobody strikes. Reckoned by hand at 120 beats a minute
  # with 1 s between sets: 1-2 takes 1 s, so 30 sets of 2 in a minute; 1-2-3 takes 1.5 s, so 24 of 3 in a minute.
  def test_phases_of_their_own
    named = ->(text) { Card::Named.new(id: nil, name: text, what: read(text)) }
    round = Card::Round.new(title: "Mixed", work: 180, tempo: 120, pause: 1, implement: "hanging-bag", phases: [
      Card::Phase.new(name: "1-2", seconds: 60, combination: named["1-2"]), of("squats", 60),
      Card::Phase.new(name: "1-2-3", seconds: 60, combination: named["1-2-3"])
    ])
    share = plan(block("bag", round)).share
    assert_equal [30 * 2 + 24 * 3, 120, 60], [share.strikes, share.striking, share.moving]
    pairs = plan(block("pads", round.but(implement: "long-pads", swap: "even", swap_time: 0)))
      .then { |whole| whole.work(whole.tasks.values.first).shares }
    pairs.each { |each| assert_equal [180, 60, 60, 60], [each.seconds, each.moving, each.striking, each.holding] }
  end

  def test_what_cannot_be_followed
    many = Array.new(31) { of("squats", 10) }
    {[] => /needs something/, many => /at most 30; this has 31/, [of("squats", nil)] => /"squats" has no time/,
     [of("squats", 0)] => /"squats" lasts from 1 second/, [of("rope", 3_000), of("rope", 700)] => /an hour at most/}
      .each do |phases, says|
      assert_match says, assert_raises(Core::InvalidInput) { Card::Flow.checked(phases) }.message
    end
    error = assert_raises(Core::InvalidInput) { Card::Round.new(title: "x", phases: many, work: 400).checked("at") }
    assert_equal ["at/phases", /31: make two of it/.match?(error.message)], [error.path, true]
  end

  # Stations that go on and off: one bell rings for all, or each keeps its own and the voice says so once.
  def test_bells_inside_a_circuit
    stations = [[20, 10], [20, 10]].map { |on, off|
      round("1-2", work: 60, rest: 20, on: on, off: off, implement: "hanging-bag")
    }
    rung = ->(one, **facts) {
      Floor::CueSheet.new(plan(block("circuit", *one, **facts))).segments.select { |segment| segment.kind == :work }
        .map { |segment| segment.cues.select { |cue| %i[interval_on interval_off announce].include?(cue.kind) } }
    }
    assert_equal [[:interval_off, 20_000], [:interval_on, 30_000], [:interval_off, 50_000]],
      rung[stations].first.map { |cue| [cue.kind, cue.at] }
    own = rung[[stations.first, stations.last.but(on: 40, off: 20)], bells: "own"]
    assert_equal ["Each station keeps its own time"], own.flatten.map(&:text)
    differing = plan(block("circuit", stations.first, stations.last.but(on: 40, off: 20)))
    found = finding(differing, "circuit-bells")
    assert_equal ["20 s on and 10 s off at every station", "Each station its own time"], found.mends.map(&:label)
  end

  # Twenty-three at ten stations: everybody has a place, nobody waits, groups differ by one at most.
  def test_twenty_three_at_ten_stations
    stations = Array.new(10) { |i| of("squats", 30).then { round(title: "S#{i}", work: 40, rest: 20, capacity: 3) } }
    whole = plan(block("circuit", *stations), students: 23)
    circuit = whole.circuit(whole.blocks.first)
    assert_equal [[3, 3, 3, 2, 2, 2, 2, 2, 2, 2], 0, 10], [circuit.groups, circuit.waits, circuit.steps]
    circuit.table.each { |row| assert_equal 10, row.uniq.size }
  end
end
