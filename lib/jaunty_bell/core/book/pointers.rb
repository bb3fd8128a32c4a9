module JauntyBell::Core
  module Book
    # What is worth a word with a student, in plain words with the numbers it comes from, the gravest first. Nothing
    # here foretells an injury: each says what was seen, and by which line.
    class Pointers
      # kind; text; `numbers` {name => number} it comes from; `source` of the line
      Pointer = Value.of(:kind, :text, :numbers, :source)
      OWN = "the product's own default; the club can change it"
      GRAVE = %i[hold twice hard_days big_week back].freeze # where somebody may be hurt
      ORDER = %i[hold guardian twice hard_days big_week back monotony unasked rough fading].freeze

      # How grave a kind is, the gravest 0; nil stands for nothing.
      def self.rank(kind) = ORDER.index(kind) || ORDER.size

      # `sessions` Sessions and `series` the LoadSeries made of them; `came` days they came to a class, the last one
      # more than a fortnight ago and those since; `paused` whether the club knows that they are away; `unasked` classes
      # of the last fortnight they were at without an effort; `holds` Care::Holds on the day; `fading` and `rough` names
      # of combinations that fade with time, or for rough marks; `guardian` false for a junior of whom none is on file.
      def initialize(sessions:, series:, day:, school: Lexicon::School.default, came: [], paused: false,
        unasked: 0, holds: [], fading: [], rough: [], guardian: true)
        @sessions = sessions
        @series = series
        @day = day
        @school = school
        @lines = school.pointed_out
        @came = came
        @paused = paused
        @unasked = unasked
        @holds = holds
        @fading = fading
        @rough = rough
        @guardian = guardian
      end

      def all = @all ||= ORDER.flat_map { |kind| of(kind) }

      # The first of all, for who wants to know no more; nil where there is none.
      def gravest
        ORDER.each { |kind| of(kind).each { |pointer| return pointer } }
        nil
      end

      private

      # Those of a kind, each looked for once.
      def of(kind) =
        (@found ||= {})[kind] ||= send(kind).then { |found| found.is_a?(Array) ? found : [found].compact }

      def hold =
        @holds.map do |hold|
          Pointer.new(kind: :hold, text: "#{hold.matter.capitalize}: #{hold.blocked}.", numbers: {},
            source: "written down by a coach")
        end

      def guardian =
        (unless @guardian
           Pointer.new(kind: :guardian, text: "No guardian on file: ask for one before the next class.", numbers: {},
             source: "the file")
         end)

      def twice
        doubled = @sessions.doubled((@day - 6)..@day)
        return if doubled.empty?
        day, count = doubled.max_by(&:first)
        sessions = @sessions.trained(day..day)
        minutes = sessions.map(&:minutes)
        together = minutes.all? ? "#{minutes.sum} minutes together" : "a load of #{sessions.sum(&:load).round} together"
        point(:twice, "#{count} sessions on #{Words.weekday(day)}: #{together}.",
          {sessions: count, minutes: (minutes.sum if minutes.all?)}.compact, "common practice, no source")
      end

      def hard_days
        running = @sessions.hard_days_running(@day).then do |count|
          count.zero? ? @sessions.hard_days_running(@day - 1) : count
        end
        return if running < @lines["hard_days"]
        point(:hard_days, "#{running} hard days in a row (a session of effort #{@school.hard_effort} or more on each).",
          {days: running, line: @lines["hard_days"]}, OWN)
      end

      def big_week
        week = BigWeek.of(@series, @day, up: @lines["big_week"])
        return unless week&.over?(@sessions.trained((@day - 6)..@day).size)
        point(:big_week, said_of(week),
          {now: week.now, against: week.against, line: week.line, empty_weeks: (week.breaks if week.rule == :again)}
          .compact, BigWeek::SOURCE)
      end

      def said_of(week)
        if week.rule == :fuller
          return "A big week: #{week.now.round} in 7 days, and the fullest of the four weeks before had " \
            "#{week.against.round}."
        end
        "#{week.now.round} in the first 7 days after #{week.breaks} weeks without training; #{week.against.round} a " \
          "week was usual before. Begin again easily."
      end

      def back
        return if @paused
        away = Away.of(@came + @sessions.all.reject(&:rest?).map(&:on), on: @day, line: @lines["away"]) or return
        usual = usual_week(away.left)
        first = usual ? " Begin with about #{(usual * @lines["ease_in"] / 100.0).round(-1)} a week, " \
          "#{@lines["ease_in"]} % of what was usual before." : ""
        said = away.back ? "Back on #{Words.weekday(away.back)} after #{away.days(@day)} days away: ease in until " \
          "#{Words.weekday(away.over_on)}." : "Not at a class for #{away.days(@day)} days: ease them back in."
        point(:back, said + first, {days: away.days(@day), usual: usual, line: @lines["away"]}.compact, OWN)
      end

      # The mean week of the four before they stayed away.
      def usual_week(left)
        month = @series.block(left, 28)
        month / 4.0 if month&.positive?
      end

      def monotony
        figure = @series.monotony(@day)
        return alike if @series.alike?(@day)
        return unless figure.known? && figure.value > @lines["monotony"]
        point(:monotony,
          "The days are much alike (monotony #{Words.number(figure.value.round(1))}): an easy day would tell them " \
          "apart.",
          {monotony: figure.value, line: @lines["monotony"]}, LoadSeries::FOSTER)
      end

      def alike
        point(:monotony,
          "The same every day of the last 7 (#{@series.on(@day).round}): an easy day would tell them apart.",
          {days: 7, load: @series.on(@day)}, LoadSeries::FOSTER)
      end

      def unasked
        if @unasked.positive?
          point(:unasked,
            "#{@unasked} #{(@unasked == 1) ? "class" : "classes"} of the last fortnight without an effort: ask how " \
            "hard it was.", {classes: @unasked}, "the record")
        end
      end

      def rough =
        (if @rough.any?
           point(:rough, "Slipping for rough marks: #{named(@rough)}.", {combinations: @rough.size}, Mastery::SOURCE)
         end)

      def fading =
        (if @fading.any?
           point(:fading, "Not drilled lately, so due again: #{named(@fading)}.", {combinations: @fading.size},
             Mastery::SOURCE)
         end)

      def named(names) = (names.size > 3) ? "#{names.first(3).join(", ")} and #{names.size - 3} more" : names.join(", ")

      def point(kind, text, numbers, source) = Pointer.new(kind: kind, text: text, numbers: numbers, source: source)
    end
  end
end
