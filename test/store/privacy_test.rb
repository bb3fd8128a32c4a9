require "support/database"
require_relative "../../demo/club"

# What is held about one student, and who read what is about health.
class PrivacyTest < StoreTest
  def setup
    super
    @group = new_group
    @student = new_student(group: @group, name: "Ann")
    @other = new_student(group: @group, name: "Bo")
    @accounts = Array.new(2) { |i| new_place(name: "Coach #{i}") }
  end

  def privacy = Store::Privacy.new(db, club)

  def audit(nth = 0) = Store::Audit.new(db, club, account_id: @accounts[nth])

  def test_everything_held_and_nothing_of_others
    held = new_class(group: @group)[:id]
    tell(held, {attendances: [@student, @other].map { |id| {id: uuid, student_id: id, at: Clock.now} },
      notes: [{id: uuid, student_id: @student, text: "Mine", at: Clock.now},
        {id: uuid, student_id: @other, text: "Theirs", at: Clock.now},
        {id: uuid, student_id: nil, text: "Of the class", at: Clock.now}]}, coach_id: nil)
    Store::People.new(db, club).file(@student, {}, apart: [@other])
    told = privacy.on_file(@student)
    assert_equal ["Ann", 1, ["Mine"], 1], [told[:students].first[:name], told[:attendances].size,
      told[:notes].map { |note| note[:text] }, told[:kept_apart].size]
    refute_includes told.to_s, "Theirs"
    assert_equal({kept_apart: 1, attendances: 1, notes: 1}, privacy.counts(@student))
  end

  def test_erasing_one_leaves_the_others_as_they_were
    held = new_class(group: @group)[:id]
    drill = new_combination[:id]
    facts = ->(id) {
      {attendances: [{id: uuid, student_id: id, at: Clock.now}],
       marks: [{id: uuid, student_id: id, combination_id: drill, rung: "count", on: Clock.today, attempted: 5, clean: 5,
                at: Clock.now}], knocks: [{id: uuid, student_id: id, matter: "head knock", text: "", at: Clock.now}]}
    }
    [@student, @other].each { |id| tell(held, facts.call(id), coach_id: nil) }
    before = privacy.on_file(@other)
    privacy.erase(@student)
    assert_equal before, privacy.on_file(@other)
    assert_raises(Store::Missing) { privacy.on_file(@student) }
    assert_raises(Store::Missing) { privacy.erase(@student) }
    assert_equal 1, db[:classes].where(id: held).get(:erased)
  end

  def test_what_was_planned_for_somebody_goes_with_them
    card = new_card[:id]
    programme = Store::Programmes.new(db, club).add(id: uuid, name: "Spring", group_id: @group,
      template_id: card, settings: {})
    said = [@student, @other].map { |id| {student_id: id, rung: "count", rate: 0.5, before: 0, after: 0.1} }
    Store::Programmes.new(db, club).keep(programme[:id], id: uuid, revision: 1, planned_on: Clock.today,
      plan: {classes: [{places: [{said: said}]}], outlooks: [{students: [{student_id: @student, chance: 0.3}]}]})
    privacy.erase(@student)
    plan = Store::Programmes.new(db, club).in_force(programme[:id])[:plan]
    assert_equal [@other], plan["classes"][0]["places"][0]["said"].map { |each| each["student_id"] }
    assert_empty plan["outlooks"][0]["students"]
  end

  # After erasing, every table is searched for the id and for the name, in the demo club where a student stands in most
  # of them.
  def test_nothing_is_found_of_who_was_erased_but_who_erased_whom
    demo = JauntyBell::Demo::Club.new(db, today: Clock.today).load(hash: "x")
    row = db[:students].first(club_id: demo, name: "Oona Ferrier")
    coach = db[:accounts].where(club_id: demo).get(:id)
    held = db[:classes].where(club_id: demo).exclude(ended_at: nil).order(:starts_at).last
    tell(held[:id],
      {notes: [{id: uuid, student_id: nil, text: "Oona held for everybody; ask oona ferrier. The Ferriers' boat.",
                at: Clock.now}]}, coach_id: coach, club_id: demo)
    Store::Audit.new(db, demo, account_id: coach).note(row[:id], "read the notes of holds")
    assert_operator found(row[:id]).size, :>, 8
    Store::Privacy.new(db, demo).erase(row[:id], by: coach)
    assert_equal [:erasures], found(row[:id])
    assert_empty found("oona")
    assert_equal [[row[:id], "Nell Tidewell"]],
      Store::Privacy.new(db, demo).erasures.map { |each| each.values_at(:student_id, :by) }
    assert_equal "somebody held for everybody; ask somebody. The Ferriers' boat.",
      db[:notes].where(club_id: demo, student_id: nil).order(:at).last[:text]
  end

  def test_a_first_name_that_somebody_else_has_stays_theirs
    two = new_student(group: @group, name: "Ann Other")
    held = new_class(group: @group)[:id]
    one = new_student(group: @group, name: "Ann (the elder) O'Hara")
    tell(held,
      {notes: [{id: uuid, student_id: two, text: "Ann does well, Ann (the elder)  O'Hara too.", at: Clock.now}]},
      coach_id: nil)
    privacy.erase(one)
    assert_equal "Ann does well, somebody too.", db[:notes].where(student_id: two).get(:text)
  end

  def test_what_plans_say_is_given
    card = new_card[:id]
    programme = Store::Programmes.new(db, club).add(id: uuid, name: "Spring", group_id: @group,
      template_id: card, settings: {})
    Store::Programmes.new(db, club).keep(programme[:id], id: uuid, revision: 1, planned_on: Clock.today,
      plan: {classes: [{places: [{said: [{student_id: @student, rate: 0.5}]}]}]})
    assert_equal [[{"rate" => 0.5, "where" => "classes/0/places/0/said/0"}]],
      privacy.on_file(@student)[:plans].map { |plan| plan[:said] }
    assert_empty privacy.on_file(@other)[:plans]
  end

  # Tables in which a text stands anywhere.
  def found(text) =
    Store::Database.tables(db).select { |table|
      !db[Sequel.as(table, :t)].where(Sequel.lit("t::text ILIKE ?", "%#{text}%")).empty?
    }

  def test_another_club_can_neither_read_nor_erase
    other = Store::Privacy.new(db, new_club("Other"))
    assert_raises(Store::Missing) { other.on_file(@student) }
    assert_raises(Store::Missing) { other.erase(@student) }
    assert_equal 1, db[:students].where(id: @student).count
  end

  def test_reading_again_within_minutes_is_one_reading
    3.times { audit.note(@student, "read the notes of holds") }
    audit(1).note(@student, "read the notes of holds")
    audit.note(@other, "read the notes of holds")
    assert_equal [["Coach 1", "read the notes of holds"], ["Coach 0", "read the notes of holds"]],
      audit.of(@student).map { |row| row.values_at(:by, :did) }
    db[:health_audit].update(at: Clock.now - 3600)
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
