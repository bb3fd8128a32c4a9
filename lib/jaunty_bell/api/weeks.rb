module JauntyBell
  module Api
    # Weeks: classes laid out week by week, past and to come.
    class Weeks < Room
      BACK = 8
      AHEAD = 4

      get "/?", who: :all do
        today = people.today
        first = Core::Weeks.monday(today) - 7 * BACK
        last = Core::Weeks.monday(today) + 7 * AHEAD - 1
        rows = classes.between((first - 1).to_time, (last + 2).to_time).select { |row| row[:on].between?(first, last) }
        loads = book.week_loads(since: first)
        answer(Core::Weeks.lay_out(rows, first, last) { |row| row[:on] }.map { |monday, list|
          {monday: monday.iso8601, load: loads.fetch(monday, 0), classes: list.map { |row| Files::ClassJson.line(row) }}
        })
      end
    end
  end
end
