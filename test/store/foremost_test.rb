require "support/database"

# What comes first of what is worth a word, as it is kept: whatever changes what it comes from has it worked out again.
class ForemostTest < StoreTest
  Foremost = Store::Foremost
  DAY = Date.new(2026, 5, 4)

  # Changes are told by what is committed: here they stay.
  def database = TestDatabase.open("jaunty_foremost")

  def undone = yield

  def setup
    super
    @group = new_group
    @ann, @bo = %w[Ann Bo].map { |name| new_student(group: @group, name: name) }
    @effort, @hold, @pause = uuid, uuid, uuid
    @class = new_class[:id]
    {efforts: {id: @effort, student_id: @ann, effort: 5, minutes: 60, on: DAY, at: Time.now},
     attendances: {id: uuid, class_id: @class, student_id: @ann, at: Time.now},
     holds: {id: @hold, student_id: @ann, matter: "a cut", blocks: Sequel.pg_array(["contact"], :text), from: DAY,
             at: Time.now},
     pauses: {id: @pause, student_id: @ann, from: DAY - 90, to: DAY - 80}}
      .each { |table, row| db[table].insert(club_id: club, **row) }
    @combination = new_combination[:id]
    master(@ann)
    work_out
  end

  # [ids that are worked out], each found to be "rough".
  def work_out(ids = [@ann, @bo], day: DAY, of: Foremost.new(db, club))
    worked = []
    found = of.of(ids, day) do |missing|
      worked = missing.to_a
      yield if block_given?
      worked.to_h { |id| [id, :rough] }
    end
    assert_equal ids.to_h { |id| [id, :rough] }, found
    worked
  end

  def master(student)
    db[:marks].insert(club_id: club, id: uuid, student_id: student, combination_id: @combination, rung: "count",
      on: DAY, attempted: 5, clean: 5, at: Time.now)
    Store::Masteries.of(db, club).rewrite([student])
  end

  def row(table, **key) = db[table].where(club_id: club, **key)

  def test_it_is_kept_for_a_day
    assert_empty work_out
    assert_equal [@ann, @bo], work_out(day: DAY + 1), "another day is another matter"
    assert_empty work_out([@ann], day: DAY + 1)
    assert_equal [@ann, @bo], work_out(of: Foremost.new(db, club)), "only the last day is kept"
  end

  CHANGES = {
    "an effort" => -> { row(:efforts, id: @effort).update(effort: 8) },
    "an effort that is taken back" => -> { row(:efforts, id: @effort).update(taken_back_at: Time.now) },
    "an effort that goes" => -> { row(:efforts, id: @effort).delete },
    "a class they came to" => -> { row(:attendances, student_id: @ann).update(taken_back_at: Time.now) },
    "marks" => -> { master(@ann) },
    "a hold" => -> { row(:holds, id: @hold).update(to: DAY) },
    "a pause" => -> { row(:pauses, id: @pause).update(to: nil) },
    "a pause that goes" => -> { row(:pauses, id: @pause).delete },
    "a guardian" => -> { row(:students, id: @ann).update(guardian: "Her father") },
    "the end of a class" => -> { row(:classes, id: @class).update(ended_at: Time.now) },
    "another time for a class" => -> { row(:classes, id: @class).update(starts_at: Time.now - 86_400) }
  }.freeze

  CHANGES.each do |what, change|
    define_method("test_who_is_touched_by_#{what.tr(" ", "_")}") do
      instance_exec(&change)
      assert_equal [@ann], work_out, what
      assert_empty work_out, "once"
    end
  end

  def test_who_is_touched_where_a_row_becomes_another_student_s
    row(:efforts, id: @effort).update(student_id: @bo)
    assert_equal [@ann, @bo], work_out
  end

  EVERYBODY = {
    "the club's settings" => -> { db[:clubs].where(id: club).update(settings: Sequel.pg_jsonb({"hard_effort" => 6})) },
    "the club's own time" => -> { db[:clubs].where(id: club).update(time_zone: "Asia/Tokyo") },
    "who is a junior" => -> { row(:groups, id: @group).update(juniors: true) }
  }.freeze

  EVERYBODY.each do |what, change|
    define_method("test_everybody_is_touched_by_#{what.tr(" '", "_")}") do
      instance_exec(&change)
      assert_equal [@bo], work_out([@bo]), what
      assert_equal [@ann], work_out, "who was not asked for is still to be worked out"
      assert_empty work_out
    end
  end

  def test_nobody_is_touched_by_the_rest
    row(:classes, id: @class).update(live: Sequel.pg_jsonb({"round" => 2}), title: "Another name")
    row(:groups, id: @group).update(name: "Another name")
    db[:clubs].where(id: club).update(name: "Another name")
    other = new_club("Another club")
    new_student(other)
    assert_empty work_out
  end

  # Whatever is under way while somebody is worked out, from before or from then on, is seen when it is finished.
  def test_a_change_that_is_finished_later
    begun, finish = Queue.new, Queue.new
    writer = Thread.new do
      db.transaction do
        row(:efforts, id: @effort).update(effort: 8)
        begun << true
        finish.pop
      end
    end
    begun.pop
    assert_empty work_out, "not to be seen yet"
    assert_equal [@ann, @bo], work_out(day: DAY + 1)
    finish << true
    writer.join
    assert_equal [@ann], work_out(day: DAY + 1)
  end

  def test_a_change_while_they_are_worked_out
    work_out(day: DAY + 1) { row(:holds, id: @hold).delete }
    assert_equal [@ann], work_out(day: DAY + 1)
  end

  # One who read before a change keeps what they made of it after somebody else has seen to the change.
  def test_an_older_word_does_not_outlive_a_newer_one
    work_out(day: DAY + 1) do
      row(:efforts, id: @effort).update(effort: 9)
      assert_equal [@ann, @bo], work_out(day: DAY + 1)
    end
    assert_equal [@ann], work_out(day: DAY + 1)
  end

  def test_somebody_is_erased_meanwhile
    work_out(day: DAY + 1) { row(:students, id: @bo).delete }
    assert_equal [@ann], work_out([@ann], day: DAY + 1)
    assert_empty row(:foremost, student_id: @bo).all
  end

  def test_old_word_is_put_away
    db[:touched].update(at: Time.now - Foremost::LONGEST + 60)
    Foremost.sweep(db)
    refute_empty row(:touched).all
    db[:touched].update(at: Time.now - Foremost::LONGEST - 60)
    Foremost.sweep(db)
    assert_empty row(:touched).all
  end

  def test_another_program_works_it_out_again
    Foremost.forget(db)
    assert_equal [@ann, @bo], work_out
  end
end
