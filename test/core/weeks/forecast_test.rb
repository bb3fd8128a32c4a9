require "support/programmes"

# What a class is expected to bring, and how sure it is.
class ForecastTest < Minitest::Test
  include Programmes

  def strand(learners, id: "two", classes: 6, habits: Weeks::Habits.new, wanted: 0)
    meetings = Array.new(classes) do |i|
      Weeks::Meeting.new(index: i, on: MONDAY + 7 * i, at: "18:30", minutes: 60, week: i)
    end
    squad = Weeks::Squad.new(learners, meetings: meetings, today: MONDAY, habits: habits)
    Weeks::Strand.new(id, SHELF[id].what, squad: squad, ladder: %w[count clock move call answer], wanted: wanted)
  end

  def test_the_line_is_mastery_s_own
    [0, 0.1, 1, 2.6, 7.3, 20, 39.9].each do |rough|
      clean = Weeks::OwnedLine.clean_for(rough)
      assert Book::Mastery.sure?(clean + 0.02, rough), "just above at #{rough}"
      refute Book::Mastery.sure?(clean - 0.02, rough), "just below at #{rough}"
    end
  end

  # Nothing more drilled: the forecast is what the Book itself says of that day.
  def test_without_practice_it_is_the_book_s_own_due_date
    one = learner("a")
    strand = strand([one], classes: 20)
    mastery = Book::Mastery.from(one.known[["two", "count"]], on: MONDAY)
    20.times { |i| assert_equal mastery.due_in >= 7 * i, strand.share_at(i, []) > 0.5, "week #{i}" }
  end

  def test_a_rate_comes_from_the_score_by_an_exponential_law
    habits = Weeks::Habits.new(gain: 0.2, best: 1.0)
    {[0.6, 0] => 0.6, [0.6, 1] => 0.68, [1.0, 5] => 1.0}.each do |(score, days), rate|
      assert_in_delta rate, habits.rate(score, days), 1e-9
    end
    # Somebody who leaves four fifths of what is missing each class: the mean of d classes leads to the class after
    # them.
    missing = 0.5
    (1..12).each do |days|
      mean = (0...days).sum { |i| 1 - missing * 0.8**i } / days
      assert_in_delta 1 - missing * 0.8**days, habits.rate(mean, days), 1e-9
    end
  end

  # The chance to hold it, against drawing the same classes ten thousand times.
  def test_the_chance_against_drawing_it
    habits = Weeks::Habits.new(seen: 1.0, wobble: 0.0, attempted: 10)
    [[LEARNING, 0.9, 3], [LEARNING, 0.6, 5], [HELD, 0.8, 1]].each do |known, keen, classes|
      one = learner("a", {["two", "count"] => known}, keen: keen)
      places = Array.new(classes) { |i| [i, 0, 1] }
      said = strand([one], classes: classes, habits: habits).course(places).after.last
      assert_in_delta drawn(one, habits, classes), said, 0.13, [known, keen, classes].inspect
    end
  end

  # Beta(a, b) for how good they are now, binomial for what comes, and whether they come at all.
  def drawn(one, habits, classes, times: 4000)
    random, e = Random.new(11), one.known[["two", "count"]]
    rates = rates(one, habits, classes)
    times.times.count do
      clean, rough, days, luck = e.clean, e.rough, e.days, off(random)
      classes.times do |i|
        w = i.zero? ? Book::Evidence.fading((MONDAY - e.on).to_i, 28) : Book::Evidence.fading(7, 28)
        clean, rough = clean * w, rough * w
        next if random.rand > one.keen
        came = 10.times.count { random.rand < (rates[i] + luck).clamp(0, 1) }
        clean, rough, days = clean + came, rough + 10 - came, days + 1
      end
      days >= 2 && Book::Mastery.sure?(clean, rough)
    end.fdiv(times)
  end

  def off(random) =
    Weeks::Standing::DOUBT * Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)

  def rates(one, habits, classes) =
    strand([one], classes: classes, habits: habits).trace(Array.new(classes) { |i| [i, 0, 1] }).first
      .map { |told| told.first[:rate] }

  def test_everyone_does_the_version_of_their_own
    holds, learns = learner("a"), learner("b", {["two", "count"] => LEARNING})
    told = strand([holds, learns], wanted: 2).trace([[0, 0, 1], [1, 1, 1]]).first
    assert_equal [%w[clock count], %w[clock count]], told.map { |class_of| class_of.map { |each| each[:rung] } }
    assert_equal(%w[count count],
      strand([holds, learns], wanted: 0).trace([[0, 0, 1]]).first.first.map { |each| each[:rung] },
      "nobody goes beyond what is wanted")
    {"clock" => {"count" => true, "clock" => true}, "count" => {"count" => false}}.each do |expected, holding|
      assert_equal expected,
        Weeks::Versions.own("count", %w[count clock move], top: "move") { |rung| holding.fetch(rung, false) }
    end
  end

  def test_who_is_held_back_or_away_learns_nothing
    hold = JauntyBell::Core::Care::Hold.new(matter: "hand or wrist", blocks: ["right hand"], from: MONDAY,
      to: MONDAY + 20)
    held = learner("a", {["two", "count"] => LEARNING}, held_back: [hold], keen: 1.0)
    assert_equal [0.0, 0.0, 0.0, 1.0], (0..3).map { |i| held.chance(MONDAY + 7 * i, SHELF["two"].what) }
    assert_equal 1.0, held.chance(MONDAY, Notation.read("1")), "the left hand is free"
    assert_equal 0.0, learner("b", held_back: [hold.but(blocks: ["all"])]).chance(MONDAY, Notation.read("1"))
  end

  def test_habits_are_found_again_in_marks_that_have_them
    random = Random.new(3)
    truth = Weeks::Habits.new(gain: 0.2, best: 0.95)
    cases = Array.new(600) do
      score, days = random.rand(0.4..0.9), random.rand(0.5..8)
      rate = truth.rate(score, days)
      {kind: :again, score: score, days: days, attempted: 12, clean: 12.times.count { random.rand < rate }}
    end
    found = Weeks::Habits.of(cases, drilled: 100, marked: 70)
    assert_in_delta 0.2, found.gain, 0.04
    assert_in_delta 0.95, found.best, 0.051
    assert_equal [12, 0.7, 0.1], [found.attempted, found.seen, found.step]
    assert_in_delta 0, found.wobble, 0.004
    assert_equal Weeks::Habits.new.to_h.except(:from), Weeks::Habits.of(cases.first(5)).to_h.except(:from),
      "too few say nothing"
  end

  def test_what_stood_before_each_mark
    row = ->(id, rung, day, clean) {
      {student_id: "a", combination_id: id, rung: rung, on: MONDAY + day, attempted: 10, clean: clean}
    }
    cases = Weeks::Cases.new([row.call("two", "count", 0, 8), row.call("two", "count", 28, 9),
      row.call("two", "clock", 28, 5), row.call("three", "count", 28, 6)], ladder: %w[count clock],
      bases: {"three" => ["two"]}, half_life: 28).all
    assert_equal %i[new again rung new], cases.map { |one| one[:kind] }
    assert_nil cases[0][:score]
    assert_in_delta (1 + 4) / (2 + 5.0), cases[1][:score], 1e-9
    assert_in_delta 0.5, cases[1][:days], 1e-9
    assert_in_delta (1 + 13) / (2 + 15.0), cases[2][:score], 1e-9
    assert_in_delta cases[2][:score], cases[3][:score], 1e-9
  end
end
