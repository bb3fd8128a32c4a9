require "support/database"

# Groups made, renamed, closed; students who move, train with several, pause, leave and return with their record whole.
class GroupsTest < StoreTest
  Refused = JauntyBell::Core::InvalidInput

  def setup
    super
    @noon, @dawn = new_group(name: "Noon"), new_group(name: "Dawn")
    @ann = new_student(group: @noon, name: "Ann", member_since: today - 100)
  end

  def today = people.today

  def people = Store::People.new(db, club)

  def groups = Store::Groups.new(db, club)

  def place(id = @ann, on: today) = Store::Membership.new(db, club, id, today: on)

  def names(group) = people.students(group: group).map { |row| row[:name] }

  # Who is expected at a class of a group so many days from today.
  def expected(group, days = 0)
    row = classes.open(id: uuid, card_id: nil, group_id: group, coach_id: nil, title: "Class", minutes: 60,
      starts_at: Clock.now + days * 86_400)
    classes.expected_students(row).map { |student| student[:name] }
  end

  def test_made_once_and_renamed
    id = uuid
    2.times { groups.add(id: id, name: " Dusk ", juniors: true) }
    assert_equal [["Dawn", false], ["Dusk", true], ["Noon", false]],
      groups.all.map { |group| group.values_at(:name, :juniors) }
    assert_raises(Store::Conflict) { groups.add(id: uuid, name: "Dusk") }
    groups.change(id, name: "Evening", juniors: false)
    assert_equal ["Evening", false], groups.find(id).values_at(:name, :juniors)
    assert_raises(Store::Conflict) { groups.change(id, name: "Noon", juniors: false) }
    assert_raises(Refused) { groups.change(id, name: " ", juniors: false) }
    assert_raises(Store::Missing) { groups.change(uuid, name: "X", juniors: false) }
    assert_raises(Store::Missing) { Store::Groups.new(db, new_club("Other")).change(id, name: "X", juniors: false) }
  end

  def hour(day, at, **facts) = {id: uuid, day: day, at: at, minutes: 60, room: nil, coach_id: nil, **facts}

  def test_hours_of_an_ordinary_week
    coach = new_place
    groups.keep_hours(@noon, [hour(4, "18:30", coach_id: coach), hour(1, "06:30", room: "Hall")])
    assert_equal [[1, "06:30", "Hall", nil], [4, "18:30", nil, coach]],
      groups.find(@noon)[:hours].map { |each| each.values_at(:day, :at, :room, :coach_id) }
    error = assert_raises(Refused) { groups.keep_hours(@noon, [hour(2, "07:00"), hour(2, "07:00")]) }
    assert_equal "hours/1/at", error.path
    assert_raises(Store::Conflict) { groups.keep_hours(@noon, [hour(2, "07:00", coach_id: 10**9)]) }
    assert_equal 2, groups.find(@noon)[:hours].size, "nothing is half kept"
    groups.keep_hours(@noon, [])
    assert_empty groups.find(@noon)[:hours]
  end

  def test_a_group_is_closed_when_its_students_have_somewhere_to_go
    bo = new_student(group: @dawn, name: "Bo", member_since: today - 9)
    place(bo).also([@noon])
    coming = classes.open(id: uuid, card_id: nil, group_id: @noon, coach_id: nil, title: "Class", minutes: 60,
      starts_at: Clock.now + 86_400)
    error = assert_raises(Store::Conflict) { groups.close(@noon, today: today) }
    assert_match(/2 students belong to it/, error.message)
    assert_raises(Store::Conflict) { groups.close(@noon, today: today, to: @noon) }
    groups.close(@noon, today: today, to: @dawn)
    assert_equal %w[Ann Bo], names(@dawn)
    assert_empty names(@noon)
    refute_nil classes.find(coming[:id])[:cancelled_at]
    assert_equal [today, 0], groups.find(@noon).values_at(:closed_on, :students)
    assert_equal [@noon], place.to_h[:past].map { |row| row[:group_id] }, "that they were there stays on record"
    assert_raises(Store::Conflict) { place.move(@noon) }
    groups.open_again(@noon)
    place.move(@noon)
    assert_equal %w[Ann], names(@noon)
  end

  def test_moved_they_are_expected_where_they_belonged_on_the_day
    place.move(@dawn)
    assert_equal [%w[Ann], []], [expected(@dawn), expected(@noon)]
    assert_equal [[], %w[Ann]], [expected(@dawn, -3), expected(@noon, -3)]
  end

  def test_in_two_groups_and_one_is_left
    place.also([@dawn])
    assert_equal [%w[Ann], %w[Ann]], [names(@noon), names(@dawn)]
    assert_equal [%w[Ann], %w[Ann]], [expected(@noon), expected(@dawn)]
    assert_equal 1, groups.find(@dawn)[:students]
    place(on: today + 30).also([])
    assert_equal [%w[Ann], []], [names(@noon), names(@dawn)]
    assert_equal [@dawn], place.to_h[:past].map { |row| row[:group_id] }
    place.also([@dawn])
    place.move(@dawn)
    assert_equal [[], %w[Ann]], [names(@noon), names(@dawn)]
    assert_empty place.to_h[:also], "the group that is theirs is not one besides"
  end

  def test_paused_they_are_not_expected_and_not_planned_for
    id = uuid
    2.times { place.pause(id: id, from: today, to: today + 10) }
    assert_equal 1, place.to_h[:pauses].size
    assert_equal [%w[Ann], [], [], %w[Ann]], [-1, 0, 10, 11].map { |days| expected(@noon, days) }
    assert_equal %w[Ann], names(@noon), "they belong all the same"
    training = [-1, 0, 10, 11].map { |days| people.training(@noon, today + days).map { |row| row[:name] } }
    assert_equal [%w[Ann], [], [], %w[Ann]], training, "nor does a card count them"
    squad = Store::Squads.new(db, club, @noon, masteries: nil, half_life: 28, today: today)
    assert_empty squad.rows
    assert_raises(Refused) { place.pause(id: uuid, from: today, to: today - 1) }
    place(on: today + 4).back(id)
    assert_equal [[], %w[Ann]], [3, 4].map { |days| expected(@noon, days) }
    place.pause(id: uuid, from: today + 30, to: nil)
    place.back(place.to_h[:pauses].last[:id])
    assert_equal [id], place.to_h[:pauses].map { |row| row[:id] }, "one that has not begun is gone"
    assert_raises(Store::Missing) { place.back(uuid) }
  end

  def test_who_leaves_and_returns_keeps_their_record
    two = new_combination[:id]
    tell(new_class(group: @noon)[:id], {marks: [{id: uuid, student_id: @ann, combination_id: two, rung: "count",
                                                 on: today, attempted: 5, clean: 4, at: Clock.now}]})
    place.also([@dawn])
    place.pause(id: uuid, from: today - 5, to: nil)
    place.leave
    place.leave
    assert_equal [[], [], [], []], [names(@noon), names(@dawn), expected(@noon), expected(@dawn)]
    assert_equal today, people.student(@ann)[:left_on]
    assert_equal %w[Ann], expected(@noon, -30), "then they were"
    assert_equal [0, ["Ann"], []],
      [people.student_count, people.students.map { |row| row[:name] }, people.present_students]
    people.file(@ann, {kg: 60, visitor: false}, apart: [])
    refute_nil people.student(@ann)[:left_on], "a file that is changed brings nobody back"
    place(on: today + 40).move(@dawn)
    assert_equal [nil, %w[Ann]], [people.student(@ann)[:left_on], names(@dawn)]
    assert_equal 1, db[:marks].where(student_id: @ann).count
  end

  def test_nothing_of_another_club
    other = new_club("Other")
    theirs = new_group(other)
    assert_raises(Store::Conflict) { place.move(theirs) }
    assert_raises(Store::Conflict) { place.also([theirs]) }
    assert_raises(Store::Missing) { Store::Membership.new(db, other, @ann, today: today) }
    assert_equal @noon, place.to_h[:group_id]
  end
end
