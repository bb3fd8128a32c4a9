require "test_helper"
require "jaunty_bell/core"

# What marks come to, whatever their order and however they are told.
class EvidenceTest < Minitest::Test
  Book = JauntyBell::Core::Book
  Evidence = Book::Evidence
  Mark = Book::Mastery::Mark
  DAY = Date.new(2026, 6, 1)

  def mark(ago, attempted, clean) = Mark.new(on: DAY - ago, attempted: attempted, clean: clean)

  def of(*marks, half_life: 28) = Evidence.of(marks, half_life: half_life)

  # Random marks from a seed.
  def some(random, count = random.rand(1..14))
    Array.new(count) do
      random.rand(1..20).then do |attempted|
        mark(random.rand(0..200), attempted, (attempted * random.rand(0.5..1.0)).round)
      end
    end
  end

  def assert_same(one, two)
    Evidence.members.each do |member|
      if one[member].is_a?(Float)
        assert_in_delta(one[member], two[member], 1e-6, member)
      else
        assert_equal([one[member]], [two[member]], member)
      end
    end
  end

  def test_the_order_of_marks_does_not_matter
    random = Random.new(1)
    40.times { some(random).then { |marks| assert_same of(*marks), of(*marks.shuffle(random: random)) } }
  end

  def test_a_day_told_in_parts_is_the_same_day
    random = Random.new(2)
    40.times do
      marks = some(random)
      parts = marks.flat_map do |whole|
        [whole.but(attempted: whole.clean, clean: whole.clean), whole.but(attempted: whole.rough, clean: 0)]
      end
      assert_same of(*marks), of(*parts)
    end
  end

  def test_faded_sums_are_the_weighted_sums_of_the_book
    random = Random.new(3)
    20.times do
      marks = some(random)
      told = of(*marks)
      weight = ->(each) { 2.0**(-(told.on - each.on).to_i / 28.0) }
      assert_in_delta marks.sum { |each| weight.call(each) * each.clean }, told.clean, 1e-9
      assert_in_delta marks.sum { |each| weight.call(each) * each.rough }, told.rough, 1e-9
    end
  end

  def test_what_was_held_and_when
    {
      [mark(9, 20, 20)] => [false, false, nil], # one good evening
      [mark(9, 20, 20), mark(9, 20, 20)] => [false, false, nil], # told twice, still one evening
      [mark(9, 20, 20), mark(7, 20, 20)] => [true, false, DAY - 7],
      [mark(9, 20, 20), mark(7, 20, 20), mark(1, 20, 0)] => [false, true, DAY - 7], # rough marks undid it
      [mark(9, 20, 20), mark(7, 20, 20), mark(1, 4, 4)] => [true, true, DAY - 7],
      [mark(9, 10, 2), mark(7, 10, 3)] => [false, false, nil]
    }.each do |marks, expected|
      assert_equal expected,
        of(*marks).then { |told| [told.owned_last, told.owned_before, told.first_owned] }, marks.inspect
    end
  end

  def test_due_is_where_the_line_is_crossed
    random = Random.new(5)
    found = Array.new(60) { of(*some(random)) }.select(&:due_after)
    assert_operator found.size, :>, 10
    found.each do |told|
      sure = ->(days) { Book::Mastery.from(told, on: told.on + days).sure_of }
      days = (told.due_on - told.on).to_i
      assert_operator sure.call(days), :<, Book::Mastery::OWNED
      assert_operator sure.call(days - 1), :>=, Book::Mastery::OWNED - 1e-9
    end
  end

  def test_a_longer_half_life_holds_longer
    marks = [mark(3, 20, 19), mark(0, 20, 19)]
    dues = [14, 28, 56].map { |days| of(*marks, half_life: days).due_after }
    assert_equal dues.sort, dues
    assert_in_delta 2, dues.last / dues[1], 0.2, "twice as long, about, takes twice as long"
  end

  def test_nothing_of_nothing
    assert_nil Evidence.of([], half_life: 28)
    assert_nil of(mark(0, 0, 0))
    told = Book::Mastery.from(nil, on: DAY)
    assert_equal [:new, nil, 0, false], [told.state, told.due_in, told.attempted, told.owned?]
    assert_in_delta 0.1, told.sure_of, 1e-9, "Beta(1, 1) is even"
  end

  # Fading takes from both sides: what is not practised is never surer tomorrow.
  def test_never_surer_without_practice
    random = Random.new(8)
    20.times do
      told = of(*some(random))
      next unless told.clean > 3 * told.rough
      all = (0..120).step(10).map { |days| Book::Mastery.from(told, on: told.on + days).sure_of }
      assert_equal all.sort.reverse, all
    end
  end
end
