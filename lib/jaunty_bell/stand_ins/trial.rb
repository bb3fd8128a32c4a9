require "json"

module JauntyBell
  module StandIns
    # Seasons of many simulated squads, each run several ways with the same class time, and what came of them. The club,
    # its goals and its squads are invented; only which way does better is of interest.
    #
    #   Trial.new(Trial.squads, seeds: 1..30).to_h { |done, all| … } # => {seasons: […], squads: {…}}
    class Trial
      WAYS = {"planned" => Ways::Planned, "rotation" => Ways::Rotation, "until most have it" => Ways::UntilMost,
              "habit" => Ways::Habit}.freeze
      START = Date.new(2026, 1, 5)
      KNOWN = {"Two bells" => "1-2", "Double knock" => "1-1-2"}.freeze # half learned before the season
      GOALS = [["Lantern", "1-2-3", "clock", 5], ["Lantern and back", "1-2-3-2", "clock", 4],
        ["Turnabout", "2-3-2", "clock", 3], ["Undertow", "1-2-slip rear-2-3", "clock", 4],
        ["Ticket punch", "1-2-3b-2", "count", 3],
        ["Roll call", "1-1-2-roll lead-3-2", "count", 2], ["High water", "1-6-3-2", "count", 2],
        ["Stairs", "5-6-3", "clock", 1], ["Low door", "2-3b-2", "count", 3], ["Under the rail", "1b-2-3", "count", 1],
        ["Swing bridge", "3-2-3", "clock", 2], ["Crane", "1-2-5-2", "count", 1]].freeze
      MEASURES = %i[able owns chance lapses nothing_new repeats broke].freeze
      BINS = 10

      # Laws from a file of squads (JSON; docs/formats.md). Raises InvalidInput.
      def self.squads(text = File.read(File.join(__dir__, "squads.json")))
        JSON.parse(text).fetch("squads").map { |data| Law.from_data(data) }
      rescue JSON::ParserError, KeyError, TypeError, NoMethodError => e
        raise Core::InvalidInput, "This is no file of squads: #{e.message.lines.first.strip}"
      end

      def initialize(squads, seeds:, ways: WAYS.keys, goals: GOALS.size, weeks: 12)
        @squads = squads
        @seeds = seeds.to_a
        @ways = ways
        @goals = GOALS.first(goals)
        @weeks = weeks
      end

      # The block is told how many seasons of how many are done.
      def to_h
        done = 0
        seasons = @squads.product(@seeds).flat_map do |law, seed|
          @ways.map { |way|
            season(law, seed).run(WAYS.fetch(way)).then { |outcome|
              {squad: law.name, seed: seed, way: way, of: outcome}
            }
          }.tap { yield done += 1, @squads.size * @seeds.size if block_given? }
        end
        {classes: programme.meetings.size, places: programme.meetings.size * programme.slots, goals: @goals.size,
         seasons: seasons.map { |one| one.except(:of).merge(measured(one[:of])) },
         squads: seasons.group_by { |one| one[:squad] }.transform_values { |list| summed(list) }}
      end

      def shelf =
        @shelf ||= {**KNOWN, **@goals.to_h { |name, notation| [name, notation] }}
          .transform_values { |notation| Core::Bench::Notation.read(notation) }

      def programme
        @programme ||= Core::Weeks::Programme.new(start: START, weeks: @weeks, slots: 5, usual: 800,
          times: [1, 4].map { |day| Core::Weeks::MeetingTime.new(weekday: day, at: "18:30", minutes: 75) },
          goals: @goals.map { |name, _, rung, importance|
            Core::Weeks::Goal.new(combination_id: name, rung: rung, importance: importance)
          })
      end

      private

      def season(law, seed) = Season.new(programme, shelf, law: law, seed: seed, met: KNOWN.keys)

      def measured(outcome) = MEASURES.to_h { |measure| [measure, outcome.public_send(measure).round(4)] }

      def summed(list)
        ways = list.group_by { |one| one[:way] }.transform_values { |ones| ones.map { |one| one[:of] } }
        plain = ways.except("planned")
        {ways: ways.transform_values { |outcomes|
          MEASURES.to_h { |measure| [measure, spread(outcomes.map(&measure))] }
        },
         ahead: (if ways["planned"]
                   plain.transform_values { |outcomes| ahead(ways["planned"].map(&:able), outcomes.map(&:able)) }
                 end),
         forecasts: (forecasts(ways["planned"]) if ways["planned"])}.compact
      end

      # How the planner's forecasts came out: of marks one class ahead, beside "as last time" and the mean; of the
      # chance to be able at the end, told before every class.
      def forecasts(outcomes)
        rates, ends = outcomes.flat_map(&:rates), outcomes.flat_map(&:ends)
        known = rates.select { |_, last, _, _| last }
        mean = known.sum { |_, _, clean, _| clean }.fdiv([known.sum { |_, _, _, attempted| attempted }, 1].max)
        guesses = {said: ->(said, _) { said }, as_last_time: ->(_, last) { last }, mean: ->(_, _) { mean }}
        {marks: known.size, brier: guesses.transform_values { |guess| brier(known, &guess) },
         squares: guesses.transform_values { |guess| squares(known, &guess) },
         ahead: bins(rates.map { |said, _, clean, attempted| [said, clean.fdiv(attempted)] }),
         ends: bins(ends.map { |said, came| [said, came ? 1.0 : 0.0] })}
      end

      # Mean squared distance of the share of a class from what was said of it.
      def squares(rates)
        return if rates.empty?
        (rates.sum { |said, last, clean, attempted| (yield(said, last) - clean.fdiv(attempted))**2 } / rates.size)
          .round(4)
      end

      # Mean squared distance of a repetition from what was said of it: most of it is chance.
      def brier(rates)
        return if rates.empty?
        (rates.sum { |said, last, clean, attempted|
          share = yield(said, last)
          (clean * (1 - share)**2 + (attempted - clean) * share**2)
        } / rates.sum { |_, _, _, attempted| attempted }).round(4)
      end

      def bins(pairs) =
        pairs.group_by { |said, _| (said * BINS).floor.clamp(0, BINS - 1) }.sort.map { |_, list|
          {said: (list.sum(&:first) / list.size).round(3), came: (list.sum(&:last) / list.size).round(3),
           count: list.size}
        }

      def spread(values) =
        {mean: Core::Book::Statistics.mean(values).round(4), error: error(values), least: values.min.round(4),
         most: values.max.round(4)}

      # The planner's lead on the same squads, with how often it led and the standard error of the mean.
      def ahead(planned, plain)
        leads = planned.zip(plain).map { |one, other| one - other }
        {mean: Core::Book::Statistics.mean(leads).round(4), error: error(leads), led: leads.count(&:positive?)}
      end

      def error(values) = (if values.size > 1
                             (Core::Book::Statistics.sample_deviation(values) / Math.sqrt(values.size)).round(4)
                           end)
    end
  end
end
