module JauntyBell
  module Api
    # The Book: each student over weeks.
    class Book < Room
      WEEKS = 8

      get "/squad" do
        squad = Files::SquadJson.new(people, Store::Book.new(db, club_id), people.today, WEEKS, group: params["group"])
        answer(squad.to_h)
      end

      get "/students/:id" do
        page = Files::StudentPageJson.new(people, Store::Book.new(db, club_id), people.student(id), people.today, WEEKS)
        answer(page.to_h)
      end

      # What was written down in the last classes of a student. What happened at a knock is for coaches.
      get "/students/:id/classes" do
        people.student(id)
        answer(Store::Book.new(db, club_id).classes(id).map do |row|
          row.merge(on: row[:on].iso8601, knocks: row[:knocks].map { |knock| {matter: knock[:matter], text: (account[:role] == "assistant") ? nil : knock[:text]} },
            broke: row[:broke].map { |each| each.slice(:name, :at, :times) })
        end)
      end
    end
  end
end
