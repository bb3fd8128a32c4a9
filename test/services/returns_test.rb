require "support/database"

# Holds that end and the staged return: in order, by whom, and never half.
class ReturnsTest < StoreTest
  DAY = Date.new(2026, 6, 30)

  def setup
    super
    @student = new_student
    @account = new_place
  end

  def care(club_id = club) = Store::Care.new(db, club_id, account_id: @account)

  def returns(club_id = club, today: DAY)
    JauntyBell::Services::Care::Returns.new(JauntyBell::Services::Club.new(db, club_id, {id: @account}), today: today)
  end

  def knock(ago) =
    care.add(id: uuid, student_id: @student, matter: "head knock", blocks: ["all"], from: DAY - ago, to: nil,
      note: "at the pads")

  def step(hold, number, ago, symptoms: false, today: DAY) =
    returns(today: today).step(uuid, hold[:id], step: number, on: DAY - ago, symptoms: symptoms)

  def blocks(day) = care.on(day, [@student]).fetch(@student, []).flat_map { |row| row[:blocks].to_a }.uniq.sort

  def test_out_for_the_day_then_from_contact_and_hard_effort_until_it_is_over
    hold = knock(30)
    assert_equal ["all", "contact", "hard effort"], blocks(DAY - 30)
    assert_equal ["contact", "hard effort"], blocks(DAY - 29)
    assert_equal ["contact", "hard effort"], blocks(DAY + 400), "time alone does not lift it"
    4.times { |i| step(hold, i + 1, 20 - 2 * i) }
    returns.clear(hold[:id], by: "Dr Sluice", on: DAY - 2)
    assert_equal ["contact", "hard effort"], blocks(DAY), "nor do steps and clearance, until a coach says so"
    assert_raises(Store::Conflict, "the stand-down is not over") { returns(today: DAY - 12).lift(hold[:id]) }
    returns.lift(hold[:id])
    assert_empty blocks(DAY)
  end

  def test_a_knock_is_not_lifted_before_its_return_is_over_and_other_holds_are
    assert_raises(Store::Missing) { returns.lift(uuid) }
    assert_raises(Store::Conflict) { returns.lift(knock(0)[:id]) }
    elbow = care.add(id: uuid, student_id: @student, matter: "elbow", blocks: ["right hand"], from: DAY - 2,
      to: nil, note: "")
    assert_equal DAY, returns.lift(elbow[:id])[:to]
  end

  def test_a_step_sent_twice_is_one_step
    hold = knock(9)
    id = uuid
    2.times { returns.step(id, hold[:id], step: 1, on: DAY - 7, symptoms: false) }
    assert_equal [[1, DAY - 7, false, "Coach C"]],
      care.steps(hold[:id]).map { |row| row.values_at(:step, :on, :symptoms, :coach) }
  end

  def test_symptoms_send_it_back_and_it_goes_on_from_there
    hold = knock(20)
    step(hold, 1, 18)
    step(hold, 2, 16)
    step(hold, 3, 14, symptoms: true)
    assert_equal 1, returns.of(hold).reached
    assert_raises(JauntyBell::Core::InvalidInput) { step(hold, 3, 12) }
    step(hold, 2, 12)
    assert_equal 2, returns.of(hold).reached
  end

  def test_a_clearance_is_one_clinician_s_and_stays
    hold = knock(9)
    returns.clear(hold[:id], by: " Dr Sluice ", on: DAY - 1)
    assert_equal ["Dr Sluice", "Coach C"], care.clearance(hold[:id]).values_at(:by, :coach)
    assert_raises(Store::Conflict) { returns.clear(hold[:id], by: "Dr Other", on: DAY) }
    assert_equal "Dr Sluice", care.clearance(hold[:id])[:by]
  end

  def test_only_a_knock_that_holds_has_a_return
    elbow = care.add(id: uuid, student_id: @student, matter: "elbow", blocks: ["right hand"], from: DAY - 3,
      to: nil, note: "")
    assert_raises(Store::Conflict) { step(elbow, 1, 1) }
    hold = knock(9)
    returns.mistaken(hold[:id], "it was the other one")
    assert_raises(Store::Conflict) { step(hold, 1, 1) }
    assert_raises(Store::Conflict) { returns.clear(hold[:id], by: "Dr Sluice", on: DAY) }
    assert_raises(Store::Missing) { care.find(uuid) }
  end

  def test_another_club_can_do_nothing_to_it
    hold = knock(30)
    elsewhere = new_club("Other")
    other = returns(elsewhere)
    assert_raises(Store::Missing) { other.lift(hold[:id]) }
    assert_raises(Store::Missing) { other.mistaken(hold[:id], "x") }
    assert_raises(Store::Missing) { other.clear(hold[:id], by: "Dr Nobody", on: DAY) }
    assert_empty care(elsewhere).on(DAY, [@student])
    assert_equal ["contact", "hard effort"], blocks(DAY)
  end
end
