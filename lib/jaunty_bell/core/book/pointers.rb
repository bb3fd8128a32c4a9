module JauntyBell
  module Core
    module Book
      # What is worth a word with a student, in plain words with the numbers it comes from, the gravest first. Nothing here foretells an injury: each
      # says what was seen, and by which line.
      class Pointers
        # kind; text; `numbers` {name => number} it comes from; `source` of the line
        Pointer = Value.of(:kind, :text, :numbers, :source)
        OWN = "the product's own default; the club can change it"
        ORDER = %i[hold guardian twice hard_days week_up back monotony unasked rough fading].freeze

        # `sessions` Sessions and `series` the LoadSeries made of them; `last_came` the day they last came to a class before today, `came_today`; `unasked` classes
        # of the last fortnight they were at without an effort; `holds` Care::Holds on the day; `fading` and `rough` names of combinations that fade with time, or
        # for rough marks; `guardian` false for a junior of whom none is on file.
        def initialize(sessions:, series:, day:, school: Lexicon::School.default, last_came: nil, unasked: 0, holds: [], fading: [], rough: [], guardian: true)
          @sessions = sessions
          @series = series
          @day = day
          @school = school
          @lines = school.pointed_out
          @last_came = last_came
          @unasked = unasked
          @holds = holds
          @fading = fading
          @rough = rough
          @guardian = guardian
        end

        def all = [*held, guardian, twice, hard_days, week_up, back, monotony, unasked, rough, fading].compact.sort_by { |pointer| ORDER.index(pointer.kind) }

        private

        def held = @holds.map { |hold| Pointer.new(kind: :hold, text: "#{hold.matter.capitalize}: #{hold.blocked}.", numbers: {}, source: "written down by a coach") }

        def guardian = (Pointer.new(kind: :guardian, text: "No guardian on file: ask for one before the next class.", numbers: {}, source: "the file") unless @guardian)

        def twice
          doubled = @sessions.doubled((@day - 6)..@day)
          return if doubled.empty?
          day, count = doubled.max_by(&:first)
          sessions = @sessions.trained(day..day)
          point(:twice, "#{count} sessions on #{day.strftime("%a %-d %b")}: #{sessions.sum(&:minutes)} minutes together.", {sessions: count, minutes: sessions.sum(&:minutes)}, "common practice, no source")
        end

        def hard_days
          running = @sessions.hard_days_running(@day).then { |count| count.zero? ? @sessions.hard_days_running(@day - 1) : count }
          return if running < @lines["hard_days"]
          point(:hard_days, "#{running} hard days in a row (a session of effort #{@school.hard_effort} or more on each).", {days: running, line: @lines["hard_days"]}, OWN)
        end

        def week_up
          change = @series.week_change(@day)
          line = @lines["week_up"]
          return unless change.known? && change.value * 100 > line
          now, before = change.inputs.values_at(:now, :before)
          point(:week_up, "The last 7 days are #{(change.value * 100).round} % up on the 7 before: #{now.round} against #{before.round}.", {now: now, before: before, line: line}, OWN)
        end

        def back
          away = @last_came && (@day - @last_came).to_i
          return if away.nil? || away < @lines["away"]
          usual = usual_week
          first = usual ? " Begin with about #{(usual * @lines["ease_in"] / 100.0).round(-1)} a week, #{@lines["ease_in"]} % of what was usual before." : ""
          point(:back, "Not at a class for #{away} days: ease them back in.#{first}", {days: away, usual: usual, line: @lines["away"]}.compact, OWN)
        end

        # The mean week of the four before they stayed away.
        def usual_week
          days = ((@last_came - 27)..@last_came).map { |day| @series.on(day) }
          days.compact.sum / 4.0 if days.none?(&:nil?) && days.sum.positive?
        end

        def monotony
          figure = @series.monotony(@day)
          return unless figure.known? && figure.value > @lines["monotony"]
          point(:monotony, "The days are much alike (monotony #{figure.value.round(1)}): an easy day would tell them apart.", {monotony: figure.value, line: @lines["monotony"]}, LoadSeries::FOSTER)
        end

        def unasked
          point(:unasked, "#{@unasked} #{(@unasked == 1) ? "class" : "classes"} of the last fortnight without an effort: ask how hard it was.", {classes: @unasked}, "the record") if @unasked.positive?
        end

        def rough = (point(:rough, "Slipping for rough marks: #{named(@rough)}.", {combinations: @rough.size}, Mastery::SOURCE) if @rough.any?)

        def fading = (point(:fading, "Due again, time has done it: #{named(@fading)}.", {combinations: @fading.size}, Mastery::SOURCE) if @fading.any?)

        def named(names) = (names.size > 3) ? "#{names.first(3).join(", ")} and #{names.size - 3} more" : names.join(", ")

        def point(kind, text, numbers, source) = Pointer.new(kind: kind, text: text, numbers: numbers, source: source)
      end
    end
  end
end
