require "digest"

module JauntyBell
  module Store
    # From which devices somebody signs in, and where they are signed in now. A device is known by a cookie of which
    # only the digest is kept.
    class SignInDevices
      def initialize(db, login_id)
        @db = db
        @login_id = login_id
      end

      # That they sign in from a device: {id:, at:, strange: whether they have never done so, though from others}.
      # `secret` is what its cookie says, `name` how its browser calls itself.
      def sign_in(secret, name:, address:)
        now, digest = Clock.now, Digest::SHA256.hexdigest(secret)
        id = rows.where(digest: digest).get(:id)
        if id
          rows.where(id: id).update(last_at: now, name: name, address: address)
          return {id: id, at: now, strange: false}
        end
        strange = !rows.empty?
        id = SecureRandom.uuid
        @db[:login_devices].insert(login_id: @login_id, id: id, digest: digest, name: name, address: address,
          first_at: now, last_at: now, told_at: (now unless strange))
        {id: id, at: now, strange: strange}
      end

      # Devices that signed in for the first time and that nobody has seen yet, as somebody on another one is told:
      # [{id:, name:, address:, at:}].
      def strange(here) =
        rows.where(told_at: nil).exclude(id: here).order(:first_at).select(:id, :name, :address, :first_at).all
          .map { |row| row.except(:first_at).merge(at: row[:first_at]) }

      # That somebody has seen them.
      def seen = rows.where(told_at: nil).update(told_at: Clock.now)

      # Where they are signed in, the last used first: [{id:, device:, name:, address:, began:, last_use:}].
      def sessions
        keys.left_join(:login_devices, login_id: :account_id, id: :device).order(Sequel.desc(:last_use), :session_id)
          .select(:session_id, :device, :name, :address, :created_at, :last_use).all
          .map { |row|
            row.except(:session_id, :created_at)
              .merge(id: Digest::SHA256.hexdigest(row[:session_id]), began: row[:created_at])
          }
      end

      # Ends one of them, by its id. Raises Missing.
      def end_session(id)
        found = keys.select_map(:session_id).find { |key| Digest::SHA256.hexdigest(key) == id }
        raise Missing, "This sign-in has ended already." unless found
        keys.where(session_id: found).delete
      end

      # Ends all but the one that is used (its id; nil ends all).
      def end_others(here) =
        keys.where(session_id: keys.select_map(:session_id).reject { |key| Digest::SHA256.hexdigest(key) == here })
          .delete

      private

      def rows = @db[:login_devices].where(login_id: @login_id)

      def keys = @db[:account_active_session_keys].where(account_id: @login_id)
    end
  end
end
