require "test_helper"
require "jaunty_bell/core"

class WeakLinksTest < Minitest::Test
  Book = JauntyBell::Core::Book
  Notation = JauntyBell::Core::Bench::Notation
  DAY = Date.new(2026, 6, 1)
  SHELF = {"three" => Notation.read("1-2-3"), "four" => Notation.read("1-2-3-2"),
           "kick" => Notation.read("2-3-rear kick")}.freeze

  def try(id, attempted, clean, broke_at = nil, ago: 0) =
    Book::WeakLinks::Try.new(on: DAY - ago, combination_id: id, attempted: attempted, clean: clean, broke_at: broke_at)

  def links(*tries, half_life: 28) = Book::WeakLinks.new(tries, SHELF, on: DAY, half_life: half_life)

  # {"1-2" => [passed, broke]}
  def sums(*tries) = links(*tries).all.to_h { |link| [Notation.write(link.pair), [link.passed, link.broke]] }

  def test_what_a_set_says_of_each_link
    {
      [try("three", 10, 10)] => {"1-2" => [10, 0], "2-3" => [10, 0]},
      [try("three", 4, 0, 1)] => {"1-2" => [4, 0], "2-3" => [0, 4]}, # it passed the first and broke at the second
      [try("three", 4, 0, 0)] => {"1-2" => [0, 4]}, # the second was not reached
      [try("three", 10, 7)] => {"1-2" => [7, 0], "2-3" => [7, 0]}, # three were rough, nobody said where
      [try("three", 10, 10), try("kick", 5, 0, 0)] => {"1-2" => [10, 0], "2-3" => [10, 5]}, # 2-3 stands in both
      [try("three", 8, 8, ago: 28)] => {"1-2" => [4, 0], "2-3" => [4, 0]}, # a half-life ago
      [try("gone", 8, 8)] => {} # not on the shelf
    }.each { |tries, expected| assert_equal expected, sums(*tries), tries.inspect }
  end

  def test_weak_is_under_the_line_with_enough_attempts
    assert_equal ["2-3"], links(try("three", 8, 8), try("three", 4, 0, 1)).weak.map { |link| Notation.write(link.pair) }
    assert_empty links(try("three", 4, 4), try("three", 4, 0, 1)).weak, "eight attempts are not enough"
    assert_empty links(try("three", 40, 40), try("three", 4, 0, 1)).weak, "forty clean against four"
    assert_empty links(try("three", 8, 8, ago: 60), try("three", 4, 0, 1, ago: 60)).weak, "too long ago to say"
  end

  def test_what_it_spoils_and_where_it_stands
    weak = links(try("kick", 9, 0, 0), try("three", 6, 0, 1), try("four", 20, 20)).weak.first
    assert_equal %w[kick three], weak.spoils
    assert_equal [[1], [1], [0]], SHELF.values.map { |combination| weak.places(combination) }
    assert_empty weak.places(Notation.read("1-6"))
  end

  def test_kept_and_faded_it_is_what_it_would_be_worked_out_anew
    tries = [try("three", 12, 9, 1, ago: 3), try("four", 10, 10, ago: 9)]
    later = Book::WeakLinks.new(tries, SHELF, on: DAY + 20).all
    links(*tries).all.zip(later) do |kept, anew|
      faded = kept.fade(DAY + 20, 28)
      assert_in_delta anew.score, faded.score, 1e-12
      assert_in_delta anew.attempts, faded.attempts, 1e-9
    end
  end
end
