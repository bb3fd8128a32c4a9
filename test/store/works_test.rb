require "support/database"
require "jaunty_bell/files"

# What each student did of a class: all of it, from when they came, until they left, in a trio.
class WorksTest < StoreTest
  Work = JauntyBell::Core::Book::ClassWork
  Seat = Work::Seat
  BEGAN = Time.utc(2026, 6, 1, 18)

  def setup
    super
    @group = new_group
    @held = classes.open(id: uuid, card_id: nil, group_id: @group, coach_id: nil, title: "Evening", minutes: 60,
      starts_at: BEGAN)[:id]
    works.keep(@held, Array.new(3) { |i| round(i) })
    tell(@held,
      {round_runs: Array.new(3) { |i|
        {id: uuid, round: i, title: "Round #{i}", combination_id: nil, worked_s: 180,
         outcome: (i == 2) ? "cut" : "done", at: BEGAN + 600 * (i + 1)}
      }}, coach_id: nil)
  end

  def works = Store::Works.new(db, club)

  def seat(strikes, left) =
    Seat.new(strikes: strikes, impacts: 5.0, striking: 90.0, holding: 90.0,
      hand: {"left" => left, "right" => strikes - left}, leg: {}, limb: {}, level: {"head" => strikes},
      technique: {"jab" => strikes})

  def round(index) =
    Work::Round.new(index: index, title: "Round #{index}", seconds: 180, intensity: %w[light medium hard][index],
      contact: index == 2, head: index == 2, shared: true, pair: seat(100.0, 70.0), trio: seat(60.0, 42.0))

  def there(came: 0, left: nil, **facts)
    new_student(group: @group, name: uuid, **facts).tap do |id|
      tell(@held, {attendances: [{id: uuid, student_id: id, at: BEGAN + came}],
        departures: left ? [{id: uuid, student_id: id, at: BEGAN + left}] : []}, coach_id: nil)
    end
  end

  def tally(id) = works.of_student(db[:students].first(id: id), since: Date.new(2026, 5, 1)).first.last

  # Rounds rang from 420 to 600, 1,020 to 1,200 and 1,620 to 1,800 s: 100 strikes each, of a part of it as much as that
  # part.
  def test_for_what_rang_while_they_were_there
    {{} => 300, {came: 700} => 200, {came: 1_710} => 50, {left: 1_250} => 200, {left: 1_110} => 150, {left: 300} => 0,
     {came: 510, left: 1_110} => 100}.each do |when_there, strikes|
      assert_in_delta strikes, tally(there(**when_there)).strikes, 1e-6, when_there.inspect
    end
  end

  def paired(*ids, at: 0) = tell(@held, {pairings: [{id: uuid, student_ids: ids, at: BEGAN + at}]}, coach_id: nil)

  def test_of_a_trio_a_trio_s_share_from_when_it_was_made
    one, two, three, four = Array.new(4) { there }
    paired one, two, three
    assert_equal [180.0, 180.0, 300.0], [one, three, four].map { |id| tally(id).strikes }
    paired one, four, at: 900
    assert_equal 60.0 + 200.0, tally(one).strikes, "one round as a trio, two as a pair"
  end

  def test_impacts_are_of_what_the_partner_was_there_for
    one, two = there, there(left: 510)
    paired one, two
    assert_in_delta 15, tally(there).impacts, 1e-6
    assert_in_delta 2.5, tally(one).impacts, 1e-6, "half of the first round's five"
    assert_in_delta 300, tally(one).strikes, 1e-6
  end

  def partners =
    db[:partners].select_map(%i[one_id two_id seconds]).map { |one, two, seconds| [[one, two].sort, seconds] }.to_h

  def test_partners_are_those_with_whom_a_shared_round_rang
    one, two, three, late = there, there(left: 1_250), there(left: 430), there(came: 2_000)
    paired one, two
    paired three, late
    works.keep(@held, Array.new(3) { |i| round(i) })
    assert_equal({[one, two].sort => 360}, partners,
      "the third left ten seconds into the first round, the fourth came after the last bell")
    paired one, three, at: 5
    works.keep(@held, Array.new(3) { |i| round(i) })
    assert_empty partners, "paired anew before the first round: ten seconds are no round together"
    works.keep(@held, Array.new(3) { |i| round(i).but(shared: false) })
    assert_empty partners
  end

  def test_left_and_right_by_the_stance
    southpaw = there
    db[:students].where(id: southpaw).update(stance: "southpaw")
    assert_in_delta 0.7, tally(there).left(:hand), 1e-9
    assert_in_delta 0.3, tally(southpaw).left(:hand), 1e-9
  end

  def test_rounds_by_intensity_and_in_reach
    whole = tally(there)
    assert_equal [1, 1, 1, 0, 1, 1], [*whole.rounds.values_at("light", "medium", "hard", "touch"),
      whole.contact, whole.head]
    assert_equal [0, 0], tally(there(left: 1250)).then { |part| [part.contact, part.head] }
  end

  def test_only_since_the_day_that_is_asked_for
    id = there
    assert_empty works.of_student(db[:students].first(id: id), since: Date.new(2026, 6, 2))
    assert_equal [Date.new(2026, 6, 1), @held],
      works.of_student(db[:students].first(id: id), since: Date.new(2026, 6, 1)).first.first(2)
  end

  def test_worked_seconds_are_those_that_rang
    tell(@held,
      {round_runs: [{id: uuid, round: 3, title: "Skipped", combination_id: nil, worked_s: 9, outcome: "skipped",
                     at: BEGAN + 2400}, {id: uuid, round: 0, title: "Again", combination_id: nil, worked_s: 60,
                                         outcome: "done", at: BEGAN + 2500}]}, coach_id: nil)
    assert_equal({0 => 240, 1 => 180, 2 => 180, 3 => 9}, works.worked(@held))
  end
end
