module JauntyBell
  module StandIns
    # Seasons of many simulated squads, each run three ways with the same class time, and what came of them. The club,
    # its goals and its squads are invented; only which way does better is of interest.
    #
    #   Trial.new(seeds: 30).to_h { |done| … } # => {ways: {"fixed rotation" => {owns: {mean:, deviation:, least:,
    #     most:}, …}}, ahead: …}
    class Trial
      WAYS = [Ways::Planned, Ways::Rotation, Ways::UntilMost].freeze
      START = Date.new(2026, 1, 5)
      KNOWN = {"Two bells" => "1-2", "Double knock" => "1-1-2"}.freeze # half learned before the season
      GOALS = [["Lantern", "1-2-3", "clock", 5], ["Lantern and back", "1-2-3-2", "clock", 4],
        ["Turnabout", "2-3-2", "clock", 3], ["Undertow", "1-2-slip rear-2-3", "clock", 4],
        ["Ticket punch", "1-2-3b-2", "count", 3],
        ["Roll call", "1-1-2-roll lead-3-2", "count", 2], ["High water", "1-6-3-2", "count", 2],
        ["Stairs", "5-6-3", "clock", 1], ["Low door", "2-3b-2", "count", 3], ["Under the rail", "1b-2-3", "count", 1],
        ["Swing bridge", "3-2-3", "clock", 2], ["Crane", "1-2-5-2", "count", 1]].freeze
      MEASURES = %i[owns able lapses peak broke].freeze

      def initialize(seeds:, students: 12, goals: GOALS.size, weeks: 12)
        @seeds = seeds
        @students = students
        @goals = GOALS.first(goals)
        @weeks = weeks
      end

      # The block is told how many seasons of how many are done.
      def to_h
        outcomes = WAYS.to_h { |way| [way::NAME, []] }
        @seeds.times do |seed|
          season = Season.new(programme, shelf, seed: seed + 1, size: @students, met: KNOWN.keys)
          WAYS.each { |way| outcomes[way::NAME] << season.run(way) }
          yield seed + 1, @seeds if block_given?
        end
        planned, *plain = WAYS.map { |way| outcomes[way::NAME] }
        {seeds: @seeds, students: @students, classes: programme.meetings.size,
         places: programme.meetings.size * programme.slots, goals: @goals.size,
         ways: outcomes.transform_values { |list| MEASURES.to_h { |measure| [measure, spread(list.map(&measure))] } },
         ahead: WAYS.drop(1).zip(plain).to_h { |way, list|
           [way::NAME,
             %i[owns able lapses].to_h { |measure| [measure, ahead(planned.map(&measure), list.map(&measure))] }]
         }}
      end

      private

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

      def spread(values)
        {mean: Core::Book::Statistics.mean(values).round(3), deviation: deviation(values), least: values.min.round(3),
         most: values.max.round(3)}
      end

      # The planner's lead on the same squads, with how often it led and the standard error of the mean.
      def ahead(planned, plain)
        leads = planned.zip(plain).map { |one, other| one - other }
        {mean: Core::Book::Statistics.mean(leads).round(3),
         error: ((deviation(leads) || 0) / Math.sqrt(leads.size)).round(3), led: leads.count(&:positive?)}
      end

      def deviation(values) = (Core::Book::Statistics.sample_deviation(values).round(3) if values.size > 1)
    end
  end
end
