require "support/api"

class FloorAndBookApiTest < ApiTest
  def setup
    super
    @group = new_group
    @student = new_student(group: @group, name: "Pia")
    @drill = new_combination(text: "1-2-3b-2")
    @card = new_card(rounds: [round(combination_id: @drill[:id], rung: "count"), round(title: "Rope")])
    @class_id = uuid
    call(:post, "/api/floor/classes", id: @class_id, card_id: @card[:id], group_id: @group)
  end

  def today = Store::People.new(db, club).today.iso8601

  def mark(**facts) =
    {id: uuid, student_id: @student, combination_id: @drill[:id], rung: "count", on: today, attempted: 10, clean: 8,
     at: Clock.now.utc.iso8601}.merge(facts)

  def effort(**facts) =
    {id: uuid, student_id: @student, on: today, effort: 7, minutes: 60, estimated: false,
     at: Clock.now.utc.iso8601}.merge(facts)

  def record(**facts) = call(:post, "/api/floor/classes/#{@class_id}/facts", **facts)

  def test_opening_a_class_gives_all_the_floor_needs
    assert_equal 201, status
    assert_equal %w[work rest work], answer[:segments].map { |segment| segment[:kind] }
    assert_equal [@drill[:id].to_sym], answer[:combinations].keys
    assert_equal ["Pia"], answer[:students].map { |student| student[:name] }
    call(:post, "/api/floor/classes", id: @class_id, card_id: @card[:id], group_id: @group)
    assert_equal 1, call(:get, "/api/floor/classes").count { |row| row[:id] == @class_id }
  end

  def test_from_the_floor_to_the_book
    record(attendances: [{id: uuid, student_id: @student, at: Clock.now.utc.iso8601}], marks: [mark, mark(clean: 9)],
      efforts: [effort])
    assert_equal 4, answer[:new]
    page = call(:get, "/api/book/students/#{@student}")
    assert_equal 420, page[:days].last[:load]
    mastery = page[:masteries].first
    assert_equal [17, 20, "count", "learning"], mastery.values_at(:clean, :attempted, :rung, :state)
    assert_in_delta 18.0 / 22, mastery[:score], 1e-9
    squad = call(:get, "/api/book/squad")
    assert_equal [420, ["count"]],
      squad[:students].first.then { |row| [row[:week_load], row[:knots].map { |knot| knot[:rung] }] }
    assert_equal 420, call(:get, "/api/weeks").sum { |week| week[:load] }
  end

  def test_sent_twice_it_is_stored_once_and_taken_back_it_does_not_count
    facts = {marks: [mark]}
    record(**facts)
    record(**facts)
    assert_equal 0, answer[:new]
    record(taken_back: [facts[:marks].first[:id]])
    assert_empty call(:get, "/api/book/students/#{@student}")[:masteries]
  end

  def test_the_student_s_own_effort_comes_before_the_coach_s_estimate
    record(efforts: [effort(effort: 5, estimated: true)])
    record(efforts: [effort(effort: 7)])
    assert_equal [[7.0, false]],
      call(:get, "/api/book/students/#{@student}")[:efforts].map { |told| told.values_at(:effort, :estimated) }
    record(efforts: [effort(effort: 3, estimated: true)])
    assert_equal 420.0, call(:get, "/api/book/students/#{@student}")[:days].last[:load],
      "an estimate that comes later changes nothing"
    assert_equal 3, db[:efforts].where(student_id: @student).count, "all stay on record"
  end

  def test_a_change_of_time_zone_moves_no_day_that_is_on_record
    record(efforts: [effort])
    before = call(:get, "/api/book/students/#{@student}")[:efforts]
    db[:clubs].where(id: club).update(time_zone: "Pacific/Auckland")
    assert_equal before, call(:get, "/api/book/students/#{@student}")[:efforts]
  end

  def test_ending
    {"2099-01-01T10:00:00Z" => 422, "2020-01-01T10:00:00Z" => 422}.each do |at, code|
      call(:put, "/api/floor/classes/#{@class_id}/ended", ended_at: at)
      assert_refused code, path: "ended_at"
    end
    now = Clock.now.iso8601
    call(:put, "/api/floor/classes/#{@class_id}/ended", ended_at: now)
    assert_equal now, answer[:ended_at]
    call(:put, "/api/floor/classes/#{uuid}/ended", ended_at: "2026-01-01T10:00:00Z")
    assert_refused 404
  end

  def test_impossible_facts_are_refused_and_none_is_stored
    {
      {efforts: [effort, effort(effort: 10.5)]} => [400, "efforts/1/effort"],
      {efforts: [effort(effort: -1)]} => [400, "efforts/0/effort"],
      {efforts: [effort(minutes: 361)]} => [400, "efforts/0/minutes"],
      {marks: [mark, mark(clean: 11)]} => [422, "marks/1/clean"],
      {marks: [mark(attempted: 0)]} => [400, "marks/0/attempted"],
      {marks: [mark(rung: "moon")]} => [400, "marks/0/rung"], {marks: [mark(on: "yesterday")]} => [400, "marks/0/on"],
      {colour: []} => [400, "colour"]
    }.each do |facts, (code, path)|
      record(**facts)
      assert_refused code, path: path
    end
    record(marks: [mark, mark(student_id: uuid)])
    assert_refused 409, says: /not in your club/
    assert_equal [0, 0], [db[:marks].where(club_id: club).count, db[:efforts].where(club_id: club).count]
  end

  def test_a_large_club_is_shown_a_group_at_a_time
    other = new_group(name: "A second group")
    JauntyBell::Api::Book::WHOLE.times { |i| new_student(group: other, name: "Student #{i}") }
    squad = call(:get, "/api/book/squad")
    assert_equal [other, JauntyBell::Api::Book::WHOLE], [squad[:group_id], squad[:students].size]
    squad = call(:get, "/api/book/squad?group=#{@group}")
    assert_equal [@group, ["Pia"]], [squad[:group_id], squad[:students].map { |student| student[:name] }]
  end

  def test_a_student_nobody_knows
    call(:get, "/api/book/students/#{uuid}")
    assert_refused 404
    call(:get, "/api/book/students/nobody")
    assert_refused 400
  end
end
