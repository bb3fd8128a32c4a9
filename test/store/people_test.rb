require "support/database"

# Students and groups: added, changed, kept apart.
class PeopleTest < StoreTest
  def people(club_id = club) = Store::People.new(db, club_id)

  def setup
    super
    @group = new_group(name: "Noon")
  end

  def add(name = "Ann", id: uuid, **facts) = people.add(id: id, name: name, group_id: @group, stance: "orthodox", level: "building", **facts)

  def test_added_once_however_often_it_is_sent
    id = uuid
    2.times { add("Ann", id: id) }
    assert_equal ["Ann"], people.students.map { |student| student[:name] }
    add("  Bo  ")
    assert_equal %w[Ann Bo], people.students(group: @group).map { |student| student[:name] }
  end

  def test_what_will_not_do
    assert_raises(JauntyBell::Core::InvalidInput) { add(" ") }
    assert_raises(Store::Conflict) { people.add(id: uuid, name: "Cy", group_id: uuid, stance: "orthodox", level: "building") }
    theirs = new_group(new_club("Other"))
    assert_raises(Store::Conflict) { people.add(id: uuid, name: "Cy", group_id: theirs, stance: "orthodox", level: "building") }
    assert_empty people.students
  end

  def test_groups
    id = uuid
    2.times { people.add_group(id: id, name: " Dawn ", juniors: true) }
    assert_equal [["Dawn", true], ["Noon", false]], people.groups.map { |group| group.values_at(:name, :juniors) }
    assert_raises(Store::Conflict) { people.add_group(id: uuid, name: "Dawn") }
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
end
