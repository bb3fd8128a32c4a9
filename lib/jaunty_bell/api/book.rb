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
    end
  end
end
