require "support/database"

# The load figures against R's and PostgreSQL's own statistics.
class LoadReferenceTest < Minitest::Test
  LOADS = [360, 0, 420, 0, 300, 600, 0, 380, 0, 400, 0, 320, 560, 0, 400, 90, 420, 0, 340, 600, 0, 300, 0, 320, 0, 280,
    400, 0, 500, 0, 520, 120, 480, 700, 0].freeze
  FIRST = Date.new(2026, 1, 1)

  # Source: computed once with R 4.2.2 (sum, mean, sd, filter), given in the product's book, section 11.
  R = {acute_7: 2320, chronic_28: 1782.5, ratio: 1.301543, uncoupled: 1.446985, ewma_7: 299.6271, ewma_28: 274.5213,
       monotony: 1.164179, strain: 2700.896, week_change: 0.784615}.freeze

  def series = JauntyBell::Core::Book::LoadSeries.new(LOADS.each_with_index.to_h { |load, i| [FIRST + i, load] })

  def test_against_r
    figures = series.figures
    R.each do |name, expected|
      assert_in_delta expected, figures.fetch(name).value, 5 * 10**(Math.log10(expected).floor - 6), name
    end
  end

  # The book's ratio of the two is of day 35; the page gives none before day 56.
  def test_the_weighted_ratio_against_r
    figures = series.figures
    assert_in_delta 1.091453, figures[:ewma_7].value / figures[:ewma_28].value, 5e-7
    assert_equal "Not before day 56 of the record; this is day 35.", figures[:ewma_ratio].reason
    later = JauntyBell::Core::Book::LoadSeries.new((0..55).to_h { |day| [FIRST + day, LOADS[day % 35]] })
    assert_nil later.figures(FIRST + 54)[:ewma_ratio].value
    assert later.figures(FIRST + 55)[:ewma_ratio].known?
  end

  # What is said of the weighted averages beside them, simulated: two fixed days a week for two years, begun on one of
  # them.
  def test_what_is_said_of_the_weighted_averages
    two_days = JauntyBell::Core::Book::LoadSeries.new((0..727)
      .to_h { |day| [FIRST + day, [0, 3].include?(day % 7) ? 300 : 0] })
    off = [27, 55].map { |day| two_days.ewma(FIRST + day)[1].value / two_days.ewma(FIRST + 700 + day % 7)[1].value - 1 }
    assert_includes 0.2..0.4, off.first
    assert_includes 0.03..0.06, off.last
    ratios = (721..727).map { |day| two_days.figures(FIRST + day)[:ewma_ratio].value }
    assert_operator ratios.max - ratios.min, :>, 0.5, "swings by weekday alone"
  end

  # PostgreSQL's avg, stddev_samp and window sums, for every day of the worked series and of random ones: sparse, dense,
  # all alike, and with empty weeks.
  def test_against_postgresql
    random = Random.new(1998)
    sparse = Array.new(90) { (random.rand < 0.3) ? random.rand(60..900) : 0 }
    dense = Array.new(60) { random.rand(0..700) }
    gaps = Array.new(80) { |day| ((day / 10).odd? || random.rand < 0.4) ? 0 : random.rand(1..1000) }
    [LOADS, sparse, dense, gaps, [300] * 40, [300] + [0] * 50].each { |loads| against_postgresql(loads) }
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

  def against_postgresql(loads)
    series = JauntyBell::Core::Book::LoadSeries.new(loads.each_with_index.to_h { |load, i| [FIRST + i, load] })
    rows = TestDatabase.open.fetch(<<~SQL, loads: Sequel.pg_array(loads), first: FIRST).all
      WITH days AS (SELECT :first::date + (n - 1)::int AS day, load FROM unnest(:loads::numeric[]) WITH ORDINALITY AS t(load, n))
      SELECT day, count(*) OVER week AS week_days, count(*) OVER month AS month_days, sum(load) OVER week AS acute, sum(load) OVER month / 4 AS chronic,
        sum(load) OVER week / nullif(sum(load) OVER month / 4, 0) AS ratio,
        sum(load) OVER week / nullif(sum(load) OVER three / 3, 0) AS uncoupled,
        avg(load) OVER week / nullif(stddev_samp(load) OVER week, 0) AS monotony,
        sum(load) OVER week * avg(load) OVER week / nullif(stddev_samp(load) OVER week, 0) AS strain,
        sum(load) OVER week / nullif(sum(load) OVER before, 0) - 1 AS change, count(*) OVER before AS before_days
      FROM days WINDOW week AS (ORDER BY day ROWS 6 PRECEDING), month AS (ORDER BY day ROWS 27 PRECEDING),
        before AS (ORDER BY day ROWS BETWEEN 13 PRECEDING AND 7 PRECEDING), three AS (ORDER BY day ROWS BETWEEN 27 PRECEDING AND 7 PRECEDING)
    SQL
    rows.each do |row|
      figures = series.figures(row[:day])
      week, month = row[:week_days] == 7, row[:month_days] == 28
      {acute_7: [:acute, week], chronic_28: [:chronic, month], ratio: [:ratio, month], uncoupled: [:uncoupled, month],
       monotony: [:monotony, week], strain: [:strain, week], week_change: [:change, row[:before_days] == 7]}
        .each { |name, (column, known)| compare(row[column], figures[name], known) }
    end
  end

  def compare(expected, figure, known)
    return assert_nil(figure.value, "#{figure.name} without its days") unless known
    if expected.nil?
      assert_nil(figure.value)
    else
      assert_in_delta(expected.to_f, figure.value, 1e-9 * [1, expected.abs].max, figure.name)
    end
  end
end
