require "support/database"

# What is held about one student, and who read what is about health.
class PrivacyTest < StoreTest
  def setup
    super
    @group = new_group
    @student = new_student(group: @group, name: "Ann")
    @other = new_student(group: @group, name: "Bo")
    @accounts = Array.new(2) { |i| db[:accounts].insert(club_id: club, email: "c#{i}-#{uuid}@example.test", name: "Coach #{i}", role: "coach", password_hash: "x") }
  end

  def privacy = Store::Privacy.new(db, club)

  def audit(nth = 0) = Store::Audit.new(db, club, account_id: @accounts[nth])

  def test_everything_held_and_nothing_of_others
    held = new_class(group: @group)[:id]
    classes.record(held, {attendances: [@student, @other].map { |id| {id: uuid, student_id: id, at: Time.now} }, notes: [{id: uuid, student_id: @student, text: "Mine", at: Time.now}, {id: uuid, student_id: @other, text: "Theirs", at: Time.now}, {id: uuid, student_id: nil, text: "Of the class", at: Time.now}]}, coach_id: nil)
    Store::People.new(db, club).file(@student, {}, apart: [@other])
    told = privacy.held(@student)
    assert_equal ["Ann", 1, ["Mine"], 1], [told[:students].first[:name], told[:attendances].size, told[:notes].map { |note| note[:text] }, told[:kept_apart].size]
    refute_includes told.to_s, "Theirs"
    assert_equal({kept_apart: 1, attendances: 1, notes: 1}, privacy.counts(@student))
  end

  def test_erasing_one_leaves_the_others_as_they_were
    held = new_class(group: @group)[:id]
    drill = new_combination[:id]
    facts = ->(id) { {attendances: [{id: uuid, student_id: id, at: Time.now}], marks: [{id: uuid, student_id: id, combination_id: drill, rung: "count", on: Date.today, attempted: 5, clean: 5, at: Time.now}], knocks: [{id: uuid, student_id: id, matter: "head knock", text: "", at: Time.now}]} }
    [@student, @other].each { |id| classes.record(held, facts.call(id), coach_id: nil) }
    before = privacy.held(@other)
    privacy.erase(@student)
    assert_equal before, privacy.held(@other)
    assert_raises(Store::Missing) { privacy.held(@student) }
    assert_raises(Store::Missing) { privacy.erase(@student) }
    assert_equal 1, db[:classes].where(id: held).get(:erased)
  end

  def test_what_was_planned_for_somebody_goes_with_them
    card = new_card[:id]
    programme = Store::Programmes.new(db, club).add(id: uuid, name: "Spring", group_id: @group, template_id: card, settings: {})
    said = [@student, @other].map { |id| {student_id: id, rung: "count", rate: 0.5, before: 0, after: 0.1} }
    Store::Programmes.new(db, club).keep(programme[:id], id: uuid, revision: 1, planned_on: Date.today, plan: {classes: [{places: [{said: said}]}], outlooks: [{students: [{student_id: @student, chance: 0.3}]}]})
    privacy.erase(@student)
    plan = Store::Programmes.new(db, club).in_force(programme[:id])[:plan]
    assert_equal [@other], plan["classes"][0]["places"][0]["said"].map { |each| each["student_id"] }
    assert_empty plan["outlooks"][0]["students"]
  end

  def test_another_club_can_neither_read_nor_erase
    other = Store::Privacy.new(db, new_club("Other"))
    assert_raises(Store::Missing) { other.held(@student) }
    assert_raises(Store::Missing) { other.erase(@student) }
    assert_equal 1, db[:students].where(id: @student).count
  end

  def test_reading_again_within_minutes_is_one_reading
    3.times { audit.note(@student, "read the notes of holds") }
    audit(1).note(@student, "read the notes of holds")
    audit.note(@other, "read the notes of holds")
    assert_equal [["Coach 1", "read the notes of holds"], ["Coach 0", "read the notes of holds"]], audit.of(@student).map { |row| row.values_at(:by, :did) }
    db[:health_audit].update(at: Time.now - 3600)
    audit.note(@student, "read the notes of holds")
    assert_equal 3, audit.of(@student).size, "an hour later it is another"
    2.times { audit.note(@student, "lifted a hold: elbow") }
    assert_equal 5, audit.of(@student).size, "every change is kept"
  end

  def test_a_coach_who_has_gone_is_still_counted
    audit.note(@student, "read the notes of holds")
    db[:accounts].where(id: @accounts.first).delete
    assert_equal [nil], audit.of(@student).map { |row| row[:by] }
  end
end
