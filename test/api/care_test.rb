require "support/history"

# Holds, the staged return after a knock to the head, and privacy, over HTTP.
class CareApiTest < ApiTest
  include History

  def hold(**facts) =
    call(:post, "/api/care/students/#{@student}/holds", id: uuid, matter: "elbow", blocks: ["right hand"],
      from: today.iso8601, to: nil, note: "sore", **facts)

  def knocked(ago) = hold(matter: "head knock", blocks: ["all"], from: (today - ago).iso8601)

  def step(id, number, ago, symptoms: false) =
    call(:post, "/api/care/holds/#{id}/steps", id: uuid, step: number, on: (today - ago).iso8601, symptoms: symptoms)

  def test_a_knock_is_lifted_by_steps_time_and_a_clinician_only
    id = knocked(25)[:id]
    lift = -> { call(:put, "/api/care/holds/#{id}/lifted", lifted: true) }
    lift.call
    assert_refused 409, says: /step 1 of 4.*clearance/
    4.times { |i| step(id, i + 1, 20 - 2 * i) }
    assert_equal [4, ["a licensed clinician's clearance"]], answer[:return].values_at(:reached, :missing)
    lift.call
    assert_refused 409, says: /Still missing: a licensed clinician's clearance/
    call(:put, "/api/care/holds/#{id}/clearance", by: "Dr Sluice, club doctor", on: (today - 1).iso8601)
    assert_empty answer[:return][:missing]
    assert_equal({by: "Dr Sluice, club doctor", on: (today - 1).iso8601, coach: "A coach"}, answer[:return][:clearance])
    lift.call
    assert_equal [200, false], [status, answer[:on]]
  end

  def test_before_the_stand_down_is_over_nothing_lifts_it
    id = knocked(12)[:id]
    4.times { |i| step(id, i + 1, 9 - i) }
    call(:put, "/api/care/holds/#{id}/clearance", by: "Dr Sluice", on: today.iso8601)
    call(:put, "/api/care/holds/#{id}/lifted", lifted: true)
    assert_refused 409, says: /stand-down of 21 days/
    call(:put, "/api/school/settings", settings: {stand_down: {adults: 10}})
    call(:put, "/api/care/holds/#{id}/lifted", lifted: true)
    assert_equal 200, status, "the club's own minimum"
  end

  def test_juniors_stand_down_longer
    db[:students].where(id: @student).update(born_on: today - 12 * 365)
    assert_equal 28, knocked(2)[:return][:stand_down]
  end

  def test_steps_come_in_order
    id = knocked(9)[:id]
    step(id, 2, 5)
    assert_refused 422, path: "step", says: /Step 1 comes next/
    step(id, 1, -1)
    assert_refused 422, path: "step", says: /on its day or after/
    step(id, 1, 5)
    step(id, 2, 3, symptoms: true)
    assert_equal [0, true], [answer[:return][:reached], answer[:return][:taken].last[:symptoms]]
    call(:put, "/api/care/holds/#{hold[:id]}/clearance", by: "Dr Sluice", on: today.iso8601)
    assert_refused 409, says: /Only a knock to the head/
  end

  def test_while_it_holds_the_floor_and_the_card_know
    knocked(3)
    assert_equal ["contact", "hard effort"],
      call(:get, "/api/floor/classes/#{@held[:id]}")[:students]
        .find { |student| student[:id] == @student }[:blocks].sort
    board = call(:get, "/api/book/board?group=#{@group}")
    assert_equal "hold", board[:students].first[:pointers].first[:kind]
  end

  def test_a_knock_set_by_mistake_is_corrected_with_a_trace
    id = knocked(0)[:id]
    assert_equal 2, db[:holds].where(student_id: @student, lifted_at: nil).count,
      "out for the day, and held from contact"
    call(:put, "/api/care/holds/#{id}/mistaken", reason: "it was the other Pia")
    assert_equal 0, db[:holds].where(student_id: @student, lifted_at: nil).count
    assert_equal [["holds", "it was the other Pia", "A coach"]],
      call(:get, "/api/book/students/#{@student}/corrections").map { |row| row.values_at(:what, :reason, :by) }
    call(:put, "/api/care/holds/#{id}/mistaken", reason: "again")
    assert_refused 409
  end

  def test_who_read_and_who_changed
    hold
    2.times { call(:get, "/api/care/students/#{@student}/holds") }
    assert_equal [["A coach", "read the notes of holds"], ["A coach", "held them back: elbow"]],
      call(:get, "/api/care/students/#{@student}/audit").map { |row| row.values_at(:by, :did) }
    sign_in(new_account(club, "assistant"))
    assert_nil call(:get, "/api/care/students/#{@student}/holds").first[:note]
    call(:get, "/api/care/students/#{@student}/audit")
    assert_refused 403
    assert_equal 2, db[:health_audit].count, "an assistant read no note"
  end

  def test_what_is_held_can_be_taken_away
    hold
    marked(@two, [[1, 5, 5]])
    trained([[1, 5, 60]])
    data = call(:get, "/api/care/students/#{@student}/everything.json")
    assert_equal ["Pia Test", 1, 1, "sore"], [data[:students].first[:name], data[:marks].size, data[:efforts].size,
      data[:holds].first[:note]]
    get "/api/care/students/#{@student}/everything.csv"
    lines = CSV.parse(last_response.body, headers: true)
    assert_includes lines.map(&:to_h), {"table" => "holds", "row" => "1", "column" => "note", "value" => "sore"}
    sign_in(new_account(club, "assistant"))
    call(:get, "/api/care/students/#{@student}/everything.json")
    assert_refused 403
  end

  def test_erased_nothing_names_them_and_counts_stay
    other, third = new_student(group: @group, name: "Ann Other"), new_student(group: @group, name: "Bo Third")
    knocked(3)
    marked(@two, [[1, 5, 5]])
    trained([[1, 5, 60]])
    tell(@held[:id], {attendances: [@student, other].map { |id| {id: uuid, student_id: id, at: Clock.now} },
      pairings: [[@student, other, third], [@student, other]]
        .map { |ids| {id: uuid, student_ids: ids, at: Clock.now} }}, coach_id: nil)
    call(:put, "/api/care/students/#{@student}/erased", name: "Pia Test")
    assert_refused 403, says: /Only the owner/
    sign_in(new_account(club, "owner"))
    call(:put, "/api/care/students/#{@student}/erased", name: "Pia")
    assert_refused 422, path: "name"
    call(:put, "/api/care/students/#{@student}/erased", name: "Pia Test")
    assert_equal 200, status
    dump = Store::Database.tables(db).sum { |table|
      db[table].where(Sequel.lit("#{table}::text LIKE ?", "%#{@student}%")).count
    }
    assert_equal 1, dump, "no row of any table names them, but who erased whom"
    assert_equal 2, classes.between(Clock.now - 3600, Clock.now + 3600).first[:present]
    assert_equal [[other, third]], db[:pairings].where(club_id: club).select_map(:student_ids).map(&:to_a)
    call(:get, "/api/book/students/#{@student}")
    assert_refused 404
  end

  def test_the_heart_on_file
    file = call(:get, "/api/care/students/#{@student}/file")
    assert_equal [60, 190, "women"], file.values_at(:heart_rest, :heart_max, :heart_weights)
    call(:put, "/api/care/students/#{@student}/file", **file, heart_rest: 110, heart_max: 105)
    assert_refused 422, path: "heart_max"
  end
end
