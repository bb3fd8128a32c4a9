require "support/interface"
require "jaunty_bell/core"

# Pairs made on the device while there is no server, against the core's own.
class DevicePairsTest < InterfaceTest
  Floor = JauntyBell::Core::Floor

  # Partners from a seed, some of whom must not meet.
  def partners(random, count)
    Array.new(count) do |i|
      Floor::Partner.new(id: "s#{i}", name: "S#{i}", kg: random.rand(45..95),
        level: %w[foundation building advanced].sample(random: random), junior: random.rand < 0.2,
        blocks: (random.rand < 0.08) ? ["contact"] : [])
    end
  end

  def tables
    random = Random.new(1898)
    Array.new(24) { |i| Floor::Pairs.new(partners(random, 5 + i % 12 * 3), apart: [%w[s0 s1]]) }
  end

  def test_hard_stops_are_kept_everybody_stands_once_and_it_is_as_good_as_the_cores
    all = tables
    made = answers("floor/pairs", *all.map { |pairs| [["pairsHere", pairs.table, pairs.table[:ids], []]] })
    all.zip(made).each do |pairs, here|
      table = pairs.table
      at = table[:ids].each_with_index.to_h
      score = ->(one, two) { [at[one], at[two]].sort.reverse.then { |i, j| table[:scores][i][j] } }
      here[:groups].each do |group|
        assert group[:ids].combination(2).all? { |one, two| score.call(one, two) }, "#{group[:ids]} must not meet"
      end
      assert_equal table[:ids].sort,
        (here[:groups].flat_map { |group| group[:ids] } + (here[:stuck] + here[:alone]).map { |each| each[:id] }).sort
      assert_as_good pairs.made, here
    end
  end

  # Up to fifteen the device's recursion is the core's; above, it is near it, and says that it is not proved.
  def assert_as_good(best, here)
    size = here.values_at(:groups, :stuck, :alone).flatten.sum { |each| each[:ids]&.size || 1 }
    left, trios, total = [here[:stuck].size - best.stuck.size,
      trios(here[:groups].map { |group| group[:ids] }) - trios(best.groups.map(&:ids)),
      here[:groups].sum { |group| group[:score] } - best.total]
    if size <= Floor::Pairs::EXACT
      assert_equal [0, 0, 0], [left, trios, here[:gap]]
      assert_in_delta 0, total, 0.1 * here[:groups].size, "of #{size}"
    else
      assert_includes [0, 1], left
      assert_operator total, :>=, -0.05 * best.total, "of #{size}" if left.zero? && trios.zero?
    end
  end

  def trios(groups) = groups.count { |ids| ids.size == 3 }

  def test_made_by_hand_they_stay_and_strangers_are_told
    pairs = Floor::Pairs.new(Array.new(4) { |i| Floor::Partner.new(id: "s#{i}", name: "S#{i}") })
    here = answers("floor/pairs", [["pairsHere", pairs.table, %w[s0 s1 s2 s3 guest], [%w[s0 s3]]]]).first
    assert_equal [[%w[s0 s3], true], [%w[s1 s2], false]],
      here[:groups].map { |group| [group[:ids].sort, group[:locked]] }
    assert_equal [{id: "guest", reasons: ["not known to this device: pair them by eye"]}], here[:stuck]
  end

  def test_of_three_a_trio_and_of_one_nobody
    pairs = Floor::Pairs.new(Array.new(3) { |i| Floor::Partner.new(id: "s#{i}", name: "S#{i}") })
    three, one, none = answers("floor/pairs", [["pairsHere", pairs.table, %w[s0 s1 s2], []]],
      [["pairsHere", pairs.table, %w[s0], []]], [["pairsHere", pairs.table, [], []]])
    assert_equal [3], three[:groups].map { |group| group[:ids].size }
    assert_equal [[], 1], [one[:groups], one[:stuck].size]
    assert_equal [[], []], none.values_at(:groups, :stuck)
  end
end
