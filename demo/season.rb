module JauntyBell
  module Demo
    # The demo's programme under way: laid out again from what was known before each of its classes, whose cards it
    # makes.
    #
    #   season = Season.new(db, club_id, …) { |day| learners }
    #   season.card(season.plan_on(day)) # => what the class of that day drills
    class Season
      FIRST, AGAIN = 300, 60 # moves of a search

      # `facts` of club.yml; `slots` of the group's week; `goals` [[combination id, rung, importance]]; `template` a row
      # of Store::Cards with its `plan`; `shelf` {id => Core::Card::Named}; `id` makes ids; the block says who is
      # planned for on a day (Core::Weeks::Learner).
      def initialize(db, club_id, facts:, slots:, group_id:, goals:, template:, shelf:, today:, id:, &learners)
        @db = db
        @club_id = club_id
        @facts = facts
        @slots = slots
        @group_id = group_id
        @goals = goals
        @template = template
        @shelf = shelf
        @today = today
        @id = id
        @learners = learners
        @programmes = Store::Programmes.new(db, club_id)
      end

      def start = Core::Weeks.monday(@today) - 7 * @facts["since"]

      # Lays out the rest on a day, and takes it. Returns its first class (Core::Weeks::Plan).
      def plan_on(day)
        layout = layout(day)
        plan = layout.plan(seed: Club::SEED, moves: @plan ? AGAIN : FIRST, from: @plan&.places_in(layout.meetings))
        @programmes.keep(row[:id], id: (id = @id.call), revision: 1, planned_on: day,
          plan: Core::Weeks::PlanData.of(plan))
        @programmes.decide(row[:id], id, taken: true) if @plan
        (@plan = plan).classes.first
      end

      # A class of it as a row of Store::Cards with its `plan` and what was `planned`; put away, once it is drilled.
      def card(planned)
        draft = Core::Weeks::Draft.new(@template[:plan], planned, shelf: @shelf)
        plan = @template[:plan].with(blocks: draft.blocks, minutes: planned.meeting.minutes)
        on = planned.meeting.on
        card = Store::Cards.new(@db, @club_id).add(id: @id.call,
          name: "#{@facts["name"]}, #{on.strftime("%-d %b")}", level: @template[:level], group_id: @group_id,
          **Core::Card::Data.kept(plan))
        @db[:cards].where(club_id: @club_id, id: card[:id])
          .update(archived_at: Time.utc(on.year, on.month, on.day, 22))
        card.merge(plan: plan, planned: planned)
      end

      private

      def row =
        @row ||= @programmes.add(id: @id.call, group_id: @group_id, name: @facts["name"], template_id: @template[:id],
          settings: settings)

      def settings =
        {"start" => start.iso8601, "weeks" => @facts["weeks"],
         "times" => @slots.map { |slot|
           {"weekday" => slot["day"], "at" => slot["at"], "minutes" => slot["minutes"]}
         },
         "goals" => @goals.map { |id, rung, importance|
           {"combination_id" => id, "rung" => rung, "importance" => importance}
         },
         "holidays" => [], "pins" => [], "not_before" => [], "never" => [], "limits" => {}}

      def layout(day)
        learners = @learners.call(day)
        marked = Store::Squads.marked(@db, @club_id, learners.map(&:id), upto: day)
        Core::Weeks::Layout.new(programme, shelf: @shelf, learners: learners, today: day,
          from: over?(day) ? day + 1 : day,
          model: Core::Learning::Model.new(marked, shelf: @shelf.transform_values(&:what)))
      end

      def programme
        wanted = Core::Weeks::Programme.from_data(settings) { |each| each["combination_id"] }
        card = @template[:plan]
        wanted.but(holidays: Store::Closures.new(@db, @club_id).days(wanted.start, wanted.ends),
          slots: Core::Weeks::Draft.technical(card).size, seconds: Core::Weeks::Draft.seconds(card),
          effort: card.mean_effort.round(2))
      end

      # Whether the class of a day is behind us.
      def over?(day) =
        @db[:classes].where(club_id: @club_id, group_id: @group_id).where { (starts_at >= day) & (starts_at < day + 1) }
          .exclude(ended_at: nil).any?
    end
  end
end
