require "support/api"

# What several processes of a service count together. The same on any day.
class SharedCountsTest < StoreTest
  Counts = Store::Counts
  Shares = JauntyBell::Api::Throttle::Shares

  def counts = @counts ||= Counts.new(db)

  def test_what_is_counted_dies_with_its_period
    assert_equal [0, 1, 3, 3], [counts.read("a"), counts.add("a", 1, lasts: 60), counts.add("a", 2, lasts: 60),
      counts.read("a")]
    db[:counts].update(dies_at: Sequel.lit("clock_timestamp() - interval '1 second'"))
    assert_equal [0, 1], [counts.read("a"), counts.add("a", 1, lasts: 60)], "it begins anew"
    counts.forget("a")
    assert_equal 0, counts.read("a")
  end

  def test_what_has_died_is_swept_away
    counts.add("old", 1, lasts: -1)
    Counts::SWEPT_EVERY.times { |i| counts.add("new #{i % 3}", 1, lasts: 60) }
    assert_equal 3, db[:counts].count
  end

  # Two processes: each knows the other's by fifties.
  def test_requests_are_counted_together
    one, two = Shares.new(counts), Shares.new(counts)
    (Shares::STEP - 1).times { |i| assert_equal i + 1, one.increment("k", 1, expires_in: 60) }
    assert_equal 0, counts.read("k"), "a request asks nothing of the database"
    Shares::STEP.times { one.increment("k", 1, expires_in: 60) }
    seen = Array.new(Shares::STEP) { two.increment("k", 1, expires_in: 60) }
    assert_equal [Shares::STEP - 1, 2 * Shares::STEP], seen.last(2)
    assert_equal 2 * Shares::STEP, counts.read("k")
  end

  def test_without_the_database_a_process_counts_alone
    broken = Struct.new(:nothing) { def add(*, **) = raise(Sequel::DatabaseConnectionError, "gone") }.new
    shares = Shares.new(broken)
    assert_equal 3 * Shares::STEP, Array.new(3 * Shares::STEP) { shares.increment("k", 1, expires_in: 60) }.last
  end

  def test_a_share_dies_too
    shares = Shares.new(counts)
    shares.increment("k", 1, expires_in: 0)
    assert_equal 1, shares.increment("k", 1, expires_in: 60)
  end
end
