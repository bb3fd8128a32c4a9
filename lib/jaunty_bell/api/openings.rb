module JauntyBell
  module Api
    # The first minute: what this server is, and a club of one's own opened on it, where it lets whoever asks
    # (Settings.opening).
    class Openings < Room
      NOBODY = "This server opens no clubs for strangers: whoever keeps it opens one with bin/club new.".freeze
      WHO = "opening".freeze # of whom tries are counted

      get "/?", who: :anybody do
        answer({lets: Settings.opening.lets, empty: db[:clubs].empty?, demo: !db[:clubs].where(demo: true).empty?,
                mail: Letters.can?, authority: !Settings.authority.nil?, letters: !Letters.stand_in.nil?,
                time_zones: Store::Clubs.time_zones})
      end

      post "/?", who: :anybody do
        let_in
        facts = body_given.slice("club", "time_zone", "country", "name", "email").transform_keys(&:to_sym)
        login = Passwords.login(db, email: facts[:email], password: body_given["password"],
          about: facts.values_at(:name, :club))
        Services::Opening.new(db).open(**facts, login: login)
        answer({email: facts[:email].strip}, status: 201)
      end

      # The demo, by its owner.
      delete "/?", who: :owner do
        Services::Opening.new(db).put_away(account[:club_id])
        answer({})
      end

      private

      # Halts where the server lets nobody, or the code is wrong; every try counts.
      def let_in
        trying(WHO)
        opening = Settings.opening
        raise Core::InvalidInput, NOBODY if opening.lets == "nobody"
        return if opening.lets == "anybody" || opening.code?(body_given["code"].to_s)
        raise Core::InvalidInput.new("That is not the code that opens a club here.", path: "code")
      end
    end
  end
end
