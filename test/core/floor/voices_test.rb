require "support/cards"
require "support/generated"

# Never two voices at once.
class VoicesTest < Minitest::Test
  include CardTest

  Floor = JauntyBell::Core::Floor
  def cue(kind, at, text, *say) = Floor::Voice.default.cue(kind, at, text, say)

  def settle(*cues, duration: 60_000, bell: false) =
    Floor::OneAtATime.settle(cues, duration, bell: bell).map { |cue| [cue.kind, cue.at, cue.text, cue.say] }

  def length(*words) = Floor::Voice.default.length(words)

  def test_what_is_due_at_once_becomes_one
    assert_equal [[:swap, 5_000, "Change. 1", %w[change one]]],
      settle(cue(:count, 5_000, "1", "one"), cue(:swap, 5_000, "Change", "change"))
  end

  def test_an_announcement_waits_for_the_bell_and_a_call_for_the_announcement
    ends = 1_500 + length("next", "bag")
    assert_equal [[:announce, 1_500, "Next", %w[next bag]], [:call, ends, "jab", %w[jab]]],
      settle(cue(:announce, 0, "Next", "next", "bag"), cue(:call, 1_600, "jab", "jab"), bell: true)
  end

  def test_a_count_does_not_wait_but_is_shown
    assert_equal [[:swap, 5_000, "Change", %w[change]], [:count, 5_100, "4", []]],
      settle(cue(:swap, 5_000, "Change", "change"), cue(:count, 5_100, "4", "four"))
  end

  def test_what_has_no_room_before_the_end_is_only_shown
    assert_equal [[:announce, 0, "Next", []]], settle(cue(:announce, 0, "Next", "next", "bag"), duration: 600)
    assert_equal [[:announce, 0, "Anything", []]], settle(cue(:announce, 0, "Anything"), duration: 600)
  end

  # Over random cards: no voice begins while another speaks, none reaches past its segment, cues are in order.
  def test_over_random_classes
    random = Random.new(11)
    60.times do |seed|
      rounds = Array.new(random.rand(1..5)) { any_round(random) }
      sheet = Floor::CueSheet.new(plan(block("bag", *rounds)), seed: seed)
      sheet.segments.each do |segment|
        spoken = segment.cues.select { |cue| cue.say.any? }
        assert(spoken.each_cons(2).all? { |one, two| one.at + one.length <= two.at }, rounds.inspect)
        assert(spoken.all? { |cue| cue.at >= 0 && cue.at + cue.length <= segment.duration }, rounds.inspect)
        assert_equal segment.cues.map(&:at).sort, segment.cues.map(&:at)
      end
    end
  end

  def any_round(random)
    manner = %w[counted counted-then-clocked called clocked].sample(random: random)
    swap = %w[alone even every round].sample(random: random)
    drilled(%w[1-2 1-2-3b-2 3-2].first(random.rand(1..3)), manner: manner,
      count: (random.rand(1..30) if manner.start_with?("counted")), both_sides: random.rand < 0.5,
      tempo: random.rand(60..300),
      pause: random.rand(0..2), work: random.rand(40..200), explain: random.rand(0..9), swap: swap,
      every: (random.rand(5..40) if swap == "every"),
      swap_time: random.rand(0..9), repeat: random.rand(1..2),
      phases: (random.rand < 0.4) ? [Card::Phase.new(name: "moving", other: true),
        Card::Phase.new(name: "burst", seconds: random.rand(1..30))] : [])
  end
end
