require "test_helper"

# Who works with whom.
class PairsTest < Minitest::Test
  include CoreTest

  Floor = JauntyBell::Core::Floor

  def partner(id, **facts) = Floor::Partner.new(id: id, name: id.capitalize, **facts)

  def made(*partners, **more) = Floor::Pairs.new(partners, **more).made

  def groups(made) = made.groups.map { |group| group.ids.sort }.sort

  def scored(one, two, **more) = made(one, two, **more).groups.first.score

  def test_level_size_stance_and_recency_count
    same = partner("ana", level: "building", kg: 60)
    table = {
      partner("bo", level: "building", kg: 60) => 100, partner("bo", level: "advanced", kg: 60) => 82.5,
      partner("bo", level: "building", kg: 66) => 88, partner("bo", level: "building", kg: 60, wish: "other") => 85,
      partner("bo", level: "building", kg: 60, wish: "other", stance: :southpaw) => 100, partner("bo", kg: 60) => 82.5
    }
    table.each { |other, score| assert_in_delta score, scored(same, other), 0.05, other.inspect }
    assert_in_delta 90, scored(same, partner("bo", level: "building", kg: 60), met: {%w[ana bo] => 7}), 0.05
    assert_in_delta 80, scored(same, partner("bo", level: "building", kg: 60), met: {%w[ana bo] => 0}), 0.05
    assert_equal ["same level", "6 kg apart", "met 3 days ago"],
      made(same, partner("bo", level: "building", kg: 66), met: {%w[ana bo] => 3}).groups.first.reasons
  end

  def test_hard_stops
    adult, child = partner("ana", kg: 60), partner("bo", kg: 60, junior: true)
    assert_equal ["an adult and a child do not meet in contact (1 of 1)"], made(adult, child).stuck.first.reasons
    assert_equal [%w[ana bo]], groups(made(adult, child, contact: false))
    assert_equal ["more than 15 kg apart (1 of 1)"],
      made(partner("ana", kg: 60), partner("bo", kg: 76)).stuck.first.reasons
    assert_equal [%w[ana bo]], groups(made(partner("ana", kg: 60), partner("bo", kg: 75)))
    assert_equal ["they are kept apart (1 of 1)"], made(adult, partner("bo"), apart: [%w[bo ana]]).stuck.first.reasons
    assert_equal [["held back from contact"], %w[bo]],
      made(partner("ana", blocks: ["contact"]), partner("bo"))
        .then { |all| [all.alone.first.reasons, all.stuck.map(&:id)] }
    assert_equal ["held back from holding pads"],
      made(partner("ana", blocks: ["holding"]), partner("bo")).alone.first.reasons
    assert_empty made(partner("ana", blocks: ["left hand"]), partner("bo")).alone
    out = made(partner("ana", blocks: ["all", "contact"]), partner("bo"))
    assert_equal [%w[ana], [], %w[bo]], [out.out.map(&:id), out.alone, out.stuck.map(&:id)],
      "who is out does not work alone"
  end

  def test_nobody_there
    assert_equal [[], []], made.then { |all| [all.groups, all.stuck] }
    assert_equal ["nobody else is here to work with"], made(partner("ana")).stuck.first.reasons
  end

  def test_made_by_hand_stays_and_the_rest_is_matched_around_it
    people = %w[ana bo cy dee].map { |id| partner(id, level: (id < "c") ? "advanced" : "foundation") }
    assert_equal [%w[ana bo], %w[cy dee]], groups(made(*people))
    by_hand = made(*people, locked: [%w[ana dee]])
    assert_equal [%w[ana dee], %w[bo cy]], groups(by_hand)
    assert_equal [true, false], by_hand.groups.map(&:locked)
    error = assert_raises(Core::InvalidInput) { made(*people, locked: [%w[ana bo]], apart: [%w[ana bo]]) }
    assert_equal "Ana and Bo: they are kept apart.", error.message
    assert_raises(Core::InvalidInput) { made(*people, locked: [%w[ana zed]]) }
  end

  def test_whoever_is_left_over_joins_a_pair_that_will_have_them
    # Two heavy ones and two light ones apart, one between: nobody is left where a trio is to be had.
    found = made(partner("ana", kg: 50), partner("bo", kg: 52), partner("cy", kg: 80), partner("dee", kg: 82),
      partner("eli", kg: 66))
    assert_equal [%w[ana bo], %w[cy dee]], groups(found), "66 kg is more than 15 from 50 and 82"
    assert_equal %w[eli], found.stuck.map(&:id)
    assert_equal [%w[ana bo eli], %w[cy dee]],
      groups(made(partner("ana", kg: 51), partner("bo", kg: 52), partner("cy", kg: 80), partner("dee", kg: 83),
        partner("eli", kg: 66)))
  end

  def test_an_even_class_may_need_two_trios
    # Three adults and three juniors in contact: nobody need be left out.
    people = %w[ana bo cy].map { |id| partner(id) } + %w[dee eli fay].map { |id| partner(id, junior: true) }
    assert_equal [%w[ana bo cy], %w[dee eli fay]], groups(made(*people))
    assert_equal 0, made(*people).gap
  end

  LEVELS = %w[foundation building advanced].freeze

  def crowd(random, size)
    people = Array.new(size) do |i|
      partner("p#{i.to_s.rjust(2, "0")}", level: LEVELS.sample(random: random), kg: random.rand(45..95),
        stance: %i[orthodox southpaw].sample(random: random),
        wish: [nil, "same", "other"].sample(random: random), junior: random.rand < 0.2)
    end
    ids = people.map(&:id)
    apart = Array.new(size / 3) { ids.sample(2, random: random) }
    met = ids.combination(2).select { random.rand < 0.3 }.to_h { |pair| [pair, random.rand(0..40)] }
    [people, {apart: apart, met: met}]
  end

  # Every way to deal out so many: each alone, in a pair or in a trio.
  def every_way(ids)
    return [[]] if ids.empty?
    first, *others = ids
    [0, 1, 2].flat_map do |more|
      others.combination(more).flat_map { |some| every_way(others - some).map { |rest| [[first, *some], *rest] } }
    end
  end

  # Fewest left out, fewest trios, best total, of all ways there are.
  def best_of(ways, ids, graph)
    ways.filter_map do |way|
      groups = way.filter_map { |places| ids.values_at(*places) if places.size > 1 }
      next unless groups.all? { |group| graph.allowed?(group) }
      [groups.sum(&:size), -groups.count { |group| group.size == 3 }, graph.total(groups)]
    end.max
  end

  def graph_of(people, **more)
    Floor::Pairs::Match.new(school: Lexicon::School.default, contact: true, holding: true, **more).graph(people)
  end

  def assert_best(ways, people, **more)
    found, graph = made(*people, **more), graph_of(people, **more)
    placed, trios, total = best_of(ways, people.map(&:id), graph)
    assert_equal [placed, -trios], [people.size - found.stuck.size, found.groups.count { |group| group.ids.size == 3 }]
    assert_in_delta total, graph.total(found.groups.map(&:ids)), 1e-6
    assert_equal 0, found.gap
  end

  def test_equal_to_every_way_tried
    random = Random.new(21)
    (2..9).each do |size|
      ways = every_way((0...size).to_a)
      ((size < 8) ? 20 : 4).times do
        people, more = crowd(random, size)
        assert_best ways, people, **more
      end
    end
  end

  def test_five_adults_and_three_juniors_as_every_way_tried
    random, ways = Random.new(1_500), every_way((0...8).to_a)
    40.times do
      people, more = crowd(random, 8)
      assert_best ways, people.each_with_index.map { |each, i| each.but(junior: i > 4) }, **more
    end
  end

  # Everybody is in one place only, nobody stands where they must not, and the gap that is said holds against the best
  # known.
  def test_large_classes
    random = Random.new(4)
    [16, 17, 23, 29, 40, 41].each do |size|
      people, more = crowd(random, size)
      found = made(*people, **more)
      placed = found.groups.flat_map(&:ids) + found.stuck.map(&:id)
      assert_equal people.map(&:id).sort, placed.sort
      match = Floor::Pairs::Match.new(school: Lexicon::School.default, contact: true, holding: true, **more)
      found.groups.each { |group| assert match.graph(people).allowed?(group.ids), group.inspect }
      assert_operator found.gap, :<=, 100
    end
  end

  # The way of large classes against the exact one, where both can be had.
  def test_a_gap_is_said_only_where_it_is_proved
    random = Random.new(9)
    said = Array.new(30) do
      people, more = crowd(random, random.rand(9..13))
      graph, ids = graph_of(people, **more), people.map(&:id)
      crowd, exact = Floor::Pairs::Crowd.new(graph, ids), Floor::Pairs::Subsets.new(graph, ids).groups
      assert_operator crowd.groups.sum(&:size), :<=, exact.sum(&:size)
      next unless crowd.gap
      assert_equal [ids.size, exact.count { |group| group.size == 3 }],
        [exact.sum(&:size), crowd.groups.count { |group| group.size == 3 }]
      assert_operator graph.total(exact), :<=, graph.total(crowd.groups) + crowd.gap + 1e-6
    end
    assert_includes said, nil, "some are not proved"
    assert_operator said.compact.size, :>, 5
  end
end
