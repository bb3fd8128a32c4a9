require "test_helper"
require "jaunty_bell/core"

# The rest of a class that runs late.
class LateTest < Minitest::Test
  Late = JauntyBell::Core::Floor::Late
  RANKS = JauntyBell::Core::Card::Fit::Item::RANKS

  def coming(work: 180, rest: 60, talk: 0, least: work / 2, least_rest: rest / 2, must: false, importance: 3, rank: 0)
    Late::Coming.new(talk: talk, work: work, rest: rest, least: least, least_rest: least_rest, must: must,
      weight: importance * RANKS + rank)
  end

  def told(seconds, *rounds) = Late.new(rounds, seconds).choices&.map { |choice| choice && [choice.work, choice.rest] }

  def test_with_time_enough_nothing_changes_but_the_last_rest
    assert_equal [[180, 60], [180, 0]], told(420, coming, coming)
  end

  def test_rests_go_first_then_work_then_rounds
    three = Array.new(3) { coming }
    assert_equal [[180, 45], [180, 45], [180, 0]], told(630, *three)
    assert_equal [[140, 30], [140, 30], [140, 0]], told(480, *three)
    assert_equal [[150, 30], [150, 0], nil].compact, told(330, *three).compact
  end

  def test_what_must_stay_stays_and_what_matters_more
    assert_equal [nil, [180, 0]], told(180, coming(importance: 5), coming(must: true))
    assert_equal [[180, 0], nil], told(180, coming(importance: 4), coming(importance: 3))
    assert_equal [nil, [180, 0]], told(180, coming(rank: 0), coming(rank: 6)), "technique before a finisher"
    assert_nil told(60, coming(must: true))
    assert_equal 90 + 30 + 90, Late.new([coming(must: true), coming(must: true)], 0).least
    assert_equal [nil], told(10, coming)
    assert_equal [], told(100)
  end

  # Every way to leave out, work and rest a few small rounds.
  def best(rounds, seconds)
    ways = rounds.map { |round| [nil, *(round.least..round.work).step(5)] }
    ways.first.product(*ways.drop(1)).filter_map do |works|
      next if works.zip(rounds).any? { |work, round| work.nil? && round.must }
      kept = works.each_index.select { |i| works[i] }
      taken = kept.sum { |i| rounds[i].talk + works[i] } + kept[0...-1].to_a.sum { |i| rounds[i].least_rest }
      kept.sum { |i| rounds[i].weight * works[i] } if taken <= seconds
    end.max
  end

  def test_as_every_way_tried
    random = Random.new(25)
    80.times do
      rounds = Array.new(random.rand(1..4)) do
        work = 5 * random.rand(4..10)
        coming(work: work, rest: 5 * random.rand(0..4), talk: 5 * random.rand(0..2), least: 5 * random.rand(1..4),
          least_rest: 0, must: random.rand < 0.2, importance: random.rand(1..5), rank: random.rand(0..6))
      end.map { |round| round.but(least_rest: 5 * random.rand(0..round.rest / 5)) }
      seconds = 5 * random.rand(2..40)
      found, expected = Late.new(rounds, seconds).choices, best(rounds, seconds)
      next assert_nil(found) if expected.nil?
      assert_equal expected, found.zip(rounds).sum { |choice, round| choice ? choice.work * round.weight : 0 }
      kept = found.each_index.select { |i| found[i] }
      assert_operator kept.sum { |i| rounds[i].talk + found[i].work + found[i].rest }, :<=, seconds
      kept[0...-1].to_a.each { |i| assert_includes rounds[i].least_rest..rounds[i].rest, found[i].rest }
    end
  end
end
