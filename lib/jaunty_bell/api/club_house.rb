module JauntyBell
  module Api
    # The club itself: its name and where it is, the walk from nothing to the first class, the starter shelf, public
    # holidays.
    class ClubHouse < Room
      get("/?", who: :all) { answer(shown_club) }

      put "/?", who: :owner do
        people.rename(**body_given.slice("name", "time_zone", "country", "region").transform_keys(&:to_sym))
        @here = nil
        answer(shown_club)
      end

      # A step that is left behind, the walk put away, or taken up again.
      put "/walk", who: :coach do
        step, away = body_given.values_at("passed", "away")
        if step then walk.pass(step)
        else away ? walk.put_away : walk.take_up
        end
        answer(shown_club)
      end

      get "/starter", who: :all do
        there = combinations.all.to_set { |row| row[:name] }
        answer(Core::Lexicon::Starter.disciplines.map { |id, each|
          shelf = Core::Lexicon::Starter.of([id])
          {id: id, name: each["name"], says: each["says"],
           combinations: shelf.combinations.map { |entry| entry.slice("name", "notation") },
           drills: shelf.drills.map { |entry| entry["name"] }, cards: shelf.cards.map { |entry| entry["name"] },
           there: shelf.combinations.all? { |entry| there.include?(entry["name"]) }}
        })
      end

      post "/starter", who: :coach do
        answer(Services::Bench::Starter.new(club).put(body_given["disciplines"]), status: 201)
      end

      # The public holidays of a year from today, and on which of them the club is closed.
      get "/holidays", who: :all do
        answer(holidays_shown)
      end

      # Closed on some of them: all or none.
      post "/holidays", who: :coach do
        days = body_given["days"].map { |day| Core::Weeks.day(day, "days") }
        db.transaction(savepoint: true) do
          holidays.between(*year).select { |each| days.include?(each[:on]) }.each do |each|
            closures.add(id: SecureRandom.uuid, name: each[:name], from: each[:on], to: each[:on])
          end
        end
        answer(holidays_shown, status: 201)
      end

      private

      def walk = @walk ||= Services::Walk.new(club)

      def here = @here ||= people.club

      def year = [people.today, people.today + 365]

      def holidays = Services::Holidays.new(here[:country], here[:region])

      def shown_club
        here.slice(:id, :name, :time_zone, :country, :region, :demo)
          .merge(regions: holidays.regions, walk: {on: walk.on?, next: walk.next_step, steps: walk.steps})
      end

      def holidays_shown
        closed = closures.days(*year).to_set
        {country: here[:country], region: here[:region], known: holidays.known?, regions: holidays.regions,
         days: holidays.between(*year).map { |day|
           {on: day[:on].iso8601, name: day[:name], closed: closed.include?(day[:on])}
         }}
      end
    end
  end
end
