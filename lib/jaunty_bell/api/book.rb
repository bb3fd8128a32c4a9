module JauntyBell
  module Api
    # The Book: what each student has done, what they own, what is fading, what to do next.
    class Book < Room
      WHOLE = 60 # students up to which a club is shown whole
      WINDOW = 60 # students of the squad at a time
      # The figures of LoadSeries that are shown of everybody
      BOARD = %i[acute chronic ratio week_change monotony strain].freeze

      get "/squad", who: :all, old: true do
        ledger = ledger_of(shown_group)
        answer(Answers::Squad.new(ledger, group_names).to_h(order: params["order"] || "name", from: params["from"].to_i,
          count: (params["count"] || WINDOW).to_i)
          .merge(group_id: shown_group, groups: people.open_groups.map { |group| group.slice(:id, :name, :juniors) }))
      end

      # Load and pointers of everybody in a group.
      get "/board", who: :all, old: true do
        ledger = ledger_of(shown_group)
        audit.note_all(ledger.holds.keys, "read on the board what they are held back from")
        answer({group_id: shown_group, students: ledger.ordered("word").map { |id| board_row(ledger, id) }})
      end

      # What to do in the next class of a group; of the one that comes next, where none is asked for.
      get "/next", who: :all, old: true do
        coming = classes.next_of_group((params["group"] unless params["group"] == "all"), Clock.now)
        group = params["group"] ? shown_group : coming&.fetch(:group_id)
        ledger = ledger_of(group)
        items = ledger.next_class(coming ? coming[:on] : people.today)
        students = ledger.rows.to_h { |row| [row[:id], row[:name]] }
        answer({group_id: group, coming: coming && Files::ClassJson.line(coming), card_id: coming&.fetch(:card_id),
          items: items.map { |item| Files::PointerJson.item(item, ledger.names, students) }})
      end

      # One more round on a card: a combination of the shelf, or a part that is put there.
      post "/onto-card", who: :coach do
        given = body_given
        onto = Services::Book::OntoCard.new(club, given["card_id"], id: given["combination_id"],
          notation: given["notation"])
        answer(onto.put(rung: given["rung"], learned: given["learned"]))
      end

      get("/students/:id", who: :all, old: true) { answer(page) }

      # What was struck and taken on the pads in class, and what the heart said.
      get "/students/:id/work", who: :all, old: true do
        student = student_book
        works = student.works
        read_health("what the heart said in class") if student.hearts.any?
        answer({since: student.ledger.mondays.first.iso8601, source: Core::Book::ClassWork::SOURCE,
          total: Files::PointerJson.tally(Core::Book::ClassWork.total(works.map(&:last))),
          weeks: works_by_week(student, works), hearts: student.hearts.map { |heard| heart(heard) },
          hearts_missing: student.hearts_missing})
      end

      # What was written down in the last classes of a student. What happened at a knock is for coaches.
      get "/students/:id/classes", who: :all, old: true do
        people.student(id)
        rows = club.diary(id).classes
        read_health("what happened at a knock") if rows.any? { |row| row[:knocks].any? }
        meanings = combinations.meanings(rows.flat_map { |row| row[:broke].map { |each| each[:combination_id] } })
        answer(rows.map do |row|
          row.merge(on: row[:on].iso8601, effort: row[:effort]&.merge(effort: row[:effort][:effort].to_f),
            knocks: row[:knocks].map { |knock| {matter: knock[:matter], text: assistant? ? nil : knock[:text]} },
            broke: row[:broke].map { |each|
              {after: meanings.fetch(each[:combination_id]).said_at(each[:at]), **each.slice(:name, :at, :times)}
            })
        end)
      end

      # Two stretches of days beside each other.
      get "/students/:id/spans", who: :all, old: true do
        student = student_book
        answer(%w[from against_from].zip(%w[to against_to]).map { |from, to| span(student, params[from], params[to]) })
      end

      get("/students/:id/report.pdf", who: :all, old: true, beside: true) do
        student = student_book
        read_health("their report")
        content_type "application/pdf"
        attached(student.student[:name], "pdf")
        Files::ReportPdf.new(student.report).render
      end

      # Every mark on one combination, with its trace.
      get "/students/:id/marks", who: :all, old: true do
        people.student(id)
        meaning = combinations.meanings([params["combination"]])[params["combination"]]
        answer(club.diary(id).marks(params["combination"]).map do |row|
          row.slice(:id, :rung, :attempted, :clean, :broke_at, :feed, :coach, :title)
            .merge(broke_after: row[:broke_at] && meaning&.said_at(row[:broke_at]), on: row[:on].iso8601,
              rubric: row[:rubric].to_h, taken_back: !row[:taken_back_at].nil?)
        end)
      end

      # What was put right. Why a hold was a mistake is for coaches.
      get "/students/:id/corrections", who: :all, old: true do
        people.student(id)
        answer(record.corrections.map { |row|
          row.merge(at: row[:at].utc.iso8601, reason: (assistant? && row[:what] == "holds") ? "" : row[:reason])
        })
      end

      # A session elsewhere, an effort told later, or a day of rest.
      post "/students/:id/efforts", who: :coach do
        given = body_given.transform_keys(&:to_sym)
        people.student(id)
        effort = Core::Book::Effort.new(given[:effort], given[:minutes])
        day = past_day(given[:on])
        record.add_effort(id: given[:id], on: day, effort: effort.rating, minutes: effort.minutes,
          title: given[:title], estimated: given[:estimated] || false)
        answer({id: given[:id]}, status: 201)
      end

      put "/students/:id/efforts/:fact", who: :coach do
        correct("efforts") do |given|
          Core::Book::Effort.new(given[:effort], given[:minutes])
          given.slice(:effort, :minutes, :estimated).merge(on: past_day(given[:on]))
        end
      end

      put "/students/:id/marks/:fact", who: :coach do
        correct("marks") do |given|
          Core::Book::Mastery::Mark.new(on: nil, attempted: given[:attempted], clean: given[:clean]).checked
          given.slice(:attempted, :clean, :broke_at, :rubric)
        end
      end

      put "/students/:id/half-life", who: :coach do
        people.half_life(id, body_given["half_life"])
        masteries.rewrite([id])
        answer(page)
      end

      private

      # The group asked for; nil for everybody. A large club is shown a group at a time unless "all" is asked for.
      def shown_group
        @shown_group ||= [params["group"].then do |asked|
          next nil if asked == "all"
          asked || (people.open_groups.first&.fetch(:id) if people.student_count > WHOLE)
        end]
        @shown_group.first
      end

      # Of a group, or of everybody for nil.
      def ledger_of(group) = Services::Book::Ledger.of_group(club, group)

      def student_book = @student_book ||= Services::Book::StudentBook.new(club, people.student(id))

      def page
        read_health("what they are held back from") if student_book.ledger.holds.any?
        coming = classes.next_of_group(student_book.student[:group_id], Clock.now)
        Answers::Student.new(student_book, reading, group_names).to_h
          .merge(coming: coming && Files::ClassJson.line(coming))
      end

      def record = club.record(id)

      def past_day(text)
        raise Core::InvalidInput.new("Say on which day it was.", path: "on") unless text
        day = Date.iso8601(text)
        if day > people.today
          raise Core::InvalidInput.new("This day is still to come: write a session down when it has been.", path: "on")
        end
        day
      end

      # Changes a fact by what the block takes from the body, or takes it back (true), or gives it back again (false).
      def correct(what)
        given = body_given.transform_keys(&:to_sym)
        case given[:taken_back]
        when true then record.take_back(what, params["fact"], reason: given[:reason])
        when false then record.give_back(what, params["fact"], reason: given[:reason])
        else record.correct(what, params["fact"], yield(given), reason: given[:reason])
        end
        answer({id: params["fact"]})
      end

      def board_row(ledger, id)
        row, series = ledger.row(id), ledger.series(id)
        {id: id, name: row[:name], group_name: group_names[row[:group_id]],
         weeks: Files::PointerJson.weeks(ledger.weeks(id)), days_known: series.known_of_28(ledger.today),
         figures: BOARD.map { |figure| Files::PointerJson.figure(series.public_send(figure, ledger.today)) },
         estimated: ledger.sessions(id).estimated((ledger.today - 27)..ledger.today),
         pointers: ledger.pointers(id).map { |pointer| Files::PointerJson.of(pointer) }}
      end

      def works_by_week(student, works)
        by_week = works.group_by { |on, _, _| Core::Weeks.monday(on) }
        student.ledger.mondays.map do |monday|
          tally = Core::Book::ClassWork.total(by_week.fetch(monday, []).map(&:last))
          {monday: monday.iso8601, strikes: tally.strikes.round, hands: tally.hand.values.sum.round,
           legs: tally.leg.values.sum.round, impacts: tally.impacts.round, contact: tally.contact, head: tally.head,
           hard: tally.rounds["hard"].to_i}
        end
      end

      def heart(heard)
        figures = %i[banister by_reading edwards].to_h { |kind| [kind, Files::PointerJson.figure(heard[kind])] }
        heard.slice(:title, :rest, :most, :rounds).merge(on: heard[:on].iso8601,
          step_s: Core::Book::HeartRate::STEP, **figures)
      end

      def span(student, from, to)
        span = student.span(Date.iso8601(from)..Date.iso8601(to))
        {from: span.days.first.iso8601, to: span.days.last.iso8601,
         figures: span.figures.values.map { |figure| Files::PointerJson.figure(figure) }}
      end
    end
  end
end
