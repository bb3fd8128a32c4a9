require "support/programmes"

# What a class is expected to bring, learner by learner, and at which rung each does it.
class ForecastTest < Minitest::Test
  include Programmes

  LADDER = %w[count clock move call answer].freeze

  def strand(learners, id: "two", classes: 6, wanted: 0, **facts)
    meetings = Array.new(classes) do |i|
      Weeks::Meeting.new(index: i, on: MONDAY + 7 * i, at: "18:30", minutes: 60, week: i)
    end
    squad = Weeks::Squad.new(learners, meetings: meetings, today: MONDAY, model: model(learners))
    Weeks::Strand.new(id, SHELF[id].what, squad: squad, ladder: LADDER, wanted: wanted, **facts)
  end

  # Nothing drilled: what the model itself says of that day.
  def test_without_practice_it_is_the_model_s_own
    learners = [learner("a"), learner("b", {["two", "count"] => LEARNING}), learner("c", {})]
    strand = strand(learners, classes: 8)
    model, walk = strand.squad.model, strand.set_out
    learners.each_index do |l|
      LADDER.each_index do |rung|
        [0, 3, 7].each do |index|
          said = model.logit(learners[l].id, "two", rung + 1, MONDAY.jd + 7 * index)
          assert_in_delta Learning.share(said), walk.rate(l, rung, index), 1e-9, [l, rung, index].inspect
        end
      end
    end
  end

  # A club that begins in the air.
  def test_in_the_air_it_is_the_model_s_own_too
    one = learner("a", {["two", "air"] => LEARNING})
    meetings = [Weeks::Meeting.new(index: 0, on: MONDAY, at: "18:30", minutes: 60, week: 0)]
    squad = Weeks::Squad.new([one], meetings: meetings, today: MONDAY, model: model([one]))
    walk = Weeks::Strand.new("two", SHELF["two"].what, squad: squad, ladder: ["air", *LADDER]).set_out
    [0, 1].each do |rung|
      assert_in_delta Learning.share(squad.model.logit("a", "two", rung, MONDAY.jd)), walk.rate(0, rung, 0), 1e-9
    end
  end

  # A class that is sure to come, at what is expected of it, and then the model of those very marks.
  def test_practice_is_what_the_marks_of_it_would_be
    known = {["two", "count"] => LEARNING}
    strand = strand([learner("a", known, keen: 1.0)], classes: 3)
    model, walk = strand.squad.model, strand.set_out
    clean = strand.attempts * walk.rate(0, 0, 0) * model.seen
    walk.drill(0, 1)
    trail = model.trail("a", "two").dup
    [1, 2].each do |index|
      day = MONDAY.jd + 7 * index
      before = Learning::Pull.fixed(trail, rung: 1, actions: 2, help: 0, day: day).last
      after = Learning::Trail.new.tap { |one|
        LEARNING.reverse_each { |ago, attempted, done| one.add(MONDAY.jd - ago, 1, done, attempted - done) }
        one.add(MONDAY.jd, 1, clean, 0)
      }
      gained = Learning::Pull.fixed(after, rung: 1, actions: 2, help: 0, day: day).last
      pulls = [*(Learning::Pull::QUICK..Learning::Pull::SETTLED), Learning::Pull::RUNG]
      weights = pulls.to_h { |i| [i, model.weight(i)] }
      weights[Learning::Pull::QUICK] += model.forgetting("a")
      weights[Learning::Pull::SETTLED] += model.pace("a") - model.forgetting("a")
      expected = model.logit("a", "two", 1, day) + weights.sum { |i, weight| weight * (gained[i] - before[i]) }
      assert_in_delta Learning.share(expected), walk.rate(0, 0, index), 1e-9
    end
  end

  def test_more_practice_and_less_time_since_are_better
    strand = strand(squad_of(3, {["two", "count"] => LEARNING}), classes: 10)
    shares = [[], [[2, 1]], [[2, 1], [4, 1]], [[2, 1], [4, 1], [6, 1]]].map { |places| strand.course(places).share }
    assert_equal shares.sort, shares
    assert_operator strand.course([[9, 1]]).share, :>, strand.course([[0, 1]]).share
    assert_operator strand.course([[4, 2]]).share, :>, strand.course([[4, 1]]).share
    assert_operator strand.course([[4, 2]]).share, :<, strand.course([[3, 1], [5, 1]]).share,
      "twice in one class is less than in two"
  end

  def test_everyone_does_the_rung_of_their_own
    can, learns, fails, unmet = learner("a"), learner("b", {["two", "count"] => [[3, 12, 7], [10, 12, 6]]}),
      learner("c", {["two", "clock"] => [[3, 12, 2], [10, 12, 1]], ["two", "count"] => [[17, 12, 4]]}), learner("d", {})
    walk = strand([can, learns, fails, unmet], wanted: 2).set_out
    assert_equal %w[clock count count count], (0..3).map { |l| LADDER[walk.next_rung(l, 0)] }
    assert_equal [0, 0, 0, 0], strand([can, learns, fails, unmet], wanted: 0).set_out.then { |one|
      (0..3).map { |l| one.next_rung(l, 0) }
    }, "nobody goes beyond what is wanted"
  end

  # One rung at a time, none before the one beneath has been done.
  def test_a_rung_follows_the_one_below
    strand = strand(squad_of(4, {}), classes: 20, wanted: 3, climbs: 0.01)
    walk, seen = strand.set_out, Array.new(4, -1)
    20.times do |index|
      rungs = Array.new(4) { |l| walk.next_rung(l, index) }
      rungs.each_with_index { |rung, l| assert_operator rung, :<=, seen[l] + 1 }
      walk.drill(index, 1)
      rungs.each_with_index { |rung, l| seen[l] = [seen[l], rung].max }
    end
    assert_equal [3] * 4, seen
  end

  def test_who_is_held_back_or_away_learns_nothing
    hold = JauntyBell::Core::Care::Hold.new(matter: "hand or wrist", blocks: ["right hand"], from: MONDAY,
      to: MONDAY + 20)
    held = learner("a", {["two", "count"] => LEARNING}, held_back: [hold], keen: 1.0)
    assert_equal [0.0, 0.0, 0.0, 1.0], (0..3).map { |i| held.chance(MONDAY + 7 * i, SHELF["two"].what) }
    assert_equal 1.0, held.chance(MONDAY, Notation.read("1")), "the left hand is free"
    assert_equal 0.0, learner("b", held_back: [hold.but(blocks: ["all"])]).chance(MONDAY, Notation.read("1"))
    strand = strand([held])
    assert_equal strand.course([]).share, strand.course([[0, 1], [1, 1]]).share
  end
end
