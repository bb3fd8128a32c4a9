require "support/cards"

# What a class came to for one of a pair, one of a trio and one alone.
class ClassWorkTest < Minitest::Test
  include CardTest

  Work = JauntyBell::Core::Book::ClassWork

  # Rounds worked in full, or for so many seconds.
  def work(plan, seconds = nil) = Work.of(plan, plan.runs.each_with_index.to_h { |run, i| [i, seconds || run.work] })

  def there(rounds, share: 1, **how) = rounds.map { |round| Work::There.new(round: round, share: share, **how) }

  def sum(plan, seconds = nil, southpaw: false, **how) = Work.sum(there(work(plan, seconds), **how), southpaw: southpaw)

  def test_worked_in_full_it_is_the_card_s_own_share
    card = plan(block("bag", round("1-2-3b-2", work: 180)),
      block("pads", round("1-2-rear kick", work: 240, swap: "even", implement: "long-pads")), students: 2)
    told = sum(card)
    assert_in_delta card.share.strikes, told.strikes, 1e-6
    assert_in_delta card.share.impacts, told.impacts, 1e-6
    assert_equal card.counts.by_level.transform_keys(&:to_s).transform_values(&:to_f), told.level
    assert_in_delta told.strikes, told.hand.values.sum + told.leg.values.sum, 1e-6
  end

  def test_cut_it_is_as_much_less_and_what_did_not_happen_is_nothing
    card = plan(block("bag", round("1-2", work: 180), round("1-2", work: 180)))
    assert_in_delta sum(card).strikes / 3, Work.sum(there(Work.of(card, {0 => 120, 1 => 0}))).strikes, 1e-6
    assert_equal 0, Work.sum(there(Work.of(card, {}))).strikes
    assert_in_delta 2 * sum(card).strikes, sum(card, 360).strikes, 1e-6, "a round that rang again was struck again"
  end

  def test_of_what_rang_while_they_and_their_partner_were_there
    card = plan(block("partner", round("1-[1]-rear parry-2", implement: "partner", swap: "even", work: 120)),
      block("pads", round("1-2", work: 120, swap: "even", implement: "focus-mitts")))
    whole, half, alone = sum(card), sum(card, share: 0.5), sum(card, share: 0.5, together: 0.1)
    assert_in_delta whole.strikes / 2, half.strikes, 1e-6
    assert_in_delta whole.impacts / 2, half.impacts, 1e-6
    assert_in_delta whole.impacts / 10, alone.impacts, 1e-6
    assert_in_delta half.strikes, alone.strikes, 1e-6
    assert_equal [1, 1, 0, 0], [whole.contact, half.contact, alone.contact, sum(card, share: 0.2).contact],
      "24 s of it are no round"
  end

  def test_of_a_trio_a_third
    card = plan(block("pads", round("1-2", work: 180, swap: "even", implement: "focus-mitts")), students: 3)
    assert_operator sum(card, seats: 3).strikes, :<, sum(card).strikes
    assert_in_delta card.trio_share.strikes, sum(card, seats: 3).strikes, 1e-6
  end

  def test_a_southpaw_s_lead_is_the_right
    card = plan(block("bag", round("1-1-2", work: 180)))
    orthodox, southpaw = sum(card), sum(card, southpaw: true)
    assert_in_delta 2.0 / 3, orthodox.left(:hand), 1e-9
    assert_in_delta 1.0 / 3, southpaw.left(:hand), 1e-9
    assert_equal orthodox.limb, southpaw.limb, "lead and rear stay what they are"
    assert_nil orthodox.left(:leg)
  end

  def test_contact_and_head
    head = round("1-[1]-rear parry-2", implement: "partner", swap: "even")
    body = round("1b-2b", implement: "partner", swap: "even")
    {[head] => [1, 1], [body] => [1, 0], [head.but(contact: false)] => [0, 0]}.each do |rounds, expected|
      told = sum(plan(block("partner", *rounds)))
      assert_equal expected, [told.contact, told.head], rounds.first.title
    end
    assert_equal 0, sum(plan(block("bag", round("1-2")))).contact, "a bag is nobody"
  end

  def test_the_intensity_is_the_round_s_word_or_its_effort_s
    {[9, nil] => "hard", [7, nil] => "hard", [6, nil] => "medium", [4, nil] => "light", [2, nil] => "touch",
     [9, "light"] => "light"}.each do |(effort, intensity), expected|
      assert_equal expected,
        work(plan(block("bag", round("1-2", effort: effort, intensity: intensity)))).first.intensity
    end
  end

  def test_several_classes_add_up
    one, two = sum(plan(block("bag", round("1-2", work: 180)))), sum(plan(block("bag", round("2-3b", work: 120))))
    total = Work.total([one, two])
    assert_in_delta one.strikes + two.strikes, total.strikes, 1e-9
    assert_in_delta one.technique["cross"] + two.technique["cross"], total.technique["cross"], 1e-9
    assert_equal 0, Work.total([]).strikes
  end
end
