require "support/database"

# Days on which the club is closed, and what follows of them.
class ClosuresTest < StoreTest
  MONDAY = Date.new(2026, 12, 21)

  def closures = @closures ||= Store::Closures.new(db, club)

  def classes = Store::Classes.new(db, club)

  def add(from, to = from, name: "Midwinter", id: uuid) = closures.add(id: id, name: name, from: from, to: to)

  # One on Thursday and the next two.
  def three
    ids = Array.new(3) { uuid }
    classes.schedule(ids, at: "2026-12-24T18:30", card_id: nil, group_id: nil, coach_id: nil, room: nil,
      title: "Thursday", minutes: 60)
    ids
  end

  def on?(ids) = ids.map { |id| classes.find(id)[:cancelled_at].nil? }

  def test_classes_are_called_off_and_on_again
    ids, id = three, uuid
    revisions = ids.map { |each| classes.find(each)[:revision] }
    add(MONDAY + 3, MONDAY + 10, id: id)
    assert_equal [false, false, true], on?(ids)
    assert_equal [1, 1, 0], ids.zip(revisions).map { |each, was|
      classes.find(each)[:revision] - was
    }, "calendar files hear of it"
    closures.remove(id)
    assert_equal [true, true, true], on?(ids)
  end

  def test_what_a_coach_called_off_stays_off
    ids, id = three, uuid
    classes.cancel(ids.first, cancelled: true)
    add(MONDAY + 3, id: id)
    closures.remove(id)
    assert_equal [false, true, true], on?(ids)
  end

  def test_two_closures_over_one_day
    ids, one, two = three, uuid, uuid
    add(MONDAY + 3, id: one)
    add(MONDAY, MONDAY + 6, id: two, name: "The hall is let")
    closures.remove(one)
    assert_equal [false, true, true], on?(ids)
    closures.remove(two)
    assert_equal [true, true, true], on?(ids)
  end

  def test_what_is_put_on_a_closed_day_later
    add(MONDAY + 10)
    ids = three
    assert_equal [true, false, true], on?(ids)
    refused = assert_raises(Store::Conflict) { classes.cancel(ids[1], cancelled: false) }
    assert_equal "The club is closed that day (Midwinter): take the closure back first.", refused.message
    classes.change(ids[0], at: "2026-12-31T18:30")
    assert_equal [false, false, true], on?(ids)
    classes.change(ids[0], at: "2026-12-30T18:30")
    assert_equal [true, false, true], on?(ids), "moved off it, it is on again"
  end

  def test_what_took_place_stays
    ids = three
    classes.close(ids.first, Time.utc(2026, 12, 24, 20))
    add(MONDAY + 3)
    assert_equal [true, true, true], on?(ids)
  end

  def test_days
    add(MONDAY, MONDAY + 2)
    add(MONDAY + 2, MONDAY + 3)
    add(MONDAY + 40)
    assert_equal (MONDAY + 1..MONDAY + 3).to_a, closures.days(MONDAY + 1, MONDAY + 20)
    assert_empty closures.days(MONDAY - 9, MONDAY - 1)
  end

  def test_what_cannot_be
    id = uuid
    2.times { add(MONDAY, id: id) }
    assert_equal 1, closures.all.size
    assert_raises(JauntyBell::Core::InvalidInput) { add(MONDAY, MONDAY - 1) }
    assert_raises(JauntyBell::Core::InvalidInput) { add(MONDAY, MONDAY + 200) }
    assert_raises(Store::Missing) { closures.remove(uuid) }
    assert_raises(Store::Missing) { Store::Closures.new(db, new_club).remove(id) }
  end
end
