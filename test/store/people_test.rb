require "support/database"

# Students and groups: added, changed, kept apart.
class PeopleTest < StoreTest
  def people(club_id = club) = Store::People.new(db, club_id)

  def setup
    super
    @group = new_group(name: "Noon")
  end

  def add(name = "Ann", id: uuid, **facts) =
    people.add(id: id, name: name, group_id: @group, stance: "orthodox", level: "building", **facts)

  def test_added_once_however_often_it_is_sent
    id = uuid
    2.times { add("Ann", id: id) }
    assert_equal ["Ann"], people.students.map { |student| student[:name] }
    add("  Bo  ")
    assert_equal %w[Ann Bo], people.students(group: @group).map { |student| student[:name] }
  end

  def test_what_will_not_do
    assert_raises(JauntyBell::Core::InvalidInput) { add(" ") }
    assert_raises(Store::Conflict) do
      people.add(id: uuid, name: "Cy", group_id: uuid, stance: "orthodox", level: "building")
    end
    theirs = new_group(new_club("Other"))
    assert_raises(Store::Conflict) do
      people.add(id: uuid, name: "Cy", group_id: theirs, stance: "orthodox", level: "building")
    end
    assert_empty people.students
  end

  def test_changed_only_in_what_is_said
    id = add[:id]
    people.file(id, {kg: 61, guardian: "Mair"}, apart: [])
    people.file(id, {level: "advanced"}, apart: [])
    assert_equal [61, "Mair", "advanced", "Ann"], people.student(id).values_at(:kg, :guardian, :level, :name)
    assert_raises(JauntyBell::Core::InvalidInput) { people.file(id, {name: ""}, apart: []) }
    assert_raises(Store::Missing) { people.file(uuid, {kg: 60}, apart: []) }
    assert_raises(Store::Missing) { people(new_club("Other")).file(id, {kg: 60}, apart: []) }
    assert_equal 61, people.student(id)[:kg]
  end

  def test_kept_apart_is_of_both
    one, two, three = %w[Ann Bo Cy].map { |name| add(name)[:id] }
    people.file(one, {}, apart: [two, one])
    assert_equal [[two], [one], []], [one, two, three].map { |id| people.apart_from(id) }
    people.file(two, {}, apart: [three])
    assert_equal [[], [three]], [one, two].map { |id| people.apart_from(id) }
    theirs = new_student(new_club("Other"))
    assert_raises(Store::Conflict) { people.file(one, {kg: 70}, apart: [theirs]) }
    assert_nil people.student(one)[:kg], "nothing is half saved"
  end

  # One who belongs from so many days ago; a class of their group so many days ago.
  def belongs(ago, group) = new_student(group: group, name: uuid, member_since: people.today - ago)

  def a_class(ago, group) =
    classes.open(id: uuid, card_id: nil, group_id: group, coach_id: nil, title: "Class", minutes: 60,
      starts_at: Clock.now - ago * 86_400)

  def line(row) =
    classes.between(row[:starts_at] - 1, row[:starts_at] + 1).first.slice(:expected, :present, :visiting).values

  def test_who_was_expected_is_who_belonged_then
    group, other = new_group, new_group(name: "Others")
    old, fresh = belongs(30, group), belongs(3, group)
    before, now = a_class(10, group), a_class(1, group)
    assert_equal [[1, 0, 0], [2, 0, 0]], [line(before), line(now)]
    people.file(old, {group_id: other}, apart: [])
    assert_equal [[1, 0, 0], [2, 0, 0]], [line(before), line(now)], "who moved belonged then"
    assert_equal [[old], [fresh, old].sort], [classes.expected_students(before).map { |row| row[:id] },
      classes.expected_students(now).map { |row| row[:id] }.sort]
    assert_equal [fresh], people.students(group: group).map { |row| row[:id] }
    assert_equal [1, 0, 0], line(a_class(0, group))
  end

  def test_a_visit_makes_no_member
    group = new_group
    belongs(30, group)
    today = a_class(0, group)
    guest = uuid
    tell(today[:id], {guests: [{id: guest, name: "Dunja", stance: "orthodox"}],
      attendances: [{id: uuid, student_id: guest, at: Clock.now}]}, coach_id: nil)
    assert_equal [1, 1, 1], line(today), "one expected, one came, who was a visitor"
    assert_equal [1, 0, 0], line(a_class(-7, group)), "and the next class expects as many as before"
    assert_equal 1, people.students(group: group).size
    assert_includes people.students.map { |row| row[:id] }, guest
    people.file(guest, {visitor: false}, apart: [])
    assert_equal [2, 0, 0], line(a_class(-8, group))
    people.file(guest, {visitor: true}, apart: [])
    assert_equal [1, 0, 0], line(a_class(-9, group))
  end
end
