module JauntyBell
  module Services::Book
    # All that the Book knows of one student: what the page, the report and a comparison are made from.
    class StudentBook
      attr_reader :student, :ledger, :today

      # `student` a row.
      def initialize(club, student)
        @club = club
        @student = student
        @ledger = Ledger.new(club, [student], whole: true)
        @today = ledger.today
      end

      def id = student[:id]

      def diary = @diary ||= @club.diary(id)

      def sessions = ledger.sessions(id)

      def series = ledger.series(id)

      # {[combination id, rung] => Core::Book::Mastery}
      def known = ledger.known.fetch(id, {})

      # What to do next (Core::Book::NextClass items): the page and the report say the same.
      def next_items = @next_items ||= ledger.next_class(today)

      def weak_links = ledger.weak_links.fetch(id, [])

      def half_life = student[:half_life] || ledger.settings.half_life

      def last_marked = @last_marked ||= diary.last_marked

      def efforts = diary.efforts

      # What happened week by week: [{monday:, load:, line: the load above which it is pointed out, or nil where there
      # is nothing to compare with, over: whether it is, marks:, notes:, knocks:, climbed: [{name:, rung:}], holds:
      # matters of holds}].
      def timeline
        written = diary.by_week(since: ledger.mondays.first)
        holds = @club.care.of(id)
        climbed = known.select { |_, mastery| mastery.known&.first_owned }
          .group_by { |_, mastery| Core::Weeks.monday(mastery.known.first_owned) }
        ledger.weeks(id).map do |monday, load|
          big = Core::Book::BigWeek.of(series, monday + 6, up: ledger.settings.pointed_out["big_week"])
          {monday: monday, load: load, line: big&.line, over: !!big&.over?(sessions.trained(monday..monday + 6).size),
           **written[monday],
           holds: holds.select { |hold| hold[:from] <= monday + 6 && (hold[:to].nil? || hold[:to] >= monday) }
             .map { |hold| hold[:matter] }.uniq,
           climbed: climbed.fetch(monday, []).map { |(combination, rung), _|
             {name: ledger.names[combination], rung: rung}
           }}
        end
      end

      # [[day, class id, Core::Book::ClassWork::Tally]] since a day.
      def works(since: ledger.mondays.first) = @club.works.of_student(student, since: since)

      # Why there is no training impulse, or nil.
      def hearts_missing
        return "Their birthday is not on file." if age.nil?
        return "It is for adults only: its weights were not made from children." unless adult?
        unless student[:heart_rest] && student[:heart_weights]
          "The heart at rest and which weights to use are not on file."
        end
      end

      # What straps heard since a day, by class, newest first: [{on:, title:, rest:, most:, rounds: [{round:, title:,
      # beats:}], banister: Figure, by_reading: Figure, edwards: Figure}]; none where something is missing.
      def hearts(since: ledger.mondays.first)
        return [] if hearts_missing
        @hearts ||= {}
        @hearts[since] ||= heard(since)
      end

      # Beats a minute at the most: as measured, else by age.
      def heart_most = student[:heart_max] || Core::Book::HeartRate.most_by_age(age)

      # Whole years, or nil.
      def age = student[:born_on] && (0..).find { |years| (student[:born_on] >> (12 * (years + 1))) > today }

      def adult? = !age.nil? && age >= Core::Care::ADULT

      # A Core::Book::Report of the last weeks.
      def report
        days = Core::Book::Report.days(today)
        Core::Book::Report.new(name: student[:name], club: @club.people.club[:name], today: today,
          trained: sessions.trained(days), tally: Core::Book::ClassWork.total(works(since: days.first).map(&:last)),
          known: known, names: ledger.names, coming: next_items, weak_links: weak_links,
          holds: ledger.holds.fetch(id, []), away: ledger.pointers(id).any? { |pointer| pointer.kind == :back },
          drawn: drawn)
      end

      # A Core::Book::Span of days, with what was struck in them.
      def span(days)
        works = works(since: days.first).select { |on, _, _| days.cover?(on) }
        Core::Book::Span.new(sessions, series, days, tally: Core::Book::ClassWork.total(works.map(&:last)))
      end

      private

      DRAWN = 2 # bodies in a report
      NEWEST = %i[new ready due].freeze # whom a picture helps most first
      private_constant :DRAWN, :NEWEST

      def drawn
        reading = @club.reading(stance: student[:stance])
        next_items.sort_by.with_index { |item, i| [NEWEST.index(item.kind), i] }.filter_map { |item|
          meaning = ledger.shelf[item.combination_id]
          [ledger.names.fetch(item.combination_id), Core::Bench::Analysis.new(meaning, reading: reading)] if meaning
        }.first(DRAWN)
      end

      def heard(since)
        heard = diary.recordings(since: since).select { |row| row[:kind] == "heart" }
        heard.group_by { |row| row[:class_id] }.values.map do |rounds|
          heart = Core::Book::HeartRate.joined(rounds.map { |row|
            Core::Book::HeartRate.heard(row[:samples].map(&:to_a))
          }, rest: student[:heart_rest], most: heart_most)
          weights = student[:heart_weights].to_sym
          rounds.first.slice(:on, :title).merge(rest: student[:heart_rest], most: heart_most.round,
            rounds: rounds.map { |row| curve(row) },
            banister: heart.banister(weights), by_reading: heart.banister_by_reading(weights), edwards: heart.edwards)
        end
      end

      def curve(row)
        {round: row[:round] + 1, title: row[:round_title] || "Round #{row[:round] + 1}",
         beats: Core::Book::HeartRate.curve(Core::Book::HeartRate.heard(row[:samples].map(&:to_a)))}
      end
    end
  end
end
