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

      # What a code opens, told before it is used.
      post "/invited", who: :anybody do
        counted { answer(Store::Crew.invited(db, body_given["code"]).slice(:club, :role)) }
      end

      post "/accounts", who: :anybody do
        counted do
          facts = body_given.slice("name", "email").transform_keys(&:to_sym)
          Services::Opening.check_account(**facts)
          row = Store::Crew.invited(db, body_given["code"])
          Passwords.check(body_given["password"], about: [*facts.values, row[:club]])
          Store::Crew.take(db, body_given["code"], **facts, hash: Accounts.hash(body_given["password"]))
          answer({email: facts[:email].strip}, status: 201)
        end
      end

      private

      def crew = Store::Crew.new(db, club_id)

      def shown_crew =
        {me: account[:id], accounts: crew.accounts,
         invitations: crew.invitations.map { |row| row.merge(ends_at: row[:ends_at].utc.iso8601) }}

      # Codes cannot be tried for long: one that opens nothing counts.
      def counted
        slow_down(WHO)
        yield
      rescue Store::Missing
        Throttle.wrong(WHO, request.env["REMOTE_ADDR"])
        raise
      end
    end
  end
end
