module JauntyBell
  module Api
    # Students held back, the return after a knock to the head, and what is on file. Assistants see the hold, not the
    # note.
    class Care < Room
      get "/students/:id/holds", who: :all do
        people.student(id)
        rows = care.of(id)
        read_health("the notes of holds") if rows.any? { |row| row[:note] != "" }
        answer(rows.map { |row| shown(row) })
      end

      post "/students/:id/holds", who: :coach do
        given = body_given
        row = care.add(id: given["id"], student_id: id, matter: given["matter"], blocks: given["blocks"],
          from: Date.iso8601(given["from"]), to: given["to"] && Date.iso8601(given["to"]), note: given["note"])
        audit.note(id, "held them back: #{row[:matter]}")
        answer(shown(row), status: 201)
      end

      get "/students/:id/file", who: :coach do
        row = people.student(id)
        read_health("their file") if row.values_at(:born_on, :heart_rest, :heart_max, :kg).any?
        answer(on_file(row))
      end

      put "/students/:id/file", who: :coach do
        given = body_given.transform_keys(&:to_sym)
        facts = given.merge(born_on: given[:born_on] && Date.iso8601(given[:born_on]))
        Core::Care::OnFile.check(facts, people.today)
        answer(on_file(people.file(id, facts, apart: given[:apart])))
      end

      put("/holds/:id/lifted", who: :coach) { answer(shown(returns.lift(id))) }

      put("/holds/:id/mistaken", who: :coach) { answer(shown(returns.mistaken(id, body_given["reason"]))) }

      # A step of the staged return.
      post "/holds/:id/steps", who: :coach do
        given = body_given
        row = returns.step(given["id"], id, step: given["step"], on: Date.iso8601(given["on"]),
          symptoms: given["symptoms"])
        answer(shown(row), status: 201)
      end

      # A licensed clinician's clearance.
      put "/holds/:id/clearance", who: :coach do
        answer(shown(returns.clear(id, by: body_given["by"], on: Date.iso8601(body_given["on"]))))
      end

      # Who read and changed what is on record about a student's health.
      get "/students/:id/audit", who: :coach do
        people.student(id)
        answer(audit.of(id).map { |row| row.merge(at: row[:at].utc.iso8601) })
      end

      # What would go if a student were erased, and what would stay.
      get "/students/:id/everything", who: :coach do
        people.student(id)
        answer({counts: privacy.counts(id).map { |table, rows| {table: table, rows: rows} },
          stays: Store::Privacy::STAYS})
      end

      # All that is on file about a student, for them.
      get("/students/:id/everything.json", who: :coach) { answer(Files::StudentFile.json(taken_away("json"))) }

      get "/students/:id/everything.csv", who: :coach do
        content_type "text/csv; charset=utf-8"
        Files::StudentFile.csv(taken_away("csv"))
      end

      put "/students/:id/erased", who: :owner do
        student = people.student(id)
        unless body_given["name"].strip == student[:name]
          raise Core::InvalidInput.new("Type the name as it stands, \"#{student[:name]}\", to erase them.",
            path: "name")
        end
        privacy.erase(id, by: account[:id])
        answer({stays: Store::Privacy::STAYS})
      end

      private

      def returns = @returns ||= Services::Care::Returns.new(club)

      def privacy = @privacy ||= Store::Privacy.new(db, club_id)

      def taken_away(extension)
        privacy.on_file(id).tap do |tables|
          read_health("everything, for an export")
          attached(tables[:students].first[:name], extension)
        end
      end

      def on_file(row)
        (Store::People::ROSTER + Store::People::FILE).to_h { |name| [name, Files::StudentJson.plain(row[name])] }
          .merge(visitor: Core::Floor.visitor?(row), apart: people.apart_from(row[:id]))
      end

      def shown(row)
        today = people.today
        {id: row[:id], matter: row[:matter], blocks: row[:blocks].to_a, from: row[:from].iso8601, to: row[:to]&.iso8601,
         on: row[:lifted_at].nil? && Store::Care.hold_of(row).on?(today), note: assistant? ? nil : row[:note],
         return: (returning(row, today) if returns.open?(row))}
      end

      # Where the staged return stands.
      def returning(row, today)
        back, given = returns.of(row), care.clearance(row[:id])
        {reached: back.reached, steps: Core::Care::Return::STEPS.map(&:to_h),
         taken: care.steps(row[:id]).map { |step| step.merge(on: step[:on].iso8601) }, earliest: back.earliest.iso8601,
         stand_down: back.stand_down,
         clearance: given && {by: given[:by], on: given[:on].iso8601, coach: given[:coach]},
         missing: back.missing(today)}
      end
    end
  end
end
