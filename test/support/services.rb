require "support/database"

# A test of the application's own objects: a club with a coach, a group, two combinations and a card that drills them.
class ServiceTest < StoreTest
  Services = JauntyBell::Services
  Core = JauntyBell::Core

  def setup
    super
    @group = new_group(name: "Evening")
    @ann = new_student(group: @group, name: "Ann", born_on: Clock.today - 30 * 366)
    @bo = new_student(group: @group, name: "Bo", born_on: Clock.today - 25 * 366)
    @two, @three = new_combination(name: "Two", text: "1-2")[:id], new_combination(name: "Three", text: "1-2-3")[:id]
    @card = new_card(name: "Evening card", group_id: @group, rounds: [
      round(title: "Rope", exercise: "mobility", contact: false, rung: "air", effort: 4),
      round(title: "Two", combination_id: @two, rung: "count", swap: "even"),
      round(title: "Three", combination_id: @three, rung: "count", beginners: "air", ahead: "clock")
    ])
    @coach = new_place
  end

  # The club as somebody works with it: by its coach, or an assistant.
  def as(role = "coach") = Services::Club.new(db, club, {id: @coach, role: role})

  def opened(**facts) = new_class(card: @card[:id], group: @group, **facts)

  # Marks of whole days: [[days ago, attempted, clean], …].
  def marked(student, combination, days, rung: "count")
    tell(opened[:id], {marks: days.map { |ago, attempted, clean|
      {id: uuid, student_id: student, combination_id: combination, rung: rung, on: Clock.today - ago,
       attempted: attempted, clean: clean, at: Clock.now - ago * 86_400}
    }})
  end

  OWNED = [[9, 20, 20], [2, 20, 20]].freeze # days that make somebody own it
end
