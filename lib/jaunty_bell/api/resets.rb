module JauntyBell
  module Api
    # A way back in for who has lost their password: asked for by mail, or brought as a code that somebody told.
    class Resets < Room
      WHO = "reset".freeze # of whom tries are counted
      NO_MAIL = "This server sends no mail. Ask the owner of your club for a code, or whoever keeps this server.".freeze
      DOWN = "The mail server does not answer at the moment. Try again later, or ask the owner of your club for a code."
        .freeze

      # A letter with a code, where there is such an account; the answer is the same where there is none.
      post "/?", who: :anybody do
        trying(WHO)
        raise Store::Conflict.new(NO_MAIL, path: "email") unless Letters.can?
        halt Errors.response(503, DOWN, path: "email") unless Letters.reachable?
        login = Store::Logins.new(db).of(body_given["email"])
        if login
          code = Store::Resets.new(db).make(login[:id], by: "mail")
          Letters.send_later(Letters.reset(to: login[:email], code: code, address: request.base_url))
        end
        answer({})
      end

      # What the stand-in for a mail server was given.
      get "/letters", who: :anybody do
        raise Store::Missing, "This server has no stand-in for mail." unless Letters.stand_in
        answer(Letters.kept)
      end

      # Whose code it is, told before it is used.
      post "/told", who: :anybody do
        counted { answer(Store::Resets.new(db).of(body_given["code"]).slice(:email)) }
      end

      post "/password", who: :anybody do
        counted do
          resets = Store::Resets.new(db)
          login_id = resets.of(body_given["code"])[:login_id]
          Passwords.check(body_given["password"], about: Store::Logins.new(db).known(login_id))
          answer(resets.use(body_given["code"], hash: Accounts.hash(body_given["password"])).slice(:email))
        end
      end

      private

      # Codes cannot be tried for long: one that opens nothing counts.
      def counted(&) = counting(WHO, Store::Missing, &)
    end
  end
end
