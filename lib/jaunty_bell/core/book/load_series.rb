module JauntyBell::Core
  module Book
    # One student's load by day, and the figures coaches read from it.
    #
    #   series = LoadSeries.new({Date.new(2026, 11, 1) => 360}, last: Date.new(2026, 11, 30))
    #   series.figures(Date.new(2026, 11, 30)).fetch(:acute_7).value
    #
    # A day with no record between the first record and `last` is rest (0), or unknown where `elsewhere` says that the
    # student also trains elsewhere, or where they trained and nobody asked how hard it was; before the first record
    # nothing is known. No figure is given across unknown days.
    class LoadSeries
      FOSTER = "Foster 1998, Monitoring training in athletes with reference to overtraining syndrome, Med Sci Sports " \
        "Exerc 30:1164–1168"
      WILLIAMS =
        "Williams et al. 2017, Better way to determine the acute:chronic workload ratio?, Br J Sports Med 51:209–210"
      ROLLING =
        "rolling average, coupled; its use for predicting injury is disputed (Impellizzeri et al. 2020, Int J Sports " \
        "Physiol Perform 15:907–913)"
      SUM = "a sum of effort × minutes (Foster et al. 2001)"
      SETTLED = 56 # days of history before the slow average has forgotten how it began
      SWINGS = "begun on a training day the slow average is 20 to 40 % too high at day 28 and still 6 % at " \
        "day 56, so there is no ratio before; with two " \
        "fixed training days a week it swings by weekday alone, 0.58 to 1.38 in steady training"
      ALIKE = "two or three sessions a week keep it low by construction, and six equal sessions a week stand above 2 " \
        "for ever; the line at 2 is a later convention, not Foster's"

      attr_reader :first, :last

      # `loads` maps Date to the day's load (efforts of one day added up). `last` is the last day to look at, `first`
      # the first with a record where `loads` begins later, `unasked` days with a class whose effort nobody has told.
      def initialize(loads, last: nil, first: nil, elsewhere: false, unasked: [])
        loads.each_value do |load|
          raise InvalidInput.new("A day's load cannot be less than 0.", path: "load") if load.negative?
        end
        @loads = loads.transform_keys(&:jd) # days as numbers: a page looks at some thousands of them
        @first = first || loads.keys.min
        @last = last || loads.keys.max
        @elsewhere = elsewhere
        @unasked = unasked.to_set(&:jd)
      end

      # A day's load; nil where it is unknown.
      def on(day) = at(day.jd)

      # Load of so many days up to this one; nil where one of them is unknown. Days to come count as they stand: empty.
      def block(day, count)
        values = days(day, count)
        values.sum unless values.any?(&:nil?)
      end

      def known_of_28(day = last) = days(day, 28).count { |value| !value.nil? }

      # Every figure for a day, by name.
      def figures(day = last)
        [acute(day), chronic(day), ratio(day), uncoupled(day), *ewma(day), monotony(day), strain(day), week_change(day)]
          .to_h { |figure| [figure.name, figure] }
      end

      def acute(day)
        figure(:acute_7, "sum of the last 7 days", SUM, days(day, 7), day) { |week| week.sum }
      end

      def chronic(day)
        figure(:chronic_28, "sum of the last 28 days ÷ 4", SUM, days(day, 28), day) { |month| month.sum / 4.0 }
      end

      def ratio(day)
        of(:ratio, "acute ÷ chronic", ROLLING, acute: acute(day), chronic: chronic(day)) do |acute, chronic|
          next "No load in the last 28 days to compare with." if chronic.zero?
          acute.fdiv(chronic)
        end
      end

      def uncoupled(day)
        earlier = figure(:earlier_21, "", SUM, days(day - 7, 21), day - 7) { |three| three.sum / 3.0 }
        of(:uncoupled, "acute ÷ (sum of the 21 days before those 7 ÷ 3)", ROLLING, acute: acute(day),
          earlier: earlier) do |acute, before|
          next "No load in the 21 days before this week to compare with." if before.zero?
          acute.fdiv(before)
        end
      end

      # Exponentially weighted averages over 7 and 28 days and their ratio: λ = 2/(N+1), first value the first day's
      # load.
      def ewma(day)
        all = first ? days(day, (day - first).to_i + 1) : []
        week, month = [7, 28].map do |n|
          figure(:"ewma_#{n}", "λ·load + (1 − λ)·yesterday's, λ = 2/(#{n} + 1)", WILLIAMS,
            (all.size >= n) ? all : days(day, n), day) do |values|
            lambda_n = 2.0 / (n + 1)
            values.reduce { |average, value| lambda_n * value + (1 - lambda_n) * average }.to_f
          end
        end
        [week, month, weighted(day, week, month)]
      end

      def monotony(day)
        figure(:monotony, "mean of 7 daily loads ÷ their sample standard deviation", FOSTER, days(day, 7),
          day) do |week|
          spread = Statistics.sample_deviation(week)
          next "Every day was the same (#{week.first}), so there is nothing to divide by." if spread.zero?
          Statistics.mean(week) / spread
        end.but(note: ALIKE)
      end

      # As much load on each of the last 7 days: the most monotonous week there is, though no figure can be given.
      def alike?(day) = days(day, 7).then { |week| week.uniq.size == 1 && week.first.to_f.positive? }

      def strain(day)
        of(:strain, "week's load × monotony", FOSTER, load: acute(day),
          monotony: monotony(day)) { |load, monotony| load * monotony }
      end

      def week_change(day)
        of(:week_change, "this week's load ÷ last week's − 1", SUM, now: acute(day),
          before: acute(day - 7)) do |now, before|
          next "The week before was empty." if before.zero?
          now.fdiv(before) - 1
        end
      end

      private

      def weighted(day, week, month)
        of(:ewma_ratio, "7-day ÷ 28-day weighted average", WILLIAMS, acute: week, chronic: month) do |acute, chronic|
          known = (day - first).to_i + 1
          next "Not before day #{SETTLED} of the record; this is day #{known}." if known < SETTLED
          chronic.zero? ? "No load to compare with." : acute / chronic
        end.but(note: SWINGS)
      end

      # Loads of so many days up to this one.
      def days(day, count) = ((day.jd - count + 1)..day.jd).map { |number| at(number) }

      # The load of the day with this number (Date#jd).
      def at(number)
        return if first.nil? || number < first.jd || @unasked.include?(number)
        @loads.fetch(number) { @elsewhere ? nil : 0 }
      end

      # `values` of days in a row, the last of them `day`.
      def figure(name, formula, source, values, day)
        facts = {name: name, formula: formula, source: source}
        return Figure.new(**facts, reason: missing(values, day)) if values.any?(&:nil?)
        answer = yield values
        if answer.is_a?(String)
          Figure.new(**facts, reason: answer)
        else
          Figure.new(**facts, value: answer, inputs: {days: values.last(28)})
        end
      end

      # A figure worked out from others: none where one of them is missing.
      def of(name, formula, source, **parts)
        facts = {name: name, formula: formula, source: source, inputs: parts.transform_values(&:value)}
        absent = parts.values.find { |part| !part.known? }
        return Figure.new(**facts, reason: absent.reason) if absent
        answer = yield(*parts.values.map(&:value))
        answer.is_a?(String) ? Figure.new(**facts, reason: answer) : Figure.new(**facts, value: answer)
      end

      def missing(values, day)
        return "Nothing is recorded yet." unless first
        known = values.count { |value| !value.nil? }
        if @elsewhere
          return "#{known} of #{values.size} days known: they also train elsewhere, and those days are not recorded."
        end
        if first <= day - values.size + 1
          return "#{known} of #{values.size} days known: a class without an effort is not a day of rest. Ask how " \
            "hard it was."
        end
        "Not enough yet: #{known} of #{values.size} days of history."
      end
    end
  end
end
