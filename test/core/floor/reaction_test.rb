require "test_helper"
require "jaunty_bell/stand_ins"

# How fast and how rightly a read drill was answered.
class ReactionTest < Minitest::Test
  include CoreTest

  Reaction = JauntyBell::Core::Floor::Reaction
  Strike = JauntyBell::Core::Floor::Strike
  StandIns = JauntyBell::StandIns

  def strikes(**at) = at.map { |ms, hand| Strike.new(at: ms.to_s.delete_prefix("t").to_i, hand: hand, g: 20.0) }

  def shown(at, feed, *hands) = Reaction::Shown.new(at: at, feed: feed, hands: hands)

  # what is shown at 2 s, what is struck → [ms, right, guessed]
  CASES = {
    {t2400: :left, t2700: :right} => [400, true, false], {t2400: :right, t2700: :left} => [400, false, false],
    {t2400: :left} => [400, false, false], {} => [nil, false, false],
    {t1800: :left, t2100: :right} => [nil, true, true], {t2060: :left, t2300: :right} => [nil, true, true],
    {t5200: :left} => [nil, false, false], {t2100: :left, t2300: :right} => [100, true, false]
  }.freeze

  def test_one_thing_shown
    CASES.each do |struck, expected|
      answer = Reaction.new(strikes(**struck), [shown(2_000, "red", :left, :right)]).answers.first
      assert_equal expected, [answer.time, answer.right, answer.guessed], struck.inspect
    end
  end

  def test_figures_by_hand
    reaction = Reaction.new(strikes(t1300: :left, t4400: :right, t7500: :left, t9900: :left),
      [shown(1_000, "red", :left), shown(4_000, "blue", :right), shown(7_000, "red", :right),
        shown(10_000, "blue", :left), shown(14_000, "red", :left)])
    # 300, 400 and 500 ms; the fourth began 100 ms before it was shown; the fifth was not answered
    assert_equal [400.0, [350.0, 450.0]], [reaction.median, reaction.spread]
    assert_equal [1 / 5r, 1 / 5r].map(&:to_f), [reaction.guessed, reaction.missed]
    assert_in_delta 2 / 4.0, reaction.right, 1e-9, "red, blue right; red wrong; the last not answered"
    assert_equal [400.0, 400.0], [reaction.by_feed["red"].median, reaction.by_feed["blue"].median]
    nothing = Reaction.new([], [])
    assert_equal [nil] * 5,
      [nothing.median, nothing.spread, nothing.right, nothing.guessed, nothing.missed]
    assert_nil Reaction.new(strikes(t1300: :left), [shown(1_000, "kick")]).answers.first.right,
      "an answer without a hand is not judged"
  end

  # Against the stand-in, whose truth is known: rounds from seeds, with wrong answers, guesses and none at all.
  def test_on_a_stand_in_whose_truth_is_known
    reading = Bench::Notation::Reading.new
    answers = {"red" => "2-3", "blue" => "1-2", "their jab" => "3-2-3"}.transform_values { |text| read(text) }
    plans = answers.transform_values { |each|
      JauntyBell::Core::Floor::Review::Planned.of(each, reading, tempo: 140, pause: 0.6)
    }
    random = Random.new(3)
    12.times do |seed|
      list = Array.new(40) { |i|
        feed = answers.keys.sample(random: random)
        shown(2_000 + i * 3_500, feed, *Reaction.hands_of(answers[feed], reading))
      }
      sensor = StandIns::ReaderSensor.new(list, plans, seed: seed, wrong: 0.15, guesses: 0.1, misses: 0.05)
      found, truth = Reaction.new(sensor.strikes, list), sensor.truth
      times = truth.filter_map(&:time).sort
      assert_in_delta middle(times), found.median, 1e-9, "seed #{seed}"
      assert_in_delta truth.count(&:guessed).fdiv(40), found.guessed, 1e-9, "seed #{seed}"
      judged = truth.reject(&:guessed)
      assert_in_delta judged.count(&:right).fdiv(judged.size), found.right, 1e-9, "seed #{seed}"
      assert_in_delta judged.count { |each| each.time.nil? }.fdiv(40), found.missed, 1e-9, "seed #{seed}"
    end
  end

  def middle(times) = (times[(times.size - 1) / 2] + times[times.size / 2]) / 2.0

  # Reaction times of the stand-in are skewed, as people's are: the mean lies above the middle.
  def test_the_stand_in_is_skewed
    list = Array.new(600) { |i| shown(2_000 + i * 3_000, "red", :left) }
    reading = Bench::Notation::Reading.new
    plan = JauntyBell::Core::Floor::Review::Planned.of(read("1"), reading, tempo: 140, pause: 0.6)
    times = StandIns::ReaderSensor.new(list, {"red" => plan}, seed: 9).truth.map(&:time)
    assert_operator times.sum.fdiv(times.size), :>, middle(times.sort) + 10
  end
end
