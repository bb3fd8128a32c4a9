module JauntyBell
  module Api
    # A student's own page: opened by a code, looked at by a device's own token, and nothing else of the club with it.
    class Corner < Room
      TOKEN = "HTTP_JAUNTY_CORNER"
      WHOSE = "corner".freeze # of whom tries are counted

      # A code is tried; right, it makes this device one of the page's.
      post "/devices", who: :anybody do
        token = counting(WHOSE, Store::Missing) do
          Store::Corners.enter(db, body_given["code"], device: Device.name(request.user_agent))
        end
        answer({token: token}, status: 201)
      end

      get("/?", who: :corner) { answer(page.to_h) }

      get("/theirs", who: :corner) { answer(page.theirs) }

      delete "/devices/:id", who: :corner do
        corners.close(visit.corner_id, id)
        answer({})
      end

      put "/comings/:id", who: :corner, acknowledged: true do
        own_word.coming(class_id: id, **told("word", "minutes", "at"))
        answer({})
      end

      post "/efforts", who: :corner, acknowledged: true do
        corner.tell_effort(**told("id", "class_id", "effort", "at"))
        answer({}, status: 201)
      end

      post "/sessions", who: :corner, acknowledged: true do
        given = told("id", "on", "effort", "minutes", "title", "at")
        corner.tell_session(**given, on: Date.iso8601(given[:on]))
        answer({}, status: 201)
      end

      # How they are today, where the club asks.
      put "/wellbeing", who: :corner, acknowledged: true do
        corner.tell_wellbeing(**told("sleep", "soreness", "mood", "at"))
        answer({})
      end

      post "/hurts", who: :corner, acknowledged: true do
        given = told("id", "matter", "text", "at")
        tell_coaches(given) if corner.tell_hurt(**given)
        answer({blocked: corner.holds.map(&:blocked), red_flags: Core::Care::HeadKnock::RED_FLAGS}, status: 201)
      end

      post "/requests", who: :corner, acknowledged: true do
        own_word.tiding(**told("id", "kind", "text", "at"), guardian: visit.guardian)
        answer({}, status: 201)
      end

      # How the body does something alone, for a device to keep.
      post "/figures", who: :corner do
        how = club.reading(stance: corner.student[:stance])
        answer(Files::FigureJson.readable(body_given["notation"], how, alone: true))
      end

      # A class alone, made of what is due, weak or next.
      post "/homeworks", who: :corner do
        row = Answers::Homework.keep(club, corner.student, **told("id", "minutes", "home")) { corner.may_make }
        answer(Answers::Homework.shown(row), status: 201)
      end

      get("/homeworks/:id", who: :corner) { answer(Answers::Homework.shown(own_word.homework(id))) }

      # Done, or as far as it was; how hard it was goes into their load.
      put "/homeworks/:id/done", who: :corner, acknowledged: true do
        given = told("effort_id", "seconds", "effort", "at")
        own_word.homework(id)
        effort = Core::Book::Effort.new(given[:effort], (given[:seconds] / 60.0).round)
        db.transaction(savepoint: true) do
          own_word.done(id, seconds: given[:seconds], effort: effort.rating, at: given[:at])
          next if effort.minutes.zero? # begun and left: neither work nor rest
          own_word.effort(id: given[:effort_id], on: corner.day_of(given[:at]), effort: effort.rating,
            minutes: effort.minutes, at: given[:at], title: "Homework", homework_id: id)
        end
        answer({})
      end

      get "/report.pdf", who: :corner, beside: true do
        content_type "application/pdf"
        attached(corner.student[:name], "pdf")
        Files::ReportPdf.new(Services::Book::StudentBook.new(club, corner.student).report).render
      end

      get "/everything.json", who: :corner, beside: true do
        attached(corner.student[:name], "json")
        answer(Files::StudentFile.json(Store::Privacy.new(db, club.id).on_file(corner.id)))
      end

      private

      # Whoever looks; halts where no page is theirs.
      def visit
        @visit ||= Store::Corners.visit(db, env[TOKEN]) || halt(Errors.response(401, Store::Corners::SHUT))
      end

      def permit(who)
        return super unless who == :corner
        Core::Ways.go_by(visit.country)
        true
      end

      def club = @club ||= Services::Club.new(db, visit.club_id)

      def corner = @corner ||= Services::Book::Corner.new(club, visit)

      def page = Answers::Corner.new(corner)

      def own_word = corner.own_word

      def corners = Store::Corners.new(db, club.id)

      # Of what was sent, by these names. What a phone with a wrong clock dates in time to come is of now.
      def told(*names)
        names.to_h { |name| [name.to_sym, (name == "at") ? past(body_given[name]) : body_given[name]] }
      end

      def past(at) = [Time.iso8601(at), Clock.now].min

      # By mail too, where there is mail.
      def tell_coaches(told)
        return unless Letters.can?
        Store::Crew.new(db, club.id).accounts.reject { |row| row[:closed] || row[:role] == "assistant" }.each do |row|
          Letters.send_later(Letters.hurt(to: row[:email], name: corner.student[:name], matter: told[:matter]))
        end
      end
    end
  end
end
