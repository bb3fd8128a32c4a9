module JauntyBell
  module Api
    # The Floor: a class that takes place from a card, and the facts of it.
    class Floor < Room
      LATELY = 12 * 3_600 # seconds for which a class that has begun is still listed
      EARLY = 6 * 3_600 # seconds by which a class may begin before its time, and a device's clock may be ahead
      DAY = 86_400 # seconds
      LISTED = 14 # days

      attr_reader :followers

      def initialize(app, db)
        super
        @followers = Followers.new(db)
      end

      get "/classes", who: :all do
        from = Clock.now - LATELY
        answer(classes.between(from, from + (params["days"] || LISTED).to_i * DAY)
          .map { |row| Files::ClassJson.line(row) })
      end

      # Everybody who may come, and their groups.
      get "/people", who: :all do
        answer({groups: people.open_groups.map { |group| group.slice(:id, :name, :juniors) },
          students: Files::StudentJson.all(people)})
      end

      post "/classes", who: :all, acknowledged: true do
        card = cards.find(body_given["card_id"])
        opened = classes.open(id: body_given["id"], card_id: card[:id], group_id: body_given["group_id"],
          coach_id: account[:id], title: card[:name], minutes: card[:minutes], starts_at: Clock.now)
        answer(shown(opened), status: 201)
      end

      get("/classes/:id", who: :all) { answer(shown(classes.find(id))) }

      post "/classes/:id/facts", who: :all, acknowledged: true do
        facts = body_given.to_h do |table, list|
          [table.to_sym, list.map { |fact| fact.is_a?(String) ? fact : fact.transform_keys(&:to_sym) }]
        end
        answer({new: Services::Floor::Facts.new(club, id).take(facts), now: Clock.now.iso8601(3)})
      end

      # What sensors felt, round by round, compared with what was planned.
      get "/classes/:id/reviews", who: :all do
        answer(reviews.of_class(classes.find(id)).map { |reviewed| Answers::Review.of(reviewed) })
      end

      # The same of one student, over the last classes in which they wore one, for the Book.
      get "/students/:id/reviews", who: :all do
        answer(reviews.of_student(people.student(id)).map { |reviewed| Answers::Review.dated(reviewed) })
      end

      # The whole class as one track for a loudspeaker.
      get "/classes/:id/track.wav", who: :all, beside: true do
        row = classes.find(id)
        track = Files::ClassTrack.new(Services::Floor::OpenClass.new(club, row).sheet, own: school.spoken_words)
        content_type "audio/wav"
        attached(row[:title], "wav")
        headers "content-length" => track.size.to_s
        track
      end

      # Pairs of those who are here, on the given terms.
      post "/classes/:id/pairs", who: :all do
        here = people.students.select { |student| body_given["present"].include?(student[:id]) }
        doorway = Services::Floor::Doorway.new(club, classes.find(id), here)
        pairs = doorway.pairs(here, **body_given.slice("locked", "contact", "holding").transform_keys(&:to_sym))
        answer(Files::PairsJson.of(pairs.made))
      end

      get "/classes/:id/live", who: :all do
        now = followers.event([club_id, id])
        content_type "text/event-stream"
        next now unless env["rack.hijack?"]
        who, base = account[:id], db
        followers.add([club_id, id], env["rack.hijack"].call, now) { Accounts.signed_in?(base, who) }
        ""
      end

      put "/classes/:id/live", who: :all do
        live = body_given.except("take").merge("name" => account[:name])
        Store::History.new(db, club_id, id).go_on(live.merge("told" => Clock.now.to_f), take: body_given["take"])
        followers.tell([club_id, id])
        answer({now: Clock.now.iso8601(3)})
      end

      put "/classes/:id/ended", who: :all, acknowledged: true do
        closed = Services::Floor::OpenClass.new(club, classes.close(id, ended_at(classes.find(id))))
        closed.keep_work
        answer(Answers::OpenClass.new(closed).to_h)
      end

      private

      def reviews = Services::Floor::Reviews.new(club)

      def shown(row) = Answers::OpenClass.new(Services::Floor::OpenClass.new(club, row)).to_h

      # When a class ended: since it was to begin, and not later than now.
      def ended_at(row)
        ended = Time.iso8601(body_given["ended_at"])
        return ended if ended.between?(row[:starts_at] - EARLY, Clock.now + EARLY)
        raise Core::InvalidInput.new("A class ends after it has begun and not in time to come.", path: "ended_at")
      end
    end
  end
end
