module JauntyBell
  module Services::Book
    # All that the Book knows of some students, each thing read once for all of them: squad, board, next class and pages
    # are made from it.
    class Ledger
      WEEKS = 8
      SINCE = 7 * WEEKS # days of sessions a board looks back on
      LONG_SINCE = 364 # days, for whoever stayed away in between: what was usual before counts
      BREAK = Core::Book::BigWeek::BREAK * Core::Book::BigWeek::DAYS
      FORTNIGHT = 14 # days in which a class without an effort is worth a word
      ORDERS = %w[name due weak load word].freeze
      AT_ONCE = 60 # students, of whom all that is worth a word is read anyway

      attr_reader :club, :rows, :today

      # `rows` of students in the order they are shown; `whole` asks for all sessions there are.
      def initialize(club, rows, whole: false)
        @club = club
        @rows = rows
        @by_id = rows.to_h { |row| [row[:id], row] }
        @today = club.today
        @whole = whole
        @since = (today - SINCE unless whole)
      end

      # Of a group, or of everybody for nil.
      def self.of_group(club, group_id)
        new(club, group_id ? club.people.students(group: group_id) : club.people.present_students)
      end

      # The ledger of some of them, in this order; what has been read of all is not read again.
      def only(ids) = dup.tap { |some| some.narrow(ids) }

      # One student's row.
      def row(id) = @by_id.fetch(id)

      def ids = @ids ||= rows.map { |row| row[:id] }

      def settings = @club.school.settings

      # {student id => {[combination id, rung] => Core::Book::Mastery}}
      def known = @known ||= @club.masteries.on(today, students: ids)

      # {student id => [Core::Book::WeakLinks::Link]}, the weakest first; none where nothing is weak.
      def weak_links = @weak_links ||= @club.masteries.weak_links(today, students: ids)

      def names = @names ||= @club.book.combination_names

      # {id => Core::Bench::Combination} on the shelf.
      def shelf = @shelf ||= @club.combinations.all.to_h { |row| [row[:id], @club.combinations.meaning(row)] }

      # Mondays of the weeks that are shown, this one last.
      def mondays = @mondays ||= (Core::Weeks.monday(today) - 7 * (WEEKS - 1)).step(Core::Weeks.monday(today), 7).to_a

      def sessions(id) =
        (@sessions ||= {})[id] ||= Core::Book::Sessions.new(all_sessions.fetch(id, []), hard: settings.hard_effort)

      def series(id)
        (@series ||= {})[id] ||= sessions(id).series(last: today, first: first_days[id],
          unasked: unasked.fetch(id, []), elsewhere: row(id)[:trains_elsewhere])
      end

      # [[Monday, load]] of the weeks that are shown, as far as it is known.
      def weeks(id)
        sums = sessions(id).loads.each_with_object(Hash.new(0.0)) do |(day, load), weeks|
          weeks[Core::Weeks.monday(day)] += load
        end
        mondays.map { |monday| [monday, sums[monday]] }
      end

      # Load of the last 7 days.
      def week_load(id) = (@week_loads ||= @club.book.loads(students: ids, since: today - 6)).fetch(id, 0.0)

      # {id => name} of the combinations any of them was marked on.
      def met = names.slice(*@club.masteries.met(ids))

      # How many combinations are fading.
      def due(id) = (@due ||= @club.masteries.due(today, ids)).fetch(id, 0)

      # Ids in an order of ORDERS: by name, or the most of it first.
      def ordered(by)
        case by
        when "due" then ids.sort_by.with_index { |id, i| [-due(id), i] }
        when "weak" then ids.sort_by.with_index { |id, i| [-weak_links.fetch(id, []).size, i] }
        when "load" then ids.sort_by.with_index { |id, i| [-week_load(id), i] }
        when "word" then ids.sort_by.with_index { |id, i| [Core::Book::Pointers.rank(foremost[id]), i] }
        else ids
        end
      end

      # What is worth a word with a student (Core::Book::Pointers#all), the gravest first.
      def pointers(id) = pointing(id).all

      # The first of them, without the others; nil where there is none.
      def gravest(id) = pointing(id).gravest

      # {student id => kind of what is gravest, or nil}, of many as it is kept.
      def foremost =
        @foremost ||= (ids.size > AT_ONCE) ? @club.foremost.of(ids, today) { |some| anew(some).kinds } : kinds

      # Ids of those who have paused today.
      def paused = @paused ||= @club.people.paused(ids, today).to_set

      # {student id => [Core::Care::Hold]} of today.
      def holds = @holds ||= @club.care.holds(today, ids)

      # What to do in a class on a day (Core::Book::NextClass).
      def next_class(day) =
        Core::Book::NextClass.new(ids.to_h { |id| [id, known.fetch(id, {})] }, shelf, on: day, school: settings).all

      protected

      def kinds = ids.to_h { |id| [id, gravest(id)&.kind] }

      def narrow(ids)
        @rows, @ids = @by_id.values_at(*ids), ids
      end

      private

      # Of these students, with nothing that was read before.
      def anew(some)
        club = Services::Club.new(@club.db, @club.id, @club.account)
        self.class.new(club, club.people.students.to_h { |row| [row[:id], row] }.values_at(*some).compact)
      end

      def pointing(id)
        (@pointing ||= {})[id] ||= begin
          @came ||= @club.book.came(ids, today, within: Core::Book::Away::FOR)
          Core::Book::Pointers.new(sessions: sessions(id), series: series(id), day: today, school: settings,
            came: @came.fetch(id, []), paused: paused.include?(id),
            unasked: unasked.fetch(id, []).count { |day| day > today - FORTNIGHT }, holds: holds.fetch(id, []),
            fading: slipped(id, :time), rough: slipped(id, :rough_marks), guardian: guarded?(row(id)))
        end
      end

      # An adult, or a junior with a guardian on file.
      def guarded?(row) = row[:guardian].to_s.strip != "" || !@club.people.junior?(row, today)

      # Names of what was owned and slipped for this reason.
      def slipped(id, why)
        @slipped ||= @club.masteries.slipped(today, ids)
        @slipped.dig(id, why).to_a.map { |combination| names[combination] }.sort
      end

      def all_sessions
        @all_sessions ||= @club.book.sessions(students: ids, since: @since).then do |recent|
          stayed_away = @since ? ids.select { |id| away?(recent.fetch(id, [])) } : []
          if stayed_away.empty?
            recent
          else
            recent.merge(@club.book.sessions(students: stayed_away, since: today - LONG_SINCE))
          end
        end
      end

      def away?(sessions) =
        [@since, *sessions.map(&:on), today].map(&:jd).each_cons(2).any? { |one, two| two - one >= BREAK }

      # {student id => [days]} of classes whose effort nobody has told.
      def unasked = @unasked ||= @club.book.unasked(ids, since: @since || Date.new(1970))

      # {student id => day of the first session there is}
      def first_days = @first_days ||= @club.book.first_days(ids)
    end
  end
end
