module JauntyBell
  module Api
    # Who is signed in, in which club, and which class is next.
    class Session < Room
      get "/?", who: :anybody do
        next answer({account: nil, club: nil, next_class: nil, now: Clock.now.iso8601(3)}) unless account
        here = people.club
        following = classes.next_of_group(nil, Clock.now)
        answer({account: account.slice(:name, :email, :role),
          club: {id: here[:id], name: here[:name], time_zone: here[:time_zone], today: people.today.iso8601,
                 numbering: reading.scheme.id, demo: here[:demo]},
          next_class: following && Files::ClassJson.line(following), now: Clock.now.iso8601(3)})
      end
    end
  end
end
