require "support/api"

class CalendarApiTest < ApiTest
  def schedule(weeks: 1, card: new_card, at: "2026-12-01T18:30", **facts)
    call(:post, "/api/calendar/classes", ids: Array.new(weeks) { uuid }, card_id: card[:id], group_id: nil,
      coach_id: nil, room: "Hall", at: at, **facts)
  end

  def test_a_card_every_week
    schedule(weeks: 3, card: new_card(name: "Tuesday"))
    assert_equal 201, status, last_response.body
    assert_equal [["2026-12-01", "Tuesday"], ["2026-12-08", "Tuesday"], ["2026-12-15", "Tuesday"]],
      answer[:classes].map { |row| row.values_at(:on, :title) }
    assert_equal 3, call(:get, "/api/calendar?from=2026-12-01&days=28")[:classes].size
    assert_equal 1, call(:get, "/api/calendar?from=2026-12-07&days=4")[:classes].size
  end

  def test_clashes_of_room_and_coach_are_pointed_out
    coach = db[:accounts].where(club_id: club).get(:id)
    schedule(coach_id: coach)
    schedule(coach_id: coach, at: "2026-12-01T19:00")
    assert_equal %w[coach room], answer[:clashes].map { |clash| clash[:what] }
    moved = answer[:clashes].first[:other]
    call(:put, "/api/calendar/classes/#{moved}", following: false, at: "2026-12-01T19:30")
    assert_empty answer[:clashes]
    call(:put, "/api/calendar/classes/#{moved}", following: false, at: "2026-12-01T19:00", room: "Yard", coach_id: nil)
    assert_empty answer[:clashes]
  end

  def test_called_off
    schedule
    id = answer[:classes].first[:id]
    call(:put, "/api/calendar/classes/#{id}/cancelled", cancelled: true, following: false)
    assert_equal [true], answer[:classes].map { |row| row[:cancelled] }
    classes.cancel(id, cancelled: false)
    classes.close(id, Clock.now)
    call(:put, "/api/calendar/classes/#{id}/cancelled", cancelled: true, following: false)
    assert_refused 409, says: /has taken place/
  end

  def test_who_is_expected_and_what_that_means_for_the_card
    group = new_group
    students = Array.new(2) { |i| new_student(group: group, name: "Student #{i}") }
    guest = new_student(name: "Visitor")
    card = new_card(rounds: [round(combination_id: new_combination[:id], swap: "every", every: 60)])
    schedule(card: card, group_id: group)
    id = answer[:classes].first[:id]
    call(:put, "/api/calendar/classes/#{id}/expected", students: {students[0] => false, guest => true})
    assert_equal ["Student 1", "Visitor"], answer[:students].map { |student| student[:name] }
    assert_includes answer[:findings].map { |each| each[:rule] }, "uneven-turns"
    assert_equal answer[:students], call(:get, "/api/calendar/classes/#{id}")[:students]
  end

  def test_coaches_may_be_chosen_and_strangers_not
    assert_equal ["coach"], call(:get, "/api/calendar/coaches").map { |row| row[:role] }.uniq
    schedule(coach_id: 999_999)
    assert_refused 409, path: "coach_id"
    schedule(at: "tomorrow")
    assert_refused 400, path: "at"
    call(:post, "/api/calendar/classes", ids: [], card_id: uuid, group_id: nil, coach_id: nil, room: nil,
      at: "2026-12-01T18:30")
    assert_refused 400, path: "ids"
  end

  def test_holds_and_who_may_read_the_note
    student = new_student
    call(:post, "/api/care/students/#{student}/holds", id: uuid, matter: "elbow", blocks: ["right hand"],
      from: "2020-01-01", to: nil, note: "Private words")
    assert_equal [201, true, "Private words"], [status, *answer.values_at(:on, :note)]
    hold = answer[:id]
    call(:post, "/api/care/students/#{student}/holds", id: uuid, matter: "elbow", blocks: ["right hand"],
      from: "2026-02-01", to: "2026-01-01", note: "")
    assert_refused 422, path: "until"
    assistant = new_account(club, "assistant")
    sign_in(assistant)
    assert_equal [nil], call(:get, "/api/care/students/#{student}/holds").map { |row| row[:note] }
    call(:put, "/api/care/holds/#{hold}/lifted", lifted: true)
    assert_refused 403
  end

  def test_a_group_s_calendar_for_any_program
    group = new_group
    day = Clock.today + 7
    schedule(group_id: group, card: new_card(name: "Tuesday, hands"), at: "#{day}T18:30")
    get "/api/calendar/groups/#{group}/classes.ics"
    assert_equal [200, "text/calendar;charset=utf-8"], [status, last_response.content_type.delete(" ")]
    assert_includes last_response.body, "SUMMARY:Tuesday\\, hands"
    begins = TZInfo::Timezone.get("Europe/London").local_to_utc(Time.utc(day.year, day.month, day.day, 18, 30))
    assert_includes last_response.body, "DTSTART:#{begins.strftime("%Y%m%dT%H%M%SZ")}"
    get "/api/calendar/groups/#{uuid}/classes.ics"
    assert_equal 404, status
  end

  def test_an_assistant_looks_and_changes_nothing
    schedule
    id = answer[:classes].first[:id]
    card = new_card(name: "Another")
    sign_in(new_account(club, "assistant"))
    assert_equal 1, call(:get, "/api/calendar?from=2026-12-01&days=2")[:classes].size
    {put: ["/api/calendar/classes/#{id}", {following: false, room: "Yard"}],
     post: ["/api/calendar/classes", {ids: [uuid], card_id: card[:id], group_id: nil, coach_id: nil, room: nil,
                                      at: "2026-12-01T18:30"}]}
      .each do |method, (path, body)|
        call(method, path, **body)
        assert_refused 403
      end
    call(:put, "/api/calendar/classes/#{id}/cancelled", cancelled: true, following: false)
    assert_refused 403
    call(:put, "/api/calendar/classes/#{id}/expected", students: {})
    assert_refused 403
  end
end
