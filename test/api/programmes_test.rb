require "support/history"

# Programmes over HTTP: what is wanted, the plan, what is taken, and the classes that come of it.
class ProgrammesApiTest < ApiTest
  def setup
    super
    # The tests live in one transaction, which another thread does not see
    JauntyBell::Services::Weeks::PlanJobs.beside = ->(&work) { work.call }
    @group = new_group
    @students = %w[Ann Bo Cy].map { |name| new_student(group: @group, name: name) }
    @two, @three = new_combination[:id], new_combination(name: "Three", text: "1-2-3")[:id]
    @card = new_card(rounds: [round(title: "Rope", work_s: 120, rest_s: 30, effort: 3.0),
      round(title: "A", combination_id: @two, work_s: 180, effort: 6.0, swap: "even"),
      round(title: "B", combination_id: @two, work_s: 180, effort: 6.0, swap: "even")])[:id]
    @start = JauntyBell::Core::Weeks.monday(today) + 7
  end

  def teardown
    JauntyBell::Services::Weeks::PlanJobs.beside = ->(&work) { Thread.new(&work) }
    super
  end

  def today = @today ||= Store::People.new(db, club).today

  def settings(**changes)
    {start: @start.iso8601, weeks: 3, times: [{weekday: 2, at: "18:30", minutes: 45}], holidays: [],
     goals: [{combination_id: @three, rung: "count", importance: 3}], pins: [], not_before: [], never: [],
     limits: {}, **changes}
  end

  def add(id: uuid, **changes) =
    call(:post, "/api/weeks/programmes", id: id, name: "Spring", group_id: @group, template_id: @card,
      settings: settings(**changes))

  def planned(programme)
    call(:post, "/api/weeks/programmes/#{programme[:id]}/plans", id: uuid)
    call(:get, "/api/weeks/programmes/#{programme[:id]}")
  end

  def test_a_programme_is_planned_and_says_what_it_expects
    programme = add
    assert_equal [201, 2, 180, nil, 3], [status, *programme.values_at(:slots, :seconds, :plan),
      programme[:meetings].size]
    assert_equal [202, nil],
      call(:post, "/api/weeks/programmes/#{programme[:id]}/plans", id: uuid).then { |state| [status, state[:error]] }
    said = call(:get, "/api/weeks/programmes/#{programme[:id]}")
    plan = said[:plan]
    assert_equal 3, plan[:classes].size
    assert(plan[:classes].all? { |planned| planned[:places].sum { |place| place[:times] } == 2 },
      "every place is filled")
    assert_equal @two, plan[:classes].first[:places].first[:combination_id], "what the goal builds on comes first"
    assert_equal 3, plan[:outlooks].first[:students].size
    assert_equal [["taken"], 0], [said[:history].map { |each| each[:state] }, said[:scores][:count]]
  end

  def test_a_second_plan_waits_to_be_taken_or_left
    programme = planned(add)
    first = programme[:plan][:id]
    changed = call(:put, "/api/weeks/programmes/#{programme[:id]}", revision: 1, name: "Spring", template_id: @card,
      settings: settings(pins: [{combination_id: @three, on: (@start + 1).iso8601, rung: "count"}]))
    assert changed[:plan][:stale]
    proposed = planned(programme)
    assert_equal [first, true],
      [proposed[:plan][:id], proposed[:proposed][:classes].first[:places].any? { |place| place[:pinned] }]
    refute_empty proposed[:moves]
    left = call(:put, "/api/weeks/programmes/#{programme[:id]}/plans/#{proposed[:proposed][:id]}", taken: false)
    assert_equal [first, nil], [left[:plan][:id], left[:proposed]]
    call(:put, "/api/weeks/programmes/#{programme[:id]}/plans/#{proposed[:proposed][:id]}", taken: true)
    assert_refused 409
    again = planned(programme)
    taken = call(:put, "/api/weeks/programmes/#{programme[:id]}/plans/#{again[:proposed][:id]}", taken: true)
    assert_equal again[:proposed][:id], taken[:plan][:id]
  end

  def test_a_class_of_the_plan_becomes_a_card_in_the_calendar
    programme = planned(add)
    day = programme[:plan][:classes].first[:on]
    made = call(:post, "/api/weeks/programmes/#{programme[:id]}/classes", on: [day]).first
    assert_equal 201, status
    card = call(:get, "/api/card/cards/#{made[:card_id]}")
    rounds = card[:blocks].flat_map { |block| block[:rounds] }
    assert_equal ["Rope",
      *programme[:plan][:classes].first[:places].flat_map { |place|
        name = programme[:names][place[:combination_id].to_sym]
        (place[:times] > 1) ? ["#{name}, #{place[:part] || "a part"} first", name] : [name]
      }], rounds.map { |each| each[:title] }
    meeting = call(:get, "/api/weeks/programmes/#{programme[:id]}")[:meetings].first
    assert_equal made.values_at(:class_id, :card_id), meeting.values_at(:class_id, :card_id)
    again = call(:post, "/api/weeks/programmes/#{programme[:id]}/classes", on: [day]).first
    assert_equal made[:class_id], again[:class_id], "the class that is there gets the new card"
    call(:post, "/api/weeks/programmes/#{programme[:id]}/classes", on: [(@start + 3).iso8601])
    assert_refused 422, path: "on"
  end

  def test_what_is_out_of_reason_is_refused_and_nothing_kept
    {{weeks: 13} => "weeks", {times: []} => "times", {goals: []} => "goals", {limits: {rise: 90}} => "limits/rise",
     {times: [{weekday: 2, at: "25:00", minutes: 45}]} => "times/0/at"}.each do |change, path|
      add(**change)
      assert_refused 422, path: path
    end
    assert_empty call(:get, "/api/weeks/programmes")
  end

  def test_a_programme_that_is_over_or_of_nobody_is_not_planned
    past = add(start: (@start - 70).iso8601)
    call(:post, "/api/weeks/programmes/#{past[:id]}/plans", id: uuid)
    assert_refused 422, path: "start"
    @group = new_group(name: "Nobody")
    call(:post, "/api/weeks/programmes/#{add[:id]}/plans", id: uuid)
    assert_refused 422, path: "group"
  end

  def test_a_goal_put_away_since_is_told
    programme = planned(add(goals: [{combination_id: @three, rung: "count", importance: 3},
      {combination_id: @two, rung: "count", importance: 1}]))
    combinations.archive(@three, version: 1, archived: true)
    said = call(:get, "/api/weeks/programmes/#{programme[:id]}")
    assert_includes said[:wishes].map { |wish| wish[:text] },
      "A goal is no longer on the shelf: it is left out of the plan."
    assert_equal "Three", said[:names][@three.to_sym]
  end

  def test_copied_put_away_and_changed_by_two
    programme = add(holidays: [(@start + 1).iso8601])
    copy = call(:post, "/api/weeks/programmes/#{programme[:id]}/copies", id: uuid, name: "Autumn",
      group_id: new_group(name: "Others"), start: (@start + 70).iso8601)
    assert_equal [201, [], 3], [status, copy[:settings][:holidays], copy[:meetings].size]
    call(:put, "/api/weeks/programmes/#{programme[:id]}/archived", revision: 1, archived: true)
    assert_equal ["Autumn"], call(:get, "/api/weeks/programmes").map { |line| line[:name] }
    call(:put, "/api/weeks/programmes/#{programme[:id]}", revision: 1, name: "Spring", template_id: @card,
      settings: settings)
    assert_refused 409
  end

  def test_what_came_is_held_against_what_was_said
    programme = planned(add)
    place = programme[:plan][:classes].first[:places].first
    held = db[:programme_plans].get(:planned_on)
    day = Date.iso8601(programme[:plan][:classes].first[:on])
    db[:programme_plans].update(planned_on: held - 30,
      plan: Sequel.pg_jsonb(JSON.parse(JSON.generate(programme[:plan]))
      .then { |plan|
        plan.merge("classes" => plan["classes"].map { |each|
          each.merge("on" => (Date.iso8601(each["on"]) - 14).iso8601)
        })
      }))
    db[:programmes].update(settings: Sequel.pg_jsonb(settings(start: (@start - 14).iso8601)))
    row = classes.open(id: uuid, card_id: @card, group_id: @group, coach_id: nil, title: "Held", minutes: 45,
      starts_at: (day - 14).to_time + 18 * 3600)
    tell(row[:id],
      {marks: @students.map { |id|
        {id: uuid, student_id: id, combination_id: place[:combination_id], rung: "count", on: day - 14, attempted: 9,
         clean: 8, at: Clock.now}
      }}, coach_id: nil)
    classes.close(row[:id], Clock.now - 3600)
    said = call(:get, "/api/weeks/programmes/#{programme[:id]}")
    assert_equal [3, false, 1], [said[:scores][:count], said[:scores][:enough], said[:classes_since]]
    assert_equal [[0.889, 3]], said[:scores][:bins].map { |bin| [bin[:came], bin[:count]] }
    assert_in_delta place[:said].sum { |one| one[:rate] } / 3, said[:scores][:bins].first[:said], 1e-3
    assert_nil said[:scores][:as_last_time], "there was no last time"
  end

  # The calendar is one: the class of a closed day is planned no more, and is again when the closure is taken back.
  def test_closed_days_move_programmes_and_classes_alike
    programme, id = planned(add), uuid
    days = programme[:meetings].map { |meeting| meeting[:on] }
    call(:post, "/api/weeks/programmes/#{programme[:id]}/classes", on: [days[1]])
    closed = call(:post, "/api/calendar/closures", id: id, name: "Regatta", from: days[1], to: days[1])
    assert_equal [201, [{id: id, name: "Regatta", from: days[1], to: days[1]}]], [status, closed]
    assert_equal days - [days[1]], call(:get, "/api/weeks/programmes/#{programme[:id]}")[:meetings].map { |each|
      each[:on]
    }
    assert_equal [[true, true]], on(days[1]).map { |row| row.values_at(:cancelled, :closed) }
    get "/api/calendar/groups/#{@group}/classes.ics"
    assert_includes last_response.body, "STATUS:CANCELLED"
    replanned = planned(programme)
    refute_includes replanned[:proposed][:classes].map { |each| each[:on] }, days[1]
    call(:delete, "/api/calendar/closures/#{id}")
    assert_equal days, call(:get, "/api/weeks/programmes/#{programme[:id]}")[:meetings].map { |each| each[:on] }
    assert_equal [[false, false]], on(days[1]).map { |row| row.values_at(:cancelled, :closed) }
    call(:post, "/api/calendar/closures", id: uuid, name: "Backwards", from: days[1], to: days[0])
    assert_refused 422, path: "to"
    call(:delete, "/api/calendar/closures/#{uuid}")
    assert_refused 404
  end

  def on(day) = call(:get, "/api/calendar?from=#{day}&days=1")[:classes].select { |row| row[:on] == day }

  def test_assistants_look
    programme = add
    sign_in(new_account(club, "assistant"))
    call(:post, "/api/weeks/programmes/#{programme[:id]}/plans", id: uuid)
    assert_refused 403
  end
end
