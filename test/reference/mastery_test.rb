require "test_helper"
require "rubystats"

# Mastery against the book's check values, closed forms, and an integration of our own.
class MasteryReferenceTest < Minitest::Test
  Mastery = JauntyBell::Core::Book::Mastery
  DAY = Date.new(2026, 6, 1)

  def mastery(*marks) =
    Mastery.new(marks.map { |ago, attempted, clean|
      Mastery::Mark.new(on: DAY - ago, attempted: attempted, clean: clean)
    }, on: DAY)

  # Check values of the product's book, section 12.
  def test_check_values
    assert_in_delta 0.388, mastery([0, 65, 25]).score, 5e-4
    twice = mastery([0, 10, 10], [0, 10, 10])
    assert_in_delta 0.8961505, twice.sure_of, 5e-8
    assert_in_delta 52.47661, twice.due_in, 5e-6
    three = mastery([40, 12, 7], [19, 20, 16], [5, 15, 14])
    assert_in_delta 0.8062489, three.score, 1e-7
    assert_in_delta 0.7142059, three.sure_of, 5e-8
    assert_in_delta 55.84903, mastery([14, 20, 15], [0, 30, 29]).due_in, 5e-6
  end

  # Closed form: with no rough repetition the distribution is Beta(a, 1), whose quantile is q^(1/a).
  def test_against_the_closed_form_for_clean_marks
    (1..60).step(7) do |n|
      assert_in_delta 0.1**(1.0 / (n + 1)), mastery([0, n, n]).sure_of, 1e-9
    end
  end

  # Beta(a, b) for whole a and b by the binomial sum: I_x(a, b) = Σ_{j=a}^{a+b−1} C(a+b−1, j) x^j (1−x)^{a+b−1−j}
  # (Abramowitz and Stegun, Handbook of Mathematical Functions, 1964, 26.5.24, from memory).
  def test_the_quantile_against_the_binomial_sum
    [[8, 2], [25, 5], [40, 25], [3, 9]].each do |clean, rough|
      x = mastery([0, clean + rough, clean]).sure_of
      a, n = clean + 1, clean + rough + 1
      below = (a..n).sum { |j| choose(n, j) * x**j * (1 - x)**(n - j) }
      assert_in_delta 0.10, below, 1e-8, "#{clean} clean, #{rough} rough"
    end
  end

  # Beta(a, b) for any a and b of 1 or more: its density integrated by Simpson's rule, the quantile found by halving.
  # Nothing of the library is in it.
  def test_the_quantile_against_an_integration_of_the_density
    random = Random.new(64)
    Array.new(12) { [random.rand(1..60), random.rand(0..25), random.rand(0..90)] }.each do |clean, rough, ago|
      told = mastery([ago, clean + rough, clean])
      a, b = told.evidence
      assert_in_delta quantile(a, b, 0.10), told.sure_of, 1e-6, "Beta(#{a}, #{b})"
    end
  end

  # The first whole day on which "sure of" is below 0.70, found by asking for every day in turn, with the integration
  # above.
  def test_due_dates_against_a_search_day_by_day
    [[[3, 20, 20], [9, 15, 14]], [[0, 30, 29], [14, 20, 15]], [[1, 12, 12], [2, 12, 11]], [[20, 40, 38], [24, 20, 19]]]
      .each do |marks|
      told = mastery(*marks)
      found = (0..).find do |days|
        w = ->(ago) { 2.0**(-(ago + days) / 28.0) }
        a, b = 1 + marks.sum { |ago, _, clean| w.call(ago) * clean },
          1 + marks.sum { |ago, attempted, clean| w.call(ago) * (attempted - clean) }
        below(a, b, 0.70) > 0.10
      end
      assert_equal DAY + found, told.due_on, marks.inspect
      assert_equal found, told.due_in.floor + 1
    end
  end

  # A half-life later the evidence weighs half.
  def test_fading_by_half
    fresh, old = mastery([0, 10, 8]), mastery([28, 20, 16])
    assert_in_delta fresh.sure_of, old.sure_of, 1e-12
  end

  private

  SLICES = 4_000 # even, for Simpson's rule

  # The share of Beta(a, b) below x.
  def below(a, b, x)
    density = ->(t) { (t**(a - 1)) * ((1 - t)**(b - 1)) }
    integral(0.0, x, &density) / integral(0.0, 1.0, &density)
  end

  def integral(from, to)
    step = (to - from) / SLICES
    inner = (1...SLICES).sum { |i| yield(from + i * step) * (i.odd? ? 4 : 2) }
    (yield(from) + inner + yield(to)) * step / 3
  end

  def quantile(a, b, share)
    low, high = 0.0, 1.0
    30.times { ((low + high) / 2).then { |x| (below(a, b, x) < share) ? low = x : high = x } }
    low
  end

  def choose(n, k) = (1..k).reduce(1r) { |product, i| product * (n - k + i) / i }.to_f
end
