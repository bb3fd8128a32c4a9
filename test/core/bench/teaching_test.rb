require "support/generated"

# Parts, likeness and search: how to teach a combination, what is near it, how to find it.
class TeachingTest < Minitest::Test
  include CoreTest

  def written(parts, kind) = parts.select { |part| part.kind == kind }.map { |part| Notation.write(part.combination) }

  def test_parts
    parts = Bench::Parts.of(read("1-2-3b-2"), weak: 2)
    assert_equal ["1", "1-2", "1-2-3b"], written(parts, :forward)
    assert_equal ["2", "3b-2", "2-3b-2"], written(parts, :backward)
    assert_equal ["1-2", "2-3b", "3b-2"], written(parts, :link)
    assert_equal ["1-2-3b-2"], written(parts, :around)
    assert_equal ["1 with step in-2-3b-2-step out"], written(parts, :steps)
  end

  def test_parts_of_what_has_no_parts_or_has_its_steps_already
    assert_empty Bench::Parts.of(read("1"))
    assert_empty written(Bench::Parts.of(read("1 with step in-2-step out")), :steps)
    assert_equal ["1-2-step out"],
      written(Bench::Parts.of(read("1-2")), :steps).map { |text| text.sub("1 with step in", "1") }
    assert_equal ["at close 3", "at close 3-4"], written(Bench::Parts.of(read("at close 3-4-3")), :forward)
    assert_empty written(Bench::Parts.of(read("1-2"), weak: 9), :around)
  end

  def test_chains_cover_the_whole
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 40) do |seed:|
      whole = Generated.build(Random.new(seed))
      parts = Bench::Parts.of(whole)
      links = parts.select { |part| part.kind == :link }
      assert_equal [whole.actions.size - 1, 0].max, links.size
      whole.actions.each_cons(2).zip(links, whole.fronts) do |pair, part, front|
        pair = pair.map { |action| Bench::Footing.turned(action) } if front == :rear
        assert_equal pair, part.combination.actions, "seed #{seed}"
      end
      parts.each { |part| assert_equal part.combination, read(Notation.write(part.combination)), "seed #{seed}" }
    end
  end

  SHELF = {"straight" => "1-2", "ticket" => "1-2-3", "harbour" => "1-2-3-2", "kick" => "1-2-rear kick",
           "twice" => "1-2-1-2", "other" => "6-5"}.freeze

  def shelf = Bench::Likeness.new(SHELF.transform_values { |text| read(text) })

  def test_likeness_is_the_share_of_links_in_common
    assert_equal [["ticket", 1r], ["harbour", 2/3r], ["kick", 1/3r], ["straight", 1/2r], ["twice", 1/4r]].sort,
      shelf.like(read("1-2-3")).sort
    assert_equal %w[ticket harbour straight kick twice], shelf.like(read("1-2-3")).map(&:first)
    assert_empty shelf.like(read("rear knee"))
  end

  def test_one_step_away
    assert_equal [["straight", :drop, 2], ["harbour", :add, 3], ["kick", :change, 2]], shelf.one_step(read("1-2-3"))
    assert_equal [["ticket", :add, 2], ["kick", :add, 2]], shelf.one_step(read("1-2"))
    assert_equal [["straight", :change, 0]], shelf.one_step(read("2-2"))
  end

  def test_likeness_is_symmetric_and_one_only_for_the_same_links
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 40) do |seed:|
      random = Random.new(seed)
      one, two = Array.new(2) { Generated.build(random, most: 5) }
      share = ->(a, b) { Bench::Likeness.new("x" => b).like(a).to_h.fetch("x", 0) }
      assert_equal share.call(one, two), share.call(two, one)
      assert_equal 1, share.call(one, one) if one.actions.size > 1
      assert_operator share.call(one, two), :<=, 1
    end
  end

  # query → what it finds among these
  FOUND = {
    "ends with a rear kick" => %w[gangway], "ends with a kick" => %w[gangway pier], "has a slip" => %w[under],
    "has a body shot" => %w[gangway pier ticket], "starts with a feint" => [], "starts with 2" => %w[bar],
    "without kicks" => %w[bar ticket two under], "three strikes or fewer" => %w[pier two],
    "4 strikes" => %w[gangway ticket under], "at least five strikes" => %w[bar], "3b" => %w[ticket],
    "1-2-3" => %w[gangway], "2-3b" => %w[ticket], "hook" => %w[bar gangway under],
    "has a lead hook" => %w[bar gangway ticket under], "pier" => %w[pier], "wet" => %w[bar], "has a switch" => %w[pier],
    "foundation" => %w[two], "for building" => %w[bar gangway pier ticket under],
    "ends with a body kick" => %w[gangway pier], "no kicks" => %w[bar ticket two under], "no hooks" => %w[pier two],
    "has a body hook" => %w[ticket], "ends with a right kick" => %w[gangway], "left hook" => %w[bar gangway under],
    "ends with a kick and no hooks" => %w[pier], "no kicks but a slip" => %w[under],
    "has crosses" => %w[bar gangway pier ticket two under],
    "jab, cross, slip the jab" => [], "has a right hand, no kicks" => %w[bar ticket two under],
    "" => %w[bar gangway pier ticket two under], "nonsense words" => []
  }.freeze
  COMBINATIONS = {"two" => "1-2", "ticket" => "1-2-3b-2", "under" => "1-2-slip rear-2-3",
                  "gangway" => "1-2-3-rear kick", "pier" => "1-2-switch-lead kick", "bar" => "2-3-2-3-2"}.freeze

  def test_search_in_a_coach_s_words
    FOUND.each do |query, names|
      search = Bench::Search.new(query)
      found = COMBINATIONS.select { |name, text|
        search.matches?(read(text), name: name, tags: (name == "bar") ? ["wet day"] : [])
      }.keys.sort
      assert_equal names, found, query
    end
    assert_equal "at most 3 strikes", Bench::Search.new("three strikes or fewer").understood
    assert_nil Bench::Search.new("nonsense words").understood
  end
end
