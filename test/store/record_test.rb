require "support/database"

# The record of a student, put right with a trace; who was there for what; who is erased.
class RecordTest < StoreTest
  def setup
    super
    @group = new_group
    @student = new_student(group: @group, name: "Ann")
    @account = new_place
    @drill = new_combination
  end

  def record(student = @student) = Store::Record.new(db, club, student, account_id: @account)

  def effort(**facts) = record.add_effort(id: uuid, on: Clock.today, effort: 5, minutes: 60, **facts)

  def test_what_does_not_change_leaves_no_trace
    id = effort
    record.correct("efforts", id, {effort: 5, minutes: 60, on: Clock.today}, reason: "nothing")
    assert_empty record.corrections
    record.correct("efforts", id, {effort: 6.5, minutes: 60, on: Clock.today - 1}, reason: "misheard")
    trace = record.corrections.first
    assert_equal [5.0, 6.5, Clock.today.iso8601, (Clock.today - 1).iso8601, "Coach C"],
      [trace[:before]["effort"], trace[:after]["effort"], trace[:before]["on"], trace[:after]["on"], trace[:by]]
  end

  def test_taken_back_twice_is_told_once
    id = effort
    2.times { record.take_back("efforts", id, reason: "twice") }
    assert_equal 1, record.corrections.size
    assert_empty Store::Book.new(db, club).sessions(students: @student)[@student]
  end

  def test_what_was_taken_back_can_be_had_again
    id = effort
    record.take_back("efforts", id, reason: "x")
    record.give_back("efforts", id, reason: "taken back by mistake")
    record.give_back("efforts", id, reason: "twice")
    assert_equal ["taken back by mistake", "x"], record.corrections.map { |row| row[:reason] }.sort
    assert_equal 1, Store::Book.new(db, club).sessions(students: @student)[@student].size
  end

  def test_nobody_else_s_fact_can_be_put_right
    id = effort
    other = new_student(group: @group, name: "Bo")
    assert_raises(Store::Missing) do
      record(other).correct("efforts", id, {effort: 9, minutes: 1, on: Clock.today}, reason: "x")
    end
    assert_raises(Store::Missing) do
      Store::Record.new(db, new_club("Other"), @student, account_id: nil).take_back("efforts", id, reason: "x")
    end
    assert_equal 5, db[:efforts].where(id: id).get(:effort).to_i
  end

  def test_a_mark_put_right_is_judged_again_at_once
    held = new_class(group: @group)[:id]
    marks = [3, 1].map do |ago|
      {id: uuid, student_id: @student, combination_id: @drill[:id], rung: "count", on: Clock.today - ago,
       attempted: 20, clean: 20, at: Clock.now}
    end
    tell(held, {marks: marks}, coach_id: @account)
    state = -> { Store::Masteries.of(db, club).on(Clock.today, students: [@student])[@student].values.map(&:state) }
    assert_equal [:owned], state.call
    record.correct("marks", marks.last[:id], {clean: 2}, reason: "x")
    assert_equal [:learning], state.call
    record.take_back("marks", marks.first[:id], reason: "x")
    record.take_back("marks", marks.last[:id], reason: "x")
    assert_empty state.call
  end
end
