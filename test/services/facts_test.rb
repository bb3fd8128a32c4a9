require "support/services"

# What devices tell, taken in: all or none, with what follows from it.
class FactsTest < ServiceTest
  def take(row, role: "coach", **facts) = Services::Floor::Facts.new(as(role), row[:id]).take(facts)

  def mark(**facts)
    {id: uuid, student_id: @ann, combination_id: @two, rung: "count", on: Clock.today, attempted: 5, clean: 5,
     at: Clock.now, **facts}
  end

  def effort(estimated, value, at: Clock.now)
    {id: uuid, student_id: @ann, on: Clock.today, effort: value, minutes: 60, estimated: estimated, at: at}
  end

  def test_what_is_wrong_is_named_with_its_place_and_nothing_is_kept
    cases = {
      {marks: [mark, mark(clean: 6)]} => "marks/1/attempted|marks/1/clean",
      {efforts: [effort(false, 11)]} => "efforts/0/effort",
      {notes: [{id: uuid, student_id: nil, text: "From the moon", at: Clock.now + 3 * 86_400}]} => "notes/0/at",
      {recordings: [{id: uuid, student_id: @ann, round: 0, kind: "heart", samples: [[-1, 80]], at: Clock.now}]} =>
        "recordings/0/samples"
    }
    cases.each do |facts, paths|
      row = opened
      error = assert_raises(Core::InvalidInput) { take(row, **facts) }
      assert_includes paths.split("|"), error.path
      assert_empty Store::Facts.new(db, club).of(row[:id]).values.flatten
    end
  end

  def test_a_knock_to_the_head_holds_back_from_its_day
    take(opened, knocks: [{id: uuid, student_id: @ann, matter: "head knock", text: "", at: Clock.now - 3 * 86_400},
      {id: uuid, student_id: @bo, matter: "elbow", text: "", at: Clock.now}])
    held = as.care.holds(Clock.today, [@ann, @bo])
    assert_equal [@ann], held.keys
    assert_equal [["contact", "hard effort"]], held[@ann].map(&:blocks)
  end

  # [what is said, in order] → the effort that counts
  def test_of_what_is_said_of_one_student_one_effort_counts
    now = Clock.now
    {
      [[true, 5, now], [false, 7, now - 60]] => 7.0, # their own word, though the estimate came later
      [[false, 4, now - 60], [false, 6, now]] => 6.0, # the later of two of their own
      [[true, 4, now], [true, 6, now - 60]] => 4.0
    }.each do |said, counts|
      row = opened
      said.each { |estimated, value, at| take(row, efforts: [effort(estimated, value, at: at)]) }
      kept = db[:efforts].where(class_id: row[:id], taken_back_at: nil).select_map(:effort)
      assert_equal [counts], kept.map(&:to_f), said.inspect
    end
  end

  def test_a_guest_becomes_a_visitor_of_the_group
    guest = uuid
    take(opened, guests: [{id: guest, name: " Dunja ", stance: "southpaw"}],
      attendances: [{id: uuid, student_id: guest, at: Clock.now}])
    row = as.people.student(guest)
    assert_equal ["Dunja", @group, nil], row.values_at(:name, :group_id, :member_since)
    empty = new_club("Without a group")
    held = new_class(empty)
    club = Services::Club.new(db, empty, {id: nil, role: "coach"})
    error = assert_raises(Store::Conflict) {
      Services::Floor::Facts.new(club, held[:id]).take({guests: [{id: uuid, name: "X", stance: "orthodox"}]})
    }
    assert_equal "guests", error.path
  end

  def test_what_comes_after_the_end_changes_what_the_class_added_up_to
    row = opened
    rang = {id: uuid, round: 1, title: "Two", combination_id: @two, worked_s: 180, outcome: "done", device: nil,
            at: Clock.now}
    as.classes.close(row[:id], Clock.now)
    assert_equal 1, take(row, round_runs: [rang])
    kept = db[:class_works].where(class_id: row[:id]).get(:rounds).to_a
    assert_equal [[1, 180]], kept.map { |round| round.to_h.values_at("index", "seconds") }
    assert_equal 0, take(row, round_runs: [rang]), "sent twice it is stored once"
  end
end
