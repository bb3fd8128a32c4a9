module JauntyBell
  module Api
    # One's own account: how one signs in, where one is signed in now, and devices that one does not know.
    class Mine < Room
      get("/?", who: :all) { answer(shown_mine) }

      # Ends one sign-in, or with "others" all but this one.
      delete "/sessions/:number", who: :all do
        (params["number"] == "others") ? devices.end_others(here) : devices.end_session(params["number"])
        answer(shown_mine)
      end

      # Whoever is signed in has seen what signed in.
      put "/seen", who: :all do
        devices.seen
        answer({})
      end

      delete "/passkeys/:key", who: :all do
        gone = db[:account_webauthn_keys].where(account_id: account[:login_id], webauthn_id: params["key"]).delete
        raise Store::Missing, "This passkey is not yours any more." if gone.zero?
        answer(shown_mine)
      end

      # A text as a code to photograph: an address, or the key of a time code.
      post "/codes", who: :all do
        answer({svg: Files::CodeSvg.of(body_given["text"], "A code to photograph")})
      end

      private

      def devices = Store::SignInDevices.new(db, account[:login_id])

      def here = Digest::SHA256.hexdigest(account[:session_id])

      def shown_mine
        {email: account[:email], time_codes: account[:time_codes],
         recovery_codes: db[:account_recovery_codes].where(id: account[:login_id]).count,
         passkeys: db[:account_webauthn_keys].where(account_id: account[:login_id]).order(:last_use)
           .select(:webauthn_id, :name, :last_use).all
           .map { |row| {id: row[:webauthn_id], name: row[:name], last_use: row[:last_use].utc.iso8601} },
         sessions: devices.sessions.map { |row|
           {id: row[:id], name: row[:name] || "a device of before", address: row[:address],
            began: row[:began].utc.iso8601, last_use: row[:last_use].utc.iso8601, here: row[:id] == here}
         }}
      end
    end
  end
end
