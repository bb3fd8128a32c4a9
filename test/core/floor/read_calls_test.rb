require "support/cards"

# What is shown in a read drill: the when alone, drawn so that nobody can learn what comes.
class ReadCallsTest < Minitest::Test
  include CardTest

  Floor = JauntyBell::Core::Floor
  SHOWN = %w[1 red 2 blue].freeze
  POOL = %w[slip\ rear-2 3-2 catch-2-3 4-3].freeze

  def round(**facts) =
    drilled(POOL, manner: "read", shows: SHOWN, drill_implement: "focus-mitts", rung: "answer", work: 180,
      swap: "even", **facts)

  def sheet(seed: 0, weights: {}) =
    Floor::CueSheet.new(plan(block("mitts", round, round)), seed: seed, weights: weights)

  def calls(sheet) = sheet.segments.flat_map { |segment| segment.cues.select { |cue| cue.kind == :call } }

  def test_the_voice_gives_the_when_and_never_the_answer
    found = calls(sheet)
    assert_equal ["their jab", "red", "their cross", "blue"].sort, found.map(&:text).uniq.sort
    assert found.all?(&:hidden), "no screen may draw the answer"
    spoken = sheet.segments.flat_map { |segment| segment.cues.flat_map(&:say) }
    assert_empty spoken & %w[slip hook catch uppercut], "no announcement gives an answer away"
    assert_nil Floor::Rounds.of(plan(block("mitts", round))).first[:shown]
    assert_equal SHOWN.zip(POOL), Floor::Rounds.of(plan(block("mitts", round))).first[:feeds]
      .map { |feed| feed.values_at(:text, :combination_id) }
  end

  def test_no_more_than_two_alike_running_and_time_for_each
    30.times do |seed|
      sheet(seed: seed).segments.select { |segment| segment.kind == :work }.each do |segment|
        found = segment.cues.select { |cue| cue.kind == :call }
        assert(found.map(&:text).each_cons(3).none? { |three| three.uniq.size == 1 }, "seed #{seed}")
        assert(found.each_cons(2).all? { |one, two| two.at - one.at >= 2_000 }, "seed #{seed}")
      end
    end
  end

  # A student who remembers what followed the last two shown, and bets on it, does hardly better than one who bets on
  # the commonest of all but what cannot come: there is no pattern to learn.
  def test_there_is_no_pattern_to_learn
    shown = Array.new(60) { |seed| calls(sheet(seed: seed)).map(&:text) }
    learned = Hash.new { |known, pair| known[pair] = Hash.new(0) }
    shown.first(40).each { |list| list.each_cons(3) { |one, two, three| learned[[one, two]][three] += 1 } }
    tried = shown.last(20).flat_map { |list| list.each_cons(3).to_a }
    hit = tried.count { |one, two, three| learned[[one, two]].max_by(&:last)&.first == three }.fdiv(tried.size)
    assert_operator hit, :<, 0.33, "of four things, three of them possible after two alike"
    assert_operator tried.size, :>, 1_000
  end

  def test_what_is_weak_comes_more_often
    weights = {POOL.first => 5}
    found = Array.new(20) { |seed| calls(sheet(seed: seed, weights: weights)).map(&:text) }.flatten.tally
    assert_operator found["their jab"], :>, 1.6 * found["red"]
  end
end
