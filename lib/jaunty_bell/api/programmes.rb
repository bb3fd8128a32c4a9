module JauntyBell
  module Api
    # Programmes: what a group should come to own, the plans made of it, and the classes that come of a plan.
    class Programmes < Room
      get("/?", who: :all) do
        answer(programmes.lines(archived: params["archived"] == "true").map { |row| Answers::Programme.line(row) })
      end

      post "/?", who: :coach do
        row = {id: body_given["id"], group_id: body_given["group_id"], **facts}
        checked(row)
        answer(whole(programmes.add(**row)), status: 201)
      end

      get("/:id", who: :all) { answer(whole(programmes.find(id))) }

      put "/:id", who: :coach do
        checked(programmes.find(id).merge(facts))
        answer(whole(programmes.change(id, revision: body_given["revision"], **facts)))
      end

      put "/:id/archived", who: :coach do
        answer(Answers::Programme.line_of(programmes.archive(id, revision: body_given["revision"],
          archived: body_given["archived"])))
      end

      # The same for another group or another time: goals and limits go with it, pins and holidays stay behind.
      post "/:id/copies", who: :coach do
        row = programmes.find(id)
        settings = row[:settings].merge("start" => body_given["start"], "holidays" => [], "pins" => [],
          "not_before" => [], "never" => [])
        copy = {id: body_given["id"], group_id: body_given["group_id"], name: body_given["name"],
                template_id: row[:template_id], settings: settings}
        checked(copy)
        answer(whole(programmes.add(**copy)), status: 201)
      end

      # Begins to make a plan; how far it is stands under its planning.
      post "/:id/plans", who: :coach do
        row = programmes.find(id)
        begin_plan(row, body_given["id"], body_given["seed"] || 0)
        answer(jobs.state, status: 202)
      end

      get "/:id/planning", who: :all do
        programmes.find(id)
        answer(jobs.state)
      end

      delete "/:id/planning", who: :coach do
        programmes.find(id)
        jobs.stop
        jobs.wait
        answer(jobs.state)
      end

      put "/:id/plans/:plan_id", who: :coach do
        programmes.decide(id, params["plan_id"], taken: body_given["taken"])
        answer(whole(programmes.find(id)))
      end

      # Draft cards of the classes of some days, put into the calendar.
      post "/:id/classes", who: :coach do
        drafts = Services::Weeks::ClassDrafts.new(club, book_of(programmes.find(id)))
        made = body_given["on"].map { |day| drafts.put(Date.iso8601(day)) }
        answer(made, status: 201)
      end

      error(Services::Weeks::PlanJobs::Full) { |e| halt Errors.response(429, e.message) }

      private

      def jobs = @jobs ||= Services::Weeks::PlanJobs.new(db, club_id, id)

      def facts =
        {name: body_given["name"].strip, template_id: body_given["template_id"], settings: body_given["settings"]}

      def shown(row) = whole(row)

      # Raises InvalidInput where the settings are out of reason, or name what there is not.
      def checked(row)
        settings = row[:settings]
        named = %w[goals pins not_before never].to_h do |list|
          [list, settings.fetch(list, []).map { |each| each["combination_id"].to_s.downcase }]
        end
        there = combinations.by_id(named.values.flatten.uniq).keys
        named.each do |list, ids|
          missing = ids.index { |each| !there.include?(each) } or next
          raise Core::InvalidInput.new("This combination is not on your club's shelf.",
            path: "settings/#{list}/#{missing}/combination_id")
        end
        book_of(row).programme
      end

      def book_of(row) = Services::Weeks::ProgrammeBook.new(club, row)

      def whole(row)
        view = book_of(row)
        audit.note_all(view.learners.reject { |learner| learner.held_back.empty? }.map(&:id),
          "read in a plan what they are held back from")
        proposed = programmes.proposed(row[:id])
        Answers::Programme.new(row, view, plan: view.in_force, proposed: proposed,
          moves: proposed ? view.moves(proposed) : [], history: programmes.history(row[:id]),
          classes: classes.between((view.start - 1).to_time, (view.start + 7 * 13).to_time)
            .select { |each| each[:group_id] == row[:group_id] }).to_h
      end

      def begin_plan(row, plan_id, seed)
        view, store = book_of(row), Store::Programmes.new(db, club_id)
        planning, from = view.planning(seed: seed), view.from
        keep = ->(plan) { store.keep(row[:id], id: plan_id, revision: row[:revision], planned_on: from, plan: plan) }
        jobs.start(planning, keep: keep)
      end
    end
  end
end
