require "support/database"

# The repositories against a real PostgreSQL.
class StoresTest < StoreTest
  def test_a_combination_is_kept_as_meaning_and_comes_back_equal
    row = new_combination(text: "feint 1-(2-3b)x2-[1]-slip rear-rear kick around")
    assert_equal Notation.read("feint 1-(2-3b)x2-[1]-slip rear-rear kick around"),
      combinations.meanings([row[:id]])[row[:id]]
    refute_includes row[:meaning].to_s, "3b"
  end

  def test_names_are_once_on_the_shelf_but_free_when_archived
    first = new_combination(name: "Two")
    assert_equal "name", assert_raises(Store::Conflict) { new_combination(name: "Two") }.path
    combinations.archive(first[:id], version: 1, archived: true)
    new_combination(name: "Two")
    assert_raises(Store::Conflict) { combinations.archive(first[:id], version: 2, archived: false) }
    assert_equal "Two 2", combinations.free_name("Two")
  end

  def test_an_edit_of_an_old_version_is_refused_with_the_row_as_it_stands
    row = new_combination
    changed = combinations.change(row[:id], version: 1, name: "Three", combination: Notation.read("1-2-3"))
    assert_equal 2, changed[:version]
    stale = assert_raises(Store::Stale) do
      combinations.change(row[:id], version: 1, name: "Mine", combination: Notation.read("1"))
    end
    assert_equal ["Three", 2], stale.current.values_at(:name, :version)
    assert_equal "Three", combinations.find(row[:id])[:name]
  end

  def test_what_is_not_there_is_missing
    assert_raises(Store::Missing) { combinations.find(uuid) }
    assert_raises(Store::Missing) { combinations.change(uuid, version: 1, name: "x", combination: Notation.read("1")) }
    assert_raises(Store::Missing) { cards.find(uuid) }
    assert_raises(Store::Missing) { classes.find(uuid) }
    assert_raises(Store::Missing) { Store::People.new(db, club).student(uuid) }
  end

  def test_facts_sent_twice_are_stored_once
    student, other, drill, held = new_student, new_student(name: "Other"), new_combination, new_class
    of = {id: uuid, student_id: student, at: Clock.now}
    facts = {attendances: [of], departures: [of], pairings: [{id: uuid, student_ids: [student, other], at: Clock.now}],
             efforts: [of.merge(on: Clock.today, effort: 7, minutes: 60, estimated: false)],
             round_runs: [{id: uuid, round: 0, title: "Bag", combination_id: nil, worked_s: 180, outcome: "done",
                           at: Clock.now}], calls: [{id: uuid, round: 0, combination_id: drill[:id], at: Clock.now}],
             marks: [of.merge(combination_id: drill[:id], rung: "count", on: Clock.today, attempted: 10, clean: 8,
               broke_at: 0)], notes: [of.merge(student_id: nil, text: "Good evening")],
             knocks: [of.merge(matter: "head knock", text: "")],
             recordings: [of.merge(round: 0, kind: "strikes", samples: [[100, "left", 12.5]])],
             bells: [{id: uuid, running: true, at: Clock.now}], tallies: [of.merge(round: 3)]}
    assert_equal facts.size, tell(held[:id], facts, coach_id: nil)
    assert_equal 0, tell(held[:id], facts, coach_id: nil)
    assert_equal [1] * 11, Store::Facts.new(db, club).of(held[:id]).values.map(&:size)
    assert_equal [["all"], ["contact", "hard effort"]], db[:holds].order(:to).select_map(:blocks).map(&:to_a)
  end

  def test_facts_are_stored_all_or_none
    student, held = new_student, new_class
    good = {id: uuid, student_id: student, at: Clock.now}
    assert_raises(Store::Conflict) do
      tell(held[:id], {attendances: [good, {id: uuid, student_id: uuid, at: Clock.now}]}, coach_id: nil)
    end
    assert_empty Store::Facts.new(db, club).of(held[:id])[:attendances]
    assert_raises(Store::Missing) { tell(uuid, {attendances: [good]}, coach_id: nil) }
  end

  def test_marks_taken_back_stay_on_record_but_do_not_count
    student, drill, held = new_student, new_combination, new_class
    mark = {id: uuid, student_id: student, combination_id: drill[:id], rung: "count", on: Clock.today, attempted: 10,
            clean: 8, at: Clock.now}
    tell(held[:id], {marks: [mark]}, coach_id: nil)
    known = -> { Store::Masteries.of(db, club).on(Clock.today, students: [student])[student] }
    assert_equal [10, 8], known.call[[drill[:id], "count"]].then { |mastery| [mastery.attempted, mastery.cleaned] }
    tell(held[:id], {taken_back: [mark[:id]]}, coach_id: nil)
    assert_empty known.call
    assert_equal 1, Store::Facts.new(db, club).of(held[:id])[:marks].size
  end

  def test_marks_and_efforts_of_one_day_add_up
    student, drill, held = new_student, new_combination, new_class
    marks = Array.new(3) do
      {id: uuid, student_id: student, combination_id: drill[:id], rung: "count", on: Clock.today, attempted: 5,
       clean: 4, at: Clock.now}
    end
    efforts = [6, 7.5].map do |effort|
      {id: uuid, student_id: student, on: Clock.today, effort: effort, minutes: 60, estimated: false, at: Clock.now}
    end
    tell(held[:id], {marks: marks, efforts: efforts.first(1)}, coach_id: nil)
    tell(new_class[:id], {efforts: efforts.last(1)}, coach_id: nil)
    assert_equal [[15, 12, 1]],
      Store::Masteries.of(db, club).on(Clock.today, students: [student])[student].values
        .map { |mastery| [mastery.attempted, mastery.cleaned, mastery.days_marked] }
    sessions = JauntyBell::Core::Book::Sessions.new(Store::Book.new(db, club).sessions(students: student)[student])
    assert_equal({Clock.today => 810.0}, sessions.loads)
  end

  def test_ending_a_class_twice_changes_nothing
    held = new_class
    first = classes.close(held[:id], Time.at(1_000_000))
    assert_equal first[:ended_at], classes.close(held[:id], Time.at(2_000_000))[:ended_at]
  end

  def test_the_next_class_is_the_first_that_has_not_ended
    group = new_group
    later = classes.open(id: uuid, card_id: nil, group_id: group, coach_id: nil, title: "Later", minutes: 60,
      starts_at: Clock.now + 7200)
    soon = classes.open(id: uuid, card_id: nil, group_id: group, coach_id: nil, title: "Soon", minutes: 60,
      starts_at: Clock.now + 600)
    assert_equal "Soon", classes.next_of_group(nil, Clock.now)[:title]
    classes.close(soon[:id], Clock.now)
    assert_equal later[:id], classes.next_of_group(nil, Clock.now)[:id]
  end

  def test_a_day_is_the_club_s_day
    late = Time.utc(2026, 7, 1, 23, 30) # half past midnight of the 2nd in London
    classes.open(id: uuid, card_id: nil, group_id: nil, coach_id: nil, title: "Late", minutes: 60, starts_at: late)
    assert_equal Date.new(2026, 7, 2), classes.between(late - 60, late + 60).first[:on]
  end
end
