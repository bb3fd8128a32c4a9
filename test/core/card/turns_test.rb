require "support/cards"

class TurnsTest < Minitest::Test
  include CardTest

  def turns(...) = Card::Turns.new(...)

  # [work, every, change, seats] → seconds each seat strikes
  STRIKING = {
    [120, 30, 0, 2] => [60, 60], [120, 40, 0, 2] => [80, 40], [120, 30, 0, 3] => [60, 30, 30],
    [120, 40, 0, 3] => [40, 40, 40], [130, 60, 10, 2] => [60, 60], [100, 60, 10, 2] => [60, 30],
    [20, 30, 0, 2] => [20, 0]
  }.freeze

  def test_striking_by_seat
    STRIKING.each do |(work, every, change, seats), seconds|
      assert_equal seconds,
        turns(work: work, swap: "every", every: every, change: change, seats: seats).striking.map(&:to_i),
        [work, every, change, seats].inspect
    end
  end

  # Common practice, no source: partners who change every 30 s in a two-minute round have 60 s each; three in the same
  # round do not come out even, and would with 1:30, 3:00, or turns of 40 s.
  def test_the_nearest_even_settings
    assert_empty turns(work: 120, swap: "every", every: 30).even_settings
    assert_equal [{work: 90, every: 30}, {work: 180, every: 30}, {work: 120, every: 40}],
      turns(work: 120, swap: "every", every: 30, seats: 3).even_settings
  end

  # Property: what is offered as even is.
  def test_settings_offered_are_even
    random = Random.new(8)
    200.times do
      facts = {work: random.rand(20..300), every: random.rand(5..60), change: random.rand(0..20),
               seats: random.rand(2..3)}
      uneven = turns(swap: "every", **facts)
      uneven.even_settings.each do |setting|
        refute_predicate turns(swap: "every", **facts, **setting), :uneven?, [facts, setting].inspect
      end
      assert_equal facts[:work] * facts[:seats],
        uneven.striking.sum + uneven.holding.sum + uneven.standing.sum, facts.inspect
    end
  end
end
