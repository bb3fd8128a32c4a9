require "support/database"

# The load figures against R's and PostgreSQL's own statistics.
class LoadReferenceTest < Minitest::Test
  LOADS = [360, 0, 420, 0, 300, 600, 0, 380, 0, 400, 0, 320, 560, 0, 400, 90, 420, 0, 340, 600, 0, 300, 0, 320, 0, 280, 400, 0, 500, 0, 520,
    120, 480, 700, 0].freeze
  FIRST = Date.new(2026, 1, 1)

  # Source: computed once with R 4.2.2 (sum, mean, sd, filter), given in the product's book, section 11.
  R = {acute_7: 2320, chronic_28: 1782.5, ratio: 1.301543, uncoupled: 1.446985, ewma_7: 299.6271, ewma_28: 274.5213, ewma_ratio: 1.091453,
       monotony: 1.164179, strain: 2700.896, week_change: 0.784615}.freeze

  def series = JauntyBell::Core::Book::LoadSeries.new(LOADS.each_with_index.to_h { |load, i| [FIRST + i, load] })

  def test_against_r
    figures = series.figures
    R.each { |name, expected| assert_in_delta expected, figures.fetch(name).value, 5 * 10**(Math.log10(expected).floor - 6), name }
  end

  # PostgreSQL's avg, stddev_samp and window sums over the same days, for every day of five weeks.
  def test_against_postgresql
    db = TestDatabase.open
    rows = db.fetch(<<~SQL, loads: Sequel.pg_array(LOADS), first: FIRST).all
      WITH days AS (SELECT :first::date + (n - 1)::int AS day, load FROM unnest(:loads::numeric[]) WITH ORDINALITY AS t(load, n))
      SELECT day, count(*) OVER week AS week_days, count(*) OVER month AS month_days, sum(load) OVER week AS acute, sum(load) OVER month / 4 AS chronic,
        avg(load) OVER week / nullif(stddev_samp(load) OVER week, 0) AS monotony,
        sum(load) OVER week / nullif(sum(load) OVER before, 0) - 1 AS change, count(*) OVER before AS before_days
      FROM days WINDOW week AS (ORDER BY day ROWS 6 PRECEDING), month AS (ORDER BY day ROWS 27 PRECEDING),
        before AS (ORDER BY day ROWS BETWEEN 13 PRECEDING AND 7 PRECEDING)
    SQL
    rows.each do |row|
      figures = series.figures(row[:day])
      compare(row[:acute], figures[:acute_7], row[:week_days] == 7)
      compare(row[:chronic], figures[:chronic_28], row[:month_days] == 28)
      compare(row[:monotony], figures[:monotony], row[:week_days] == 7)
      compare(row[:change], figures[:week_change], row[:before_days] == 7)
    end
  end

  # PostgreSQL's recursive query as an independent exponentially weighted average.
  def test_ewma_against_postgresql
    db = TestDatabase.open
    [7, 28].each do |n|
      expected = db.get(Sequel.lit(<<~SQL, n: n, loads: Sequel.pg_array(LOADS)))
        (WITH RECURSIVE days AS (SELECT load::float8, n FROM unnest(:loads::numeric[]) WITH ORDINALITY AS t(load, n)),
          run AS (SELECT load AS value, n FROM days WHERE n = 1
            UNION ALL SELECT 2.0 / (:n + 1) * d.load + (1 - 2.0 / (:n + 1)) * r.value, d.n FROM run r JOIN days d ON d.n = r.n + 1)
        SELECT value FROM run ORDER BY n DESC LIMIT 1)
      SQL
      assert_in_delta expected, series.figures.fetch(:"ewma_#{n}").value, 1e-9
    end
  end

  private

  def compare(expected, figure, known)
    return assert_nil(figure.value, "#{figure.name} without its days") unless known
    expected.nil? ? assert_nil(figure.value) : assert_in_delta(expected.to_f, figure.value, 1e-9, figure.name)
  end
end
