module JauntyBell
  module Api
    # Who is signed in, in which of their clubs, and which class is next.
    class Session < Room
      get "/?", who: :anybody do
        unless account
          next answer({account: nil, halfway: env[Accounts::HALFWAY] || false, club: nil, clubs: [], strange: [],
                       next_class: nil, now: Clock.now.iso8601(3)})
        end
        here = people.club
        following = classes.next_of_group(nil, Clock.now)
        answer({halfway: false, account: account.slice(:name, :email, :role),
          clubs: Store::Logins.new(db).clubs(account[:login_id]),
          club: {id: here[:id], name: here[:name], time_zone: here[:time_zone], today: people.today.iso8601,
                 numbering: reading.scheme.id, **here.slice(:demo, :country),
                 opening: !here[:opening].nil? && !here[:opening]["away"]},
          next_class: following && Files::ClassJson.line(following), strange: strange, now: Clock.now.iso8601(3)})
      end

      # To another of their clubs.
      put "/club", who: :all do
        go_to(body_given["club_id"])
        answer({})
      end

      private

      # Devices that signed in to this account for the first time, as long as nobody has seen it.
      def strange =
        Store::SignInDevices.new(db, account[:login_id]).strange(account[:device])
          .map { |row| row.merge(at: row[:at].utc.iso8601) }
    end
  end
end
