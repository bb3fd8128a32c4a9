require "test_helper"

# The arithmetic of sets against figures from the trade and against a set-by-set simulation.
class PaceReferenceTest < Minitest::Test
  include CoreTest

  Pace = Bench::Pace

  # Common practice, no source: a hundred four-beat sets in a three-minute round; thirteen two-strike sets × 10 × both
  # sides.
  def test_figures_of_the_trade
    assert_in_delta 199.00498, Pace.tempo(beats: 4, sets: 100, work: 180), 5e-6
    assert_in_delta 133.3333, Pace.tempo(beats: 4, sets: 100, work: 180, pause: 0), 5e-5
    assert_equal 520, 13 * Bench.analyse("1-2").counts.strikes * 10 * 2
    assert_equal [71, 284], Bench.analyse("1-2-3b-2").round(180).then { |round| [round[:sets], round[:counts].strikes] }
  end

  # An independent count: lay sets on a line one after the other until the next would end after the bell.
  def test_against_counting_one_by_one
    random = Random.new(11)
    300.times do
      beats, tempo = Rational(random.rand(1..80), 4), random.rand(40..240)
      pause, work = Rational(random.rand(0..40), 10), random.rand(1..400)
      set = 60 * beats / tempo
      clock, counted = 0r, 0
      while clock + set <= work
        counted += 1
        clock += set + pause
      end
      assert_equal counted, Pace.sets(beats: beats, work: work, tempo: tempo, pause: pause),
        "#{beats} beats at #{tempo}, pause #{pause}, work #{work}"
    end
  end
end
