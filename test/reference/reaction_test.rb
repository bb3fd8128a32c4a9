require "support/database"
require "jaunty_bell/core"

# The middle and the quartiles of reaction times against PostgreSQL's own percentile_cont (SQL:2003, 10.9: linear
# between neighbours).
class ReactionReferenceTest < Minitest::Test
  Reaction = JauntyBell::Core::Floor::Reaction
  Strike = JauntyBell::Core::Floor::Strike

  def test_quantiles_against_postgresql
    db = TestDatabase.open
    random = Random.new(31)
    20.times do
      times = Array.new(random.rand(1..40)) { random.rand(120..1_400) }
      shown = times.each_index.map { |i| Reaction::Shown.new(at: 5_000 * (i + 1), feed: "red", hands: [:left]) }
      strikes = shown.zip(times).map { |each, ms| Strike.new(at: each.at + ms, hand: :left, g: 20.0) }
      found = Reaction.new(strikes, shown)
      wanted = db.get(Sequel.lit("(SELECT percentile_cont(ARRAY[0.25, 0.5, 0.75]) WITHIN GROUP (ORDER BY ms) " \
        "FROM unnest(?::float[]) AS ms)", Sequel.pg_array(times, :float))).to_a
      [found.spread.first, found.median, found.spread.last].zip(wanted)
        .each { |one, two| assert_in_delta two, one, 1e-9 }
    end
  end
end
