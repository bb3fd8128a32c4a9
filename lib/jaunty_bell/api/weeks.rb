module JauntyBell
  module Api
    # Weeks: classes laid out week by week, held and to come.
    class Weeks < Room
      BACK = 8
      AHEAD = 4

      get "/?", who: :all do
        today = people.today
        first = Core::Weeks.monday(today) - 7 * BACK
        last = Core::Weeks.monday(today) + 7 * AHEAD - 1
        classes = Store::Classes.new(db, club_id).between((first - 1).to_time, (last + 2).to_time).select { |row| row[:on].between?(first, last) }
        loads = Store::Book.new(db, club_id).week_loads(since: first)
        answer(Core::Weeks.lay_out(classes, first, last) { |row| row[:on] }.map { |monday, rows|
          {monday: monday.iso8601, load: loads.fetch(monday, 0), classes: rows.map { |row| Files::ClassJson.line(row) }}
        })
      end
    end
  end
end
