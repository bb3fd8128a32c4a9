module JauntyBell
  module Api
    # Programmes: what a group should come to own, the plans made of it, and the classes that come of a plan.
    class Programmes < Room
      include Planning

      get("/?") { answer(programmes.all(archived: params["archived"] == "true").map { |row| Files::ProgrammeJson.line(row) }) }

      post "/?" do
        coaches_only
        row = {id: body_given["id"], group_id: body_given["group_id"], **facts}
        checked(row)
        answer(whole(programmes.add(**row)), status: 201)
      end

      get("/:id") { answer(whole(programmes.find(id))) }

      put "/:id" do
        coaches_only
        checked(programmes.find(id).merge(facts))
        answer(whole(programmes.change(id, revision: body_given["revision"], **facts)))
      end

      put "/:id/archived" do
        coaches_only
        answer(Files::ProgrammeJson.line(programmes.archive(id, revision: body_given["revision"], archived: body_given["archived"])))
      end

      # The same for another group or another time: goals and limits go with it, pins and holidays stay behind.
      post "/:id/copies" do
        coaches_only
        row = programmes.find(id)
        settings = row[:settings].merge("start" => body_given["start"], "holidays" => [], "pins" => [], "not_before" => [], "never" => [])
        copy = {id: body_given["id"], group_id: body_given["group_id"], name: body_given["name"], template_id: row[:template_id], settings: settings}
        checked(copy)
        answer(whole(programmes.add(**copy)), status: 201)
      end

      # Begins to make a plan; how far it is stands under its planning.
      post "/:id/plans" do
        coaches_only
        row = programmes.find(id)
        begin_plan(row, body_given["id"], body_given["seed"] || 0)
        answer(PlanJobs.state(key), status: 202)
      end

      get "/:id/planning" do
        programmes.find(id)
        answer(PlanJobs.state(key))
      end

      delete "/:id/planning" do
        coaches_only
        programmes.find(id)
        PlanJobs.stop(key)
        PlanJobs.wait(key)
        answer(PlanJobs.state(key))
      end

      put "/:id/plans/:plan_id" do
        coaches_only
        programmes.decide(id, params["plan_id"], taken: body_given["taken"])
        answer(whole(programmes.find(id)))
      end

      # Draft cards of the classes of some days, put into the calendar.
      post "/:id/classes" do
        coaches_only
        row = programmes.find(id)
        view, card = book_of(row), cards.find(row[:template_id])
        drafts = ClassDrafts.new(db, club_id, view, template: plan(card[:blocks], card[:minutes], group: row[:group_id]), level: card[:level], account_id: account[:id])
        made = body_given["on"].map { |day| drafts.put(Date.iso8601(day)) }
        answer(made, status: 201)
      end

      private

      def programmes = @programmes ||= Store::Programmes.new(db, club_id)

      def key = [club_id, id]

      def facts = {name: body_given["name"].strip, template_id: body_given["template_id"], settings: body_given["settings"]}

      def shown(row) = whole(row)

      # Raises InvalidInput where the settings are out of reason.
      def checked(row) = book_of(row).programme

      def book_of(row, today: people.today)
        card = cards.find(row[:template_id])
        ProgrammeBook.new(db, club_id, row, school: school, masteries: masteries, combinations: combinations, template: reckoned(card[:blocks], card[:minutes], size_of(row[:group_id])), today: today)
      end

      def whole(row)
        view = book_of(row)
        proposed = programmes.proposed(row[:id])
        Files::ProgrammeJson.new(row, view, plan: view.in_force, proposed: proposed, moves: proposed ? view.moves(proposed) : [], history: programmes.history(row[:id]),
          classes: Store::Classes.new(db, club_id).between((view.start - 1).to_time, (view.start + 7 * 13).to_time).select { |each| each[:group_id] == row[:group_id] }).to_h
      end

      def begin_plan(row, plan_id, seed)
        view = book_of(row)
        view.layout.refuse_empty
        store = Store::Programmes.new(db, club_id)
        PlanJobs.start(key) do |tell|
          made = view.plan(seed: seed) { |done| tell.call(done) }
          store.keep(row[:id], id: plan_id, revision: row[:revision], planned_on: view.from, plan: Files::PlanJson.of(made))
        end
      end
    end
  end
end
