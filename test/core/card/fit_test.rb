require "support/cards"

class FitTest < Minitest::Test
  include CardTest

  def fit(*blocks, minutes:, load: nil) = Card::Fit.new(Card::Plan.new(blocks, minutes: minutes), load: load)

  def test_what_matters_most_keeps_its_time
    blocks = [block("bag", round("1-2", work: 180, rest: 0), importance: 1, work: [60, 180]),
      block("pads", round("1-2", work: 180, rest: 0, swap: "even"), importance: 5, work: [60, 180])]
    fitted = fit(*blocks, minutes: 5)
    assert_equal [100, 180], fitted.blocks.map { |each| each.rounds.first.work }, "20 s go to taking up the pads"
    assert_equal [["1-2", {work: [180, 100]}]], fitted.difference.changes.map { |change| [change.title, change.fields] }
  end

  def test_rounds_that_weigh_alike_share_evenly
    rounds = Array.new(4) { round(work: 180, rest: 30, keep: true) }
    four = block("finisher", *rounds, work: [60, 180], rest: [30, 30])
    works = fit(four, minutes: 9).blocks.first.rounds.map(&:work)
    assert_equal 540 - 90, works.sum
    assert_operator works.max - works.min, :<=, 5
  end

  def test_a_rest_saved_is_work_won
    assert_equal [160, 160, 160],
      fit(block("finisher", round(work: 180, rest: 30), round(work: 180, rest: 30), round(work: 180, rest: 30),
        round(work: 180, rest: 30), work: [60, 180], rest: [30, 30]), minutes: 9).blocks.first.rounds.map(&:work)
  end

  def test_a_card_with_time_to_spare_only_grows
    blocks = [block("warm-up", round(work: 300, rest: 30)),
      block("bag", round("1-2", rest: 60), round("1-2-3", rest: 60)), block("cool-down", round(work: 120, rest: 0))]
    rounds = fit(*blocks, minutes: 20).blocks.flat_map(&:rounds)
    assert_equal [[300, 30], [270, 60], [270, 60], [120, 0]], rounds.map { |each| [each.work, each.rest] }
    assert_equal [[300, 30], [225, 60], [225, 60], [120, 0]],
      fit(*blocks, minutes: 18).blocks.flat_map(&:rounds).map { |each| [each.work, each.rest] }
  end

  def test_of_those_alike_technique_is_kept_before_finishers
    alike = [block("finisher", round(work: 180, rest: 0)),
      block("technique", round("1-2", work: 180, rest: 0, implement: "air")),
      block("bag", round("1-2", work: 180, rest: 0))]
    alike.permutation do |blocks|
      works = fit(*blocks, minutes: 8).blocks.to_h { |each| [each.kind, each.rounds.first.work] }
      assert_equal 180, works["technique"], blocks.map(&:kind).inspect
      assert_operator works["finisher"], :<, works["bag"]
    end
    first = [block("finisher", round(work: 180, rest: 0), importance: 5),
      block("technique", round("1-2", work: 180, rest: 0, implement: "air"), importance: 4)]
    assert_equal({"finisher" => 180, "technique" => 120},
      fit(*first, minutes: 5).blocks.to_h { |each| [each.kind, each.rounds.first.work] },
      "what the coach says matters more comes first")
  end

  # effort → least rest of 60 s written
  def test_hard_rounds_keep_the_rest_their_effort_needs
    {4 => 30, 6 => 30, 8 => 45, 9 => 60, 10 => 60}.each do |effort, rest|
      rounds = Array.new(4) { round("1-2", work: 180, rest: 60, effort: effort) }
      assert_equal [rest], fit(block("bag", *rounds), minutes: 8).blocks.flat_map(&:rounds).map(&:rest).first(1),
        "effort #{effort}"
    end
  end

  def test_time_to_spare_makes_no_longer_plank
    plank = round(title: "Plank", work: 180, rest: 30, exercise: Lexicon::Exercises.default["core-work"])
    fitted = fit(block("bag", round("1-2", work: 120, rest: 30), round("1-2", work: 120, rest: 30, effort: 9)),
      block("finisher", plank), minutes: 30).blocks.flat_map(&:rounds)
    assert_equal [180, 120, 180], fitted.map(&:work), "only what is struck and is not hard grows"
  end

  def test_a_round_that_must_stay_stays
    blocks = [block("finisher", round(work: 180, rest: 0, keep: true), importance: 1, work: [120, 180]),
      block("bag", round("1-2", work: 180, rest: 0), importance: 5, work: [120, 180])]
    assert_equal %w[finisher], fit(*blocks, minutes: 3).blocks.map(&:kind)
    assert_equal %w[bag],
      fit(*blocks.map { |each| each.but(rounds: each.rounds.map { |one| one.but(keep: false) }) }, minutes: 3)
        .blocks.map(&:kind)
  end

  def test_warm_up_and_cool_down_are_never_left_out
    blocks = [block("warm-up", round(work: 300, rest: 30)), block("bag", *Array.new(6) { round("1-2", effort: 8) }),
      block("cool-down", round(work: 240, rest: 0))]
    fitted = fit(*blocks, minutes: 15).blocks
    assert_equal %w[warm-up bag cool-down], fitted.map(&:kind)
    assert_equal 300, fitted.first.rounds.first.work
  end

  def test_turns_that_are_even_stay_even
    fitted = fit(block("partner", round("1-2", work: 240, rest: 0, swap: "every", every: 30), work: [60, 240]),
      minutes: 3).blocks
    assert_equal 180, fitted.first.rounds.first.work
    assert_equal 120,
      fit(block("partner", round("1-2", work: 240, rest: 0, swap: "every", every: 60), work: [60, 240]), minutes: 3)
        .blocks.first.rounds.first.work
  end

  def test_time_that_is_left_gives_rest_back
    rounds = Array.new(3) { round(work: 60, rest: 60) }
    fitted = fit(block("finisher", *rounds, work: [60, 60], rest: [10, 60]), minutes: 4).blocks.first.rounds
    assert_equal [60, 60, 60], fitted.map(&:work)
    assert_equal 60, fitted.first(2).sum(&:rest)
  end

  def test_a_load_limit_holds
    blocks = [block("warm-up", round(work: 300, rest: 0, effort: 3)),
      block("bag", *Array.new(4) { round("1-2", work: 180, rest: 30, effort: 9) }, importance: 5)]
    free, limited = fit(*blocks, minutes: 20), fit(*blocks, minutes: 20, load: 110)
    after = Card::Plan.new(limited.blocks, minutes: 20)
    assert_operator Card::Plan.new(free.blocks, minutes: 20).planned_load, :>, 110
    assert_operator after.planned_load, :<=, 110
    assert_operator limited.value, :<, free.value
  end

  def test_what_cannot_be_is_said_with_by_how_much
    kept = block("finisher", round(work: 300, rest: 0, keep: true, effort: 8), work: [240, 300])
    assert_equal "The rounds that must stay take 4:00 at their shortest: 1:00 more than the 3 minutes. Allow shorter " \
      "rounds, or let one go.", fit(kept, minutes: 3).reason
    assert_equal "The rounds that must stay come to a load of at least 40: 10 more than the limit of 30. " \
      "Lower an effort, or let a hard round go.", fit(kept, minutes: 5, load: 30).reason
    assert_equal [kept], fit(kept, minutes: 3).blocks
    assert_nil fit(kept, minutes: 5).reason
    [0, -4, "much"].each do |load|
      assert_equal "load", assert_raises(Core::InvalidInput) { fit(kept, minutes: 5, load: load) }.path
    end
  end

  # Random small cards: [blocks, minutes, load].
  def small(random)
    blocks = %w[warm-up technique bag mitts pads finisher].filter_map do |kind|
      rounds = Array.new(random.rand(0..1)) do
        Card::Round.new(title: kind, combination: (named("1-2") unless kind == "warm-up"), work: 60,
          rest: random.rand(0..4) * 5, explain: random.rand(0..3) * 5, effort: random.rand(2..20) / 2.0,
          repeat: random.rand(1..2), keep: random.rand < 0.45)
      end
      least = random.rand(2..12) * 5
      if rounds.any?
        block(kind, *rounds, importance: random.rand(1..5), work: [least, least + random.rand(0..3) * 5],
          rest: [5, 10].first(2))
      end
    end
    minutes = random.rand(1..9)
    [blocks, minutes, [nil, random.rand(2..8) * minutes, random.rand(8..70)].sample(random: random)]
  end

  # Every choice there is, one after another, by nothing but the words of the book.
  def exhaustive(items, seconds, minutes, load)
    best = nil
    try = lambda do |i, state, clock, rest, worth, effort, work|
      if i == items.size
        best = [best || 0, worth].max if load.nil? || work.zero? || effort * minutes <= load * work
        next
      end
      item = items[i]
      try.call(i + 1, state, clock, rest, worth, effort, work) unless item.must
      change, after = state.to(gloves: item.gloves, holder_kit: item.holder_kit, school: Lexicon::School.default)
      (0..item.most_steps).each do |steps|
        time = item.times * item.work(steps)
        finish = clock + rest + change + item.talk + time + (item.times - 1) * item.rest[0]
        if finish <= seconds
          try.call(i + 1, after, finish, item.rest[0], worth + item.importance * time,
            effort + Rational(item.effort.to_s) * time, work + time)
        end
      end
    end
    try.call(0, Card::Changeover.new, 0, 0, 0, 0, 0)
    best
  end

  def test_it_equals_an_exhaustive_search_on_small_cards
    random = Random.new(31)
    found = Hash.new(0)
    150.times do
      blocks, minutes, load = small(random)
      fitted = fit(*blocks, minutes: minutes, load: load)
      best = exhaustive(Card::Fit::Items.of(fitted.plan, load: load), minutes * 60, minutes, load)
      found[[best.nil?, load.nil?]] += 1
      if best.nil?
        refute_predicate(fitted, :possible?)
      else
        assert_equal(best, fitted.value, [blocks, minutes, load].inspect)
      end
    end
    assert found.values.min >= 5 && found.size == 4, "the cards should be of every kind: #{found}"
  end

  # Property: never over a limit, must-keeps kept, everything within what its block allows.
  def test_it_is_never_over_a_limit
    random = Random.new(77)
    60.times do
      blocks = Array.new(random.rand(1..6)) do
        least = random.rand(4..20) * 5
        rounds = Array.new(random.rand(1..4)) do |i|
          round([nil, "1-2"].sample(random: random), title: "Round #{random.rand(10_000)}", work: least, rest: 30,
            explain: random.rand(0..20), effort: random.rand(1..10), keep: random.rand < 0.2)
        end
        block(%w[technique bag mitts finisher].sample(random: random), *rounds, importance: random.rand(1..5),
          work: [least, least + random.rand(0..12) * 5], rest: [10, 40])
      end
      minutes = random.rand(6..40)
      load = random.rand(3..8) * minutes
      fitted = fit(*blocks, minutes: minutes, load: load)
      next refute_nil(fitted.reason) unless fitted.possible?
      after = Card::Plan.new(fitted.blocks, minutes: minutes)
      assert_operator after.over, :<=, 0
      assert_operator after.planned_load, :<=, load + 1e-6
      assert_empty blocks.flat_map(&:rounds).select(&:keep).map(&:title) - fitted.blocks.flat_map(&:rounds).map(&:title)
      fitted.blocks.each do |each|
        each.rounds.each { |one| assert one.work.between?(*each.work) && one.rest.between?(*each.rest), one.inspect }
      end
    end
  end

  # Properties: more time is never worth less, a tighter load never more, and a round more to choose from never less.
  def test_more_room_is_never_worth_less
    random = Random.new(13)
    25.times do
      blocks, minutes, = small(random)
      blocks = blocks.map { |each| each.but(rounds: each.rounds.map { |one| one.but(keep: false) }) }
      next if blocks.empty?
      values = [minutes, minutes + 2, minutes + 7].map { |more| fit(*blocks, minutes: more).value }
      assert_equal values.sort, values, blocks.inspect
      loads = [2, 4, 6, 8].map { |effort| fit(*blocks, minutes: minutes, load: effort * minutes).value }
      assert_equal loads.sort, loads, blocks.inspect
      assert_operator loads.last, :<=, fit(*blocks, minutes: minutes).value
    end
  end

  def test_a_fit_of_a_fit_is_itself
    blocks = [block("warm-up", round(work: 300, rest: 30)),
      block("bag", round("1-2", work: 180), round("1-2-3", work: 180), work: [60, 180], rest: [20, 60]),
      block("cool-down", round(work: 120, rest: 0))]
    once = fit(*blocks, minutes: 12)
    again = fit(*once.blocks, minutes: 12)
    assert_equal once.value, again.value
    assert_equal Card::Plan.new(once.blocks, minutes: 12).total, Card::Plan.new(again.blocks, minutes: 12).total
  end

  def test_a_counted_round_keeps_its_length_and_a_circuit_its_bell
    counted = drilled(%w[1-2], manner: "counted", count: 20, work: 10, keep: true)
    stations = Array.new(3) { round("1-2", work: 120, rest: 30, implement: "hanging-bag") }
    fitted = fit(block("technique", counted), block("circuit", *stations, work: [60, 120], rest: [15, 30]),
      minutes: 6).blocks
    assert_equal 10, fitted[0].rounds[0].work
    assert_equal 1, fitted[1].rounds.map(&:work).uniq.size
    assert_operator Card::Plan.new(fitted, minutes: 6).over, :<=, 0
  end

  def test_an_empty_card_fits_and_is_worth_nothing
    assert_equal [true, 0, []], fit(minutes: 30).then { |empty| [empty.possible?, empty.value, empty.blocks] }
  end
end
