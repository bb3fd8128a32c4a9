require "support/generated"

class PaceTest < Minitest::Test
  include CoreTest

  Pace = Bench::Pace

  # beats, work s, tempo, pause s → sets
  SETS = [
    [4.5, 180, 140, 0.6, 71], [4, 180, 140, 0.6, 78], [4, 180, 140, 0, 105], [2, 120, 120, 1, 60], [2, 1, 60, 0, 0],
    [2, 2, 60, 0, 1], [2, 2, 60, 5, 1], [1, 3600, 600, 0, 36_000], [4, 0, 140, 0.6, 0]
  ].freeze

  def test_sets_in_a_round
    SETS.each do |beats, work, tempo, pause, sets|
      assert_equal sets, Pace.sets(beats: beats, work: work, tempo: tempo, pause: pause.rationalize(1e-9)),
        [beats, work, tempo, pause].inspect
    end
  end

  def test_work_pause_and_tempo_for_given_sets
    assert_equal 10 * 2 + 9 * 1, Pace.work(beats: 4, sets: 10, tempo: 120, pause: 1)
    assert_equal Rational(10, 9), Pace.pause(beats: 4, sets: 10, work: 30, tempo: 120)
    assert_equal 120, Pace.tempo(beats: 4, sets: 10, work: 29, pause: 1)
  end

  def test_what_no_pace_can_do_is_said
    assert_match(/alone take 20 s, more than the 19 s/,
      assert_raises(Pace::Infeasible) { Pace.pause(beats: 4, sets: 10, work: 19, tempo: 120) }.message)
    assert_match(/no tempo fits/,
      assert_raises(Pace::Infeasible) { Pace.tempo(beats: 4, sets: 100, work: 30, pause: 1) }.message)
    assert_raises(Pace::Infeasible) { Pace.pause(beats: 4, sets: 1, work: 30) }
    assert_raises(Pace::Infeasible) { Pace.sets(beats: 0, work: 30) }
  end

  def test_bad_numbers_name_their_field
    {tempo: 0, pause: -1, work: -5}.each do |name, value|
      error = assert_raises(Core::InvalidInput) { Pace.sets(:beats => 4, :work => 180, name => value) }
      assert_equal name.to_s, error.path
    end
    [0, 2.5, nil].each do |sets|
      assert_equal "sets", assert_raises(Core::InvalidInput) { Pace.work(beats: 4, sets: sets) }.path
    end
  end

  def test_a_tempo_solved_from_n_sets_gives_n_again
    beats = PropCheck::Generators.choose(1..64)
    sets = PropCheck::Generators.choose(1..400)
    work = PropCheck::Generators.choose(1..3600)
    pause = PropCheck::Generators.choose(0..30)
    PropCheck.forall(beats: beats, sets: sets, work: work, pause: pause)
      .with_config(n_runs: 300) do |beats:, sets:, work:, pause:|
      quarter = Rational(beats, 4)
      gap = Rational(pause, 10)
      next unless work + gap > sets * gap
      tempo = Pace.tempo(beats: quarter, sets: sets, work: work, pause: gap)
      assert_equal sets, Pace.sets(beats: quarter, work: work, tempo: tempo, pause: gap)
      assert_equal work, Pace.work(beats: quarter, sets: sets, tempo: tempo, pause: gap)
    end
  end

  def test_the_rate_matters_only_over_long_bursts
    assert_nil Pace.strike_rate(strikes: 4, sets: 10, work: 9)
    assert_equal 6, Pace.strike_rate(strikes: 3, sets: 20, work: 10)
  end
end
