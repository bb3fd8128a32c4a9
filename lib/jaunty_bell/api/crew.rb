module JauntyBell
  module Api
    # Who works in the club: the owner invites, gives roles, closes accounts; whoever has a code comes in by it.
    class Crew < Room
      WHO = "invited".freeze # of whom tries are counted

      get("/?", who: :owner) { answer(shown_crew) }

      post "/invitations", who: :owner do
        made = crew.invite(id: body_given["id"], role: body_given["role"], by: account[:id])
        answer(made.merge(ends_at: made[:ends_at].utc.iso8601), status: 201)
      end

      delete "/invitations/:id", who: :owner do
        crew.take_back(id)
        answer(shown_crew)
      end

      put "/accounts/:number", who: :owner do
        crew.change(Integer(params["number"], 10), role: body_given["role"], closed: body_given["closed"])
        answer(shown_crew)
      end

      # A way back in for somebody who has lost their password, told this once.
      post "/accounts/:number/reset", who: :owner do
        answer({code: crew.reset(Integer(params["number"], 10))}, status: 201)
      end

      # What a code opens, told before it is used.
      post "/invited", who: :anybody do
        counted { answer(Store::Crew.invited(db, body_given["code"]).slice(:club, :role)) }
      end

      post "/accounts", who: :anybody do
        counted do
          facts = body_given.slice("name", "email").transform_keys(&:to_sym)
          Services::Opening.check_account(**facts)
          row = Store::Crew.invited(db, body_given["code"])
          login = Passwords.login(db, email: facts[:email], password: body_given["password"],
            about: [facts[:name], row[:club]])
          Store::Crew.take(db, body_given["code"], name: facts[:name], login: login)
          answer({email: facts[:email].strip}, status: 201)
        end
      end

      # The same for whoever is signed in: the club is added to theirs, and they are in it.
      post "/places", who: :all do
        counted do
          into = Store::Crew.take(db, body_given["code"], name: account[:name], login: {id: account[:login_id]})
          go_to(into)
          answer({}, status: 201)
        end
      end

      private

      def crew = Store::Crew.new(db, club_id)

      def shown_crew =
        {me: account[:id], accounts: crew.accounts,
         invitations: crew.invitations.map { |row| row.merge(ends_at: row[:ends_at].utc.iso8601) }}

      # Codes cannot be tried for long, nor passwords by them: what opens nothing counts.
      def counted(&) = counting(WHO, Store::Missing, Core::InvalidInput, &)
    end
  end
end
