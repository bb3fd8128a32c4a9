require "support/database"

class CalendarStoreTest < StoreTest
  def schedule(weeks: 1, at: "2026-03-24T18:30", **facts)
    classes.schedule(Array.new(weeks) { uuid }, at: at, card_id: nil, group_id: nil, coach_id: nil, room: "Hall",
      title: "Class", minutes: 60, **facts)
  end

  # The clocks of London go forward on 29 March 2026: 18:30 stays 18:30 on the wall.
  def test_every_week_at_the_same_time_by_the_clock_on_the_wall
    rows = schedule(weeks: 2)
    assert_equal [Time.utc(2026, 3, 24, 18, 30), Time.utc(2026, 3, 31, 17, 30)], rows.map { |row| row[:starts_at] }
    assert_equal [rows[0][:id]] * 2, rows.map { |row| row[:series_id] }
    assert_nil schedule.first[:series_id]
  end

  def test_one_class_or_the_rest_of_its_series_is_moved
    first, second, third = schedule(weeks: 3)
    classes.change(second[:id], at: "2026-03-31T19:00", room: "Yard")
    assert_equal [Time.utc(2026, 3, 31, 18), "Yard", 1],
      classes.find(second[:id]).values_at(:starts_at, :room, :revision)
    assert_equal 0, classes.find(third[:id])[:revision]
    classes.change(second[:id], following: true, at: "2026-04-01T19:00")
    assert_equal [Time.utc(2026, 3, 24, 18, 30), Time.utc(2026, 4, 1, 18), Time.utc(2026, 4, 8, 17, 30)],
      [first, second, third].map { |row| classes.find(row[:id])[:starts_at] }
  end

  def test_called_off_and_on_again
    first, second = schedule(weeks: 2)
    classes.cancel(first[:id], cancelled: true)
    assert_equal [false, true], [first, second].map { |row| classes.find(row[:id])[:cancelled_at].nil? }
    classes.cancel(first[:id], cancelled: false, following: true)
    assert_equal [[true, 2], [true, 1]],
      [first, second].map { |row| classes.find(row[:id]).then { |now| [now[:cancelled_at].nil?, now[:revision]] } }
  end

  def test_what_has_been_held_stays_as_it_is
    held = new_class
    classes.close(held[:id], Clock.now)
    assert_raises(Store::Conflict) { classes.change(held[:id], room: "Yard") }
    assert_raises(Store::Conflict) { classes.cancel(held[:id], cancelled: true) }
    assert_raises(Store::Missing) { classes.cancel(uuid, cancelled: true) }
  end

  def test_a_cancelled_class_is_not_the_next
    soon = classes.open(id: uuid, card_id: nil, group_id: nil, coach_id: nil, title: "Soon", minutes: 60,
      starts_at: Clock.now + 600)
    classes.cancel(soon[:id], cancelled: true)
    assert_nil classes.next_of_group(nil, Clock.now)
  end

  def test_who_is_expected
    group = new_group
    staying, away, guest = new_student(group: group, name: "Ann"), new_student(group: group, name: "Bea"),
      new_student(name: "Cy")
    held = new_class(group: group)
    classes.expect(held[:id], {away => false, guest => true})
    assert_equal [staying, guest], classes.expected_students(held).map { |row| row[:id] }
    assert_equal 2, classes.between(Clock.now - 60, Clock.now + 60).first[:expected]
    classes.expect(held[:id], {away => true})
    assert_equal 3, classes.expected_students(held).size
    assert_raises(Store::Conflict) { classes.expect(held[:id], {uuid => true}) }
  end

  def test_what_a_group_has_met
    group, drilled, marked, other = new_group, new_combination(name: "a"), new_combination(name: "b"),
      new_combination(name: "c")
    student = new_student(group: group)
    held = new_class(group: group)
    tell(held[:id],
      {round_runs: [{id: uuid, round: 0, title: "x", combination_id: drilled[:id], worked_s: 60, outcome: "done",
                     at: Clock.now}],
       marks: [{id: uuid, student_id: student, combination_id: marked[:id], rung: "count", on: Clock.today,
                attempted: 3, clean: 2, at: Clock.now}]}, coach_id: nil)
    assert_equal [drilled[:id], marked[:id]].sort, classes.met(group).sort
    refute_includes classes.met(group), other[:id]
  end

  def test_holds_of_a_day
    student = new_student
    care = Store::Care.new(db, club)
    hold = care.add(id: uuid, student_id: student, matter: "elbow", blocks: ["right hand"], from: Date.new(2026, 3, 1),
      to: Date.new(2026, 3, 5), note: " sore ")
    assert_equal "sore", hold[:note]
    assert_equal [0, 1, 1, 0],
      [Date.new(2026, 2, 28), Date.new(2026, 3, 1), Date.new(2026, 3, 5), Date.new(2026, 3, 6)]
        .map { |day| care.on(day, [student]).size }
    assert_equal Date.new(2026, 3, 2), care.end_on(hold, Date.new(2026, 3, 2))[:to]
    assert_empty care.on(Date.new(2026, 3, 2), [student])
    assert_equal 1, care.of(student).size, "it is kept"
    assert_raises(Store::Conflict) do
      care.add(id: uuid, student_id: uuid, matter: "elbow", blocks: ["all"], from: Clock.today, to: nil, note: "")
    end
    assert_raises(Core::InvalidInput) do
      care.add(id: uuid, student_id: student, matter: "gloom", blocks: ["all"], from: Clock.today, to: nil, note: "")
    end
  end

  Core = JauntyBell::Core
end
