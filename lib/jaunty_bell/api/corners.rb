module JauntyBell
  module Api
    # Students' own pages as coaches make and end them, consents, and what was told on them that a coach must see.
    class Corners < Room
      NOBODY = "Everybody of this group has a page already, or may not have one yet: of a junior a guardian consents " \
        "first."
        .freeze

      # Of one student: what stands, and why one may not be made.
      get("/students/:id", who: :coach) { answer(shown_of(id)) }

      # Makes one, or replaces it; its code is told this once.
      post "/?", who: :coach do
        given = body_given
        made = corners.make(id: given["id"], student_id: given["student_id"], guardian: given["guardian"],
          by: account[:id])
        answer({id: made[:id], code: made[:code], ends_at: made[:ends_at].utc.iso8601,
                picture: Files::CodeSvg.of(address(made[:code]), "The link as a code to photograph")}, status: 201)
      end

      delete "/:id", who: :coach do
        corners.end(id)
        answer({})
      end

      # Codes of a group on paper, eight a sheet: of those who have no page yet, or with "again" of everybody, whose old
      # codes end. Of juniors whose guardian consents it is the guardian's.
      post "/sheets", who: :coach do
        made = of_group.map do |student, guardian|
          code = corners.make(id: SecureRandom.uuid, student_id: student[:id], guardian: guardian,
            by: account[:id])[:code]
          {name: student[:name], guardian: guardian, code: code, address: address(code)}
        end
        raise Core::InvalidInput.new(NOBODY, path: "group_id") if made.empty?
        content_type "application/pdf"
        attached("pages of their own", "pdf")
        Files::CornersPdf.new(made, club: people.club[:name]).render
      end

      put "/students/:id/consent", who: :coach do
        given = body_given
        corners.consent(id, by: given["by"]&.strip, on: given["on"] && Date.iso8601(given["on"]))
        answer(shown_of(id))
      end

      # What a group has told and has not: the last classes, homework, how far coaches are off, how they are.
      get("/told", who: :coach, old: true) { answer(Answers::Told.new(club, params["group"]).to_h) }

      put "/told/classes/:id/asked", who: :coach do
        Store::Told.new(db, club_id, []).ask_again(id, by: account[:id])
        answer({})
      end

      # Homework for one, some or a whole group, each their own: who can have none is named, with why.
      post "/homeworks", who: :coach do
        answer(Answers::SetHomework.new(club, body_given).to_h, status: 201)
      end

      # What nobody has seen to yet, the newest first.
      get "/tidings", who: :all do
        rows = tidings.unseen
        hurt = rows.select { |row| row[:kind] == "hurt" }.map { |row| row[:student_id] }
        audit.note_all(hurt, "read what they told of being hurt") unless assistant?
        answer(rows.map { |row| shown_tiding(row) })
      end

      # A coach sees what hurts; what is asked of the club its owner answers.
      put "/tidings/:id", who: :coach do
        permit(:owner) unless tidings.find(id)[:kind] == "hurt"
        tidings.see(id, by: account[:id], answer: body_given["answer"])
        answer(tidings.unseen.map { |row| shown_tiding(row) })
      end

      private

      def corners = @corners ||= Store::Corners.new(db, club_id)

      def tidings = Store::Tidings.new(db, club_id)

      # [[row of a student, whether it is their guardian's page]] to make for.
      def of_group
        standing = body_given["again"] ? [] : corners.standing
        day = people.today
        people.training(body_given["group_id"], day).filter_map do |student|
          guardian = people.junior?(student, day)
          [student, guardian] unless corners.refusal(student, guardian) || standing.include?([student[:id], guardian])
        end
      end

      def address(code) = "#{request.scheme}://#{request.host_with_port}/corner#code=#{code}"

      def shown_of(id)
        student = people.student(id)
        {junior: people.junior?(student, people.today), refusal: corners.refusal(student, false),
         guardian_refusal: corners.refusal(student, true),
         consent: student[:consent_on] && {by: student[:consent_by], on: student[:consent_on].iso8601},
         pages: corners.of(id).map { |row| shown_page(row) }}
      end

      def shown_page(row)
        row.merge(made_at: row[:made_at].utc.iso8601, ends_at: row[:ends_at].utc.iso8601,
          devices: row[:devices].map { |device| device.merge(last_at: device[:last_at].utc.iso8601) })
      end

      # What was told of a body is for coaches.
      def shown_tiding(row)
        row.merge(at: row[:at].utc.iso8601, text: (assistant? && row[:kind] == "hurt") ? "" : row[:text])
      end
    end
  end
end
