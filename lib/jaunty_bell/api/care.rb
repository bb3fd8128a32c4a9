module JauntyBell
  module Api
    # Students held back, the return after a knock to the head, and what is on file. Assistants see the hold, not the note.
    class Care < Room
      get "/students/:id/holds", who: :all do
        people.student(id)
        rows = care.of(id)
        read_health("the notes of holds") if rows.any? { |row| row[:note] != "" }
        answer(rows.map { |row| shown(row) })
      end

      post "/students/:id/holds", who: :coach do
        given = body_given
        row = care.add(id: given["id"], student_id: id, matter: given["matter"], blocks: given["blocks"], from: Date.iso8601(given["from"]),
          to: given["to"] && Date.iso8601(given["to"]), note: given["note"])
        changed_health(row, "held them back: #{row[:matter]}")
        answer(shown(row), status: 201)
      end

      get "/students/:id/file", who: :coach do
        row = people.student(id)
        read_health("their file") if row.values_at(:born_on, :heart_rest, :heart_max, :kg).any?
        answer(on_file(row))
      end

      put "/students/:id/file", who: :coach do
        given = body_given.transform_keys(&:to_sym)
        born = given[:born_on] && Date.iso8601(given[:born_on])
        raise Core::InvalidInput.new("A birthday lies in the past.", path: "born_on") if born && born > people.today
        raise Core::InvalidInput.new("The heart beats faster at its most than at rest.", path: "heart_max") if given[:heart_rest] && given[:heart_max] && given[:heart_rest] >= given[:heart_max]
        answer(on_file(people.file(id, given.merge(born_on: born), apart: given[:apart])))
      end

      put "/holds/:id/lifted", who: :coach do
        row = care.lift(id, on: people.today, stand_down: stand_down(care.find(id)))
        changed_health(row, "lifted a hold: #{row[:matter]}")
        answer(shown(row))
      end

      # A hold that should never have been: it ends, with a trace of who said so and why.
      put "/holds/:id/mistaken", who: :coach do
        row = care.mistaken(id, on: people.today, reason: body_given["reason"])
        changed_health(row, "took back a hold that was a mistake: #{row[:matter]}")
        answer(shown(row))
      end

      # A step of the staged return.
      post "/holds/:id/steps", who: :coach do
        given = body_given
        row = care.step(given["id"], hold_id: id, step: given["step"], on: Date.iso8601(given["on"]), symptoms: given["symptoms"], stand_down: stand_down(care.find(id)), today: people.today)
        changed_health(row, "wrote down step #{given["step"]} of the return#{" with symptoms" if given["symptoms"]}")
        answer(shown(row), status: 201)
      end

      # A licensed clinician's clearance.
      put "/holds/:id/clearance", who: :coach do
        row = care.clear(id, by: body_given["by"], on: Date.iso8601(body_given["on"]), today: people.today)
        changed_health(row, "recorded a clearance by #{body_given["by"]}")
        answer(shown(row))
      end

      # Who read and changed what is on record about a student's health.
      get "/students/:id/audit", who: :coach do
        people.student(id)
        answer(audit.of(id).map { |row| row.merge(at: row[:at].utc.iso8601) })
      end

      # What would go if a student were erased, and what would stay.
      get "/students/:id/held", who: :coach do
        people.student(id)
        answer({counts: privacy.counts(id).map { |table, rows| {table: table, rows: rows} }, stays: Store::Privacy::STAYS})
      end

      # All that is held about a student, for them.
      get "/students/:id/held.json", who: :coach do
        held = privacy.held(id)
        read_health("everything, for an export")
        attached(held[:students].first[:name], "json")
        answer(Files::HeldFile.json(held))
      end

      get "/students/:id/held.csv", who: :coach do
        held = privacy.held(id)
        read_health("everything, for an export")
        content_type "text/csv; charset=utf-8"
        attached(held[:students].first[:name], "csv")
        Files::HeldFile.csv(held)
      end

      put "/students/:id/erased", who: :owner do
        student = people.student(id)
        raise Core::InvalidInput.new("Type the name as it stands, \"#{student[:name]}\", to erase them.", path: "name") unless body_given["name"].strip == student[:name]
        privacy.erase(id, by: account[:id])
        answer({stays: Store::Privacy::STAYS})
      end

      private

      def care = @care ||= Store::Care.new(db, club_id, account_id: account[:id])

      def privacy = @privacy ||= Store::Privacy.new(db, club_id)

      def changed_health(row, did) = audit.note(row[:student_id], did)

      def on_file(row)
        (Store::People::ROSTER + Store::People::FILE).to_h { |name| [name, Files::StudentJson.plain(row[name])] }.merge(visitor: row[:member_since].nil?, apart: people.apart_from(row[:id]))
      end

      # Days the club asks for after a knock to the head, by the student's age.
      def stand_down(row)
        student = people.student(row[:student_id])
        school.settings.stand_down.fetch(people.junior?(student, people.today) ? "juniors" : "adults")
      end

      def shown(row)
        today = people.today
        holding = row[:lifted_at].nil? && row[:from] <= today && (row[:to].nil? || row[:to] >= today)
        {id: row[:id], matter: row[:matter], blocks: row[:blocks].to_a, from: row[:from].iso8601, to: row[:to]&.iso8601, on: holding, note: assistant? ? nil : row[:note],
         return: (returning(row, today) if row[:matter] == Store::Care::KNOCK && row[:to].nil? && row[:lifted_at].nil?)}
      end

      # Where the staged return stands.
      def returning(row, today)
        back = care.back(row, stand_down: stand_down(row))
        given = care.clearance(row[:id])
        {reached: back.reached, steps: Core::Care::Return::STEPS.map(&:to_h), taken: care.steps(row[:id]).map { |step| step.merge(on: step[:on].iso8601) }, earliest: back.earliest.iso8601, stand_down: back.stand_down,
         clearance: given && {by: given[:by], on: given[:on].iso8601, coach: given[:coach]}, missing: back.missing(today)}
      end
    end
  end
end
