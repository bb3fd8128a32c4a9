require "support/history"
require "pdf-reader"

# The Book over HTTP: the page of a student, putting the record right, the board, what is next.
class BookApiTest < ApiTest
  include History

  def test_the_page_says_what_is_worth_a_word_and_where_each_number_is_from
    trained([[0, 8, 60], [1, 8, 60], [2, 7, 60], [9, 5, 40], [20, 1, 10], [40, 1, 10]])
    said = page
    assert_equal %w[hard_days big_week], said[:pointers].map { |pointer| pointer[:kind] }
    week = said[:figures].find { |figure| figure[:name] == "acute_7" }
    assert_equal [1380.0, [[0, 0, 0, 0, 420, 480, 480]]], [week[:value], week[:inputs].map { |input| input[:values] }]
    assert_equal [true, 1], said[:days].last.values_at(:hard, :sessions)
  end

  def test_weak_links_and_what_they_spoil
    marked(@three, [[1, 8, 8, nil], [1, 4, 0, 1]])
    link = page[:weak_links].first
    assert_equal ["2-3", ["Three"]], [link[:notation], link[:spoils].map { |each| each[:name] }]
    assert_in_delta (1 + 8 * 2**(-1 / 28.0)) / (2 + 12 * 2**(-1 / 28.0)), link[:score], 1e-4
  end

  def test_one_s_own_half_life
    marked(@two, [[90, 20, 20], [94, 20, 20]])
    assert_equal "fading", page[:masteries].first[:state]
    slower = call(:put, "/api/book/students/#{@student}/half-life", half_life: 120)
    assert_equal [120, 120, "owned"], [slower[:half_life], slower[:own_half_life], slower[:masteries].first[:state]]
    assert_equal [28, nil, "fading"],
      call(:put, "/api/book/students/#{@student}/half-life", half_life: nil)
        .then { |back| [back[:half_life], back[:own_half_life], back[:masteries].first[:state]] }
    call(:put, "/api/book/students/#{@student}/half-life", half_life: 2)
    assert_refused 400, path: "half_life"
  end

  def test_the_school_s_half_life_changes_everybody_s
    marked(@two, [[90, 20, 20], [94, 20, 20]])
    call(:put, "/api/school/settings", settings: {half_life: 120})
    assert_equal "owned", page[:masteries].first[:state]
  end

  def test_a_class_whose_effort_nobody_told_is_asked_about_with_its_minutes
    at = ->(minutes) { Clock.now - 60 * minutes }
    tell(@held[:id], {attendances: [{id: uuid, student_id: @student, at: at[25]}],
      bells: [{id: uuid, running: true, at: at[30]}, {id: uuid, running: false, at: at[3]}]}, coach_id: nil)
    asked = -> { call(:get, "/api/book/students/#{@student}/classes").first.values_at(:over, :minutes, :effort) }
    assert_equal [false, 22, nil], asked.call
    classes.close(@held[:id], Clock.now)
    assert_equal [true, 22, nil], asked.call
    call(:post, "/api/floor/classes/#{@held[:id]}/facts",
      efforts: [{id: uuid, student_id: @student, on: today.iso8601, effort: 6, minutes: 22, estimated: false,
                 at: Clock.now.iso8601}])
    assert_equal [true, 22, {effort: 6.0, minutes: 22, estimated: false}], asked.call
  end

  # A class that nobody ever closed does not go on for ever.
  def test_a_clock_that_nobody_stopped
    long_ago = Clock.now - 5 * 86_400
    tell(@held[:id], {attendances: [{id: uuid, student_id: @student, at: long_ago}],
      bells: [{id: uuid, running: true, at: long_ago}]}, coach_id: nil)
    assert_equal 60, Store::Attended.new(db, club, [@held[:id]]).minutes(@held[:id], @student)
  end

  def test_a_session_elsewhere_a_rest_and_an_effort_told_later
    add = ->(**facts) {
      call(:post, "/api/book/students/#{@student}/efforts", id: uuid, on: today.iso8601, effort: 5, minutes: 40,
        title: "Run along the quay", estimated: false, **facts)
    }
    add.call
    add.call(on: (today - 1).iso8601, effort: 0, minutes: 0, title: "rest")
    assert_equal [201, 200.0, 0], [status, *page[:days].last(2).map { |day| day[:load] }.reverse]
    assert_equal [["Run along the quay", true]],
      page[:efforts].first(1).map { |effort| effort.values_at(:title, :elsewhere) }
    add.call(on: (today + 1).iso8601)
    assert_refused 422, path: "on"
    add.call(effort: 11)
    assert_refused 400, path: "effort"
    id = uuid
    2.times { add.call(id: id) }
    assert_equal 3, db[:efforts].where(student_id: @student).count, "sent twice it is kept once"
  end

  def test_a_class_whose_effort_nobody_told
    trained([[30, 5, 60]])
    tell(@held[:id], {attendances: [{id: uuid, student_id: @student, at: Clock.now}]}, coach_id: nil)
    assert_equal 0, page[:days].last[:load], "it is not over yet"
    classes.close(@held[:id], Clock.now)
    said = page
    assert_equal [nil, 27], [said[:days].last[:load], said[:days_known]]
    assert_includes said[:pointers].map { |pointer| pointer[:text] },
      "1 class of the last fortnight without an effort: ask how hard it was."
    assert_match(/a class without an effort is not a day of rest/, said[:figures].first[:reason])
    tell(@held[:id],
      {efforts: [{id: uuid, student_id: @student, on: today, effort: 6, minutes: 60, estimated: false,
                  at: Clock.now}]}, coach_id: nil)
    assert_equal 360.0, page[:days].last[:load]
  end

  def test_corrected_and_taken_back_with_a_trace
    trained([[0, 5, 60]])
    id = page[:efforts].first[:id]
    call(:put, "/api/book/students/#{@student}/efforts/#{id}", effort: 7, minutes: 60, on: today.iso8601,
      reason: "said seven")
    assert_equal 420.0, page[:days].last[:load]
    call(:put, "/api/book/students/#{@student}/efforts/#{id}", taken_back: true, reason: "another Pia")
    assert_equal [nil, []], [page[:days].last[:load], page[:efforts]]
    trace = call(:get, "/api/book/students/#{@student}/corrections")
    assert_equal [["another Pia", nil, "A coach"], ["said seven", 7.0, "A coach"]],
      trace.map { |row| [row[:reason], row.dig(:after, :effort), row[:by]] }
    call(:put, "/api/book/students/#{@student}/efforts/#{id}", taken_back: true, reason: " ")
    assert_refused 400, path: "reason"
  end

  def test_a_mark_put_right_changes_what_is_held
    marked(@two, [[1, 20, 20], [3, 20, 20]])
    assert_equal "owned", page[:masteries].first[:state]
    past = call(:get, "/api/book/students/#{@student}/marks?combination=#{@two[:id]}")
    assert_equal [[20, "A coach"]] * 2, past.map { |mark| mark.values_at(:clean, :coach) }
    call(:put, "/api/book/students/#{@student}/marks/#{past.first[:id]}", attempted: 20, clean: 4, broke_at: 0,
      rubric: {guard: false, breath: true}, reason: "counted the wrong one")
    assert_equal "learning", page[:masteries].first[:state]
    again = call(:get, "/api/book/students/#{@student}/marks?combination=#{@two[:id]}").first
    assert_equal [4, 0, {guard: false, breath: true}], again.values_at(:clean, :broke_at, :rubric)
    call(:put, "/api/book/students/#{@student}/marks/#{past.first[:id]}", attempted: 3, clean: 4, broke_at: nil,
      rubric: {}, reason: "x")
    assert_refused 422, path: "clean"
    call(:put, "/api/book/students/#{@student}/marks/#{uuid}", taken_back: true, reason: "x")
    assert_refused 404
  end

  def test_assistants_do_not_put_the_record_right
    trained([[0, 5, 60]])
    id = page[:efforts].first[:id]
    sign_in(new_account(club, "assistant"))
    call(:put, "/api/book/students/#{@student}/efforts/#{id}", taken_back: true, reason: "no")
    assert_refused 403
  end

  def test_what_was_struck_in_class
    tell(@held[:id], {attendances: [{id: uuid, student_id: @student, at: Clock.now - 300}],
      round_runs: [{id: uuid, round: 0, title: "Two", combination_id: @two[:id], worked_s: 60, outcome: "cut",
                    at: Clock.now}],
      recordings: [{id: uuid, student_id: @student, round: 0, kind: "heart",
                    samples: (0..600).map { |second| [second * 1000, 150] }, at: Clock.now}]}, coach_id: nil)
    call(:put, "/api/floor/classes/#{@held[:id]}/ended", ended_at: Clock.now.utc.iso8601)
    work = call(:get, "/api/book/students/#{@student}/work")
    whole = JauntyBell::Core::Bench.analyse("1-2").then do |analysis|
      (120 / (analysis.set_time + Rational("0.6"))).floor * 2
    end
    assert_in_delta whole / 2.0, work[:total][:strikes], 2, "half the round was worked"
    assert_equal 0.5, work[:total][:left_hand]
    assert_in_delta 75.67786 / 4, work[:hearts].first[:banister][:value], 1e-3
    assert_nil work[:hearts_missing]
  end

  def test_two_stretches_beside_each_other
    trained([[0, 5, 60], [2, 7, 60], [8, 5, 30], [40, 5, 60]])
    days = ->(from, to) { [(today - from).iso8601, (today - to).iso8601] }
    spans = call(:get,
      "/api/book/students/#{@student}/spans?" +
      %w[from to against_from against_to].zip(days.call(6, 0) + days.call(13, 7))
      .map { |pair| pair.join("=") }.join("&"))
    told = spans.map { |span| span[:figures].to_h { |figure| [figure[:name], figure[:value]] } }
    assert_equal [{sessions: 2, week_load: 720.0, hard_days: 1, mean_effort: 6.0},
      {sessions: 1, week_load: 150.0, hard_days: 0, mean_effort: 5.0}],
      told.map { |figures| figures.transform_keys(&:to_sym).slice(:sessions, :week_load, :hard_days, :mean_effort) }
    call(:get,
      "/api/book/students/#{@student}/spans?from=2026-02-01&to=2026-01-01&against_from=2026-01-01" \
        "&against_to=2026-01-02")
    assert_refused 422, path: "to"
  end

  def test_the_report_is_in_plain_words
    marked(@two, [[1, 20, 20], [3, 20, 20]])
    trained([[0, 5, 60], [3, 5, 75]])
    get "/api/book/students/#{@student}/report.pdf"
    words = text(last_response.body)
    ["Pia Test", "You trained 2 times, 2 h 15 min in all.", "What you own", "Two to a count.", "What is next",
      "Take care"].each { |phrase| assert_includes words, phrase.delete(" ") }
    refute_match(/monotony|strain|ratio|Beta|quantile|EWMA|TRIMP/i, words)
  end

  def test_the_board_puts_first_who_needs_a_word
    quiet = new_student(group: @group, name: "Ann Quiet")
    trained([[0, 8, 60], [1, 8, 60], [2, 8, 60]])
    trained([[30, 5, 60], [20, 5, 60], [6, 5, 60]], student: quiet)
    board = call(:get, "/api/book/board?group=#{@group}")
    assert_equal ["Pia Test", "Ann Quiet"], board[:students].map { |row| row[:name] }
    assert_equal %w[acute_7 chronic_28 ratio week_change monotony strain],
      board[:students].first[:figures].map { |figure| figure[:name] }
  end

  def test_the_squad_by_windows_and_orders
    3.times { |i| trained([[0, 3 + i, 60]], student: new_student(group: @group, name: "Student #{i}")) }
    squad = ->(query) {
      call(:get, "/api/book/squad?group=#{@group}&#{query}")
        .then { |said| [said[:total], said[:students].map { |row| row[:name] }] }
    }
    assert_equal [4, ["Student 2", "Student 1"]], squad.call("order=load&count=2")
    assert_equal [4, ["Student 0", "Pia Test"]], squad.call("order=load&from=2&count=2")
    call(:get, "/api/book/squad?order=height")
    assert_refused 400
  end

  def test_every_order_shows_everybody_once
    fading = new_student(group: @group, name: "Zoe Fading")
    marked(@two, [[95, 20, 20], [99, 20, 20]], student: fading)
    weak = new_student(group: @group, name: "Yan Weak")
    marked(@three, [[2, 8, 8], [2, 4, 0, 1]], student: weak)
    names = ->(order) {
      (0..2).flat_map do |from|
        call(:get, "/api/book/squad?group=#{@group}&order=#{order}&from=#{from}&count=1")[:students]
          .map { |row| row[:name] }
      end
    }
    {"name" => "Pia Test", "due" => "Zoe Fading", "weak" => "Yan Weak", "load" => "Pia Test", "word" => "Zoe Fading"}
      .each do |order, first|
      assert_equal [first, ["Pia Test", "Yan Weak", "Zoe Fading"]],
        names.call(order).then { |all| [all.first, all.sort] }, order
    end
    assert_equal [[1, 0], [0, 1]],
      call(:get, "/api/book/squad?group=#{@group}&order=due")[:students]
        .to_h { |row| [row[:name], row.values_at(:due, :weak)] }.values_at("Zoe Fading", "Yan Weak")
    assert_empty call(:get, "/api/book/squad?group=#{@group}&from=90&count=5")[:students]
  end

  def test_another_club_s_group_is_nobody_here
    other = new_group(new_club("Other"), name: "Theirs")
    assert_empty call(:get, "/api/book/squad?group=#{other}")[:students]
    assert_empty call(:get, "/api/book/board?group=#{other}")[:students]
    assert_equal [nil, []], call(:get, "/api/book/next?group=#{other}").values_at(:coming, :items)
  end

  def test_who_trains_elsewhere_has_unknown_days
    db[:students].where(id: @student).update(trains_elsewhere: true)
    trained([[0, 5, 60], [40, 5, 60]])
    row = call(:get, "/api/book/board?group=#{@group}")[:students].first
    assert_equal [1, nil], [row[:days_known], row[:figures].first[:value]]
    assert_match(/1 of 7 days known: they also train elsewhere/, row[:figures].first[:reason])
  end

  def test_the_timeline_says_what_happened_week_by_week
    marked(@two, [[8, 20, 20], [1, 20, 20]])
    tell(@held[:id], {notes: [{id: uuid, student_id: @student, text: "Hands home", at: Clock.now}],
      knocks: [{id: uuid, student_id: @student, matter: "elbow", text: "", at: Clock.now}]}, coach_id: nil)
    call(:post, "/api/care/students/#{@student}/holds", id: uuid, matter: "elbow", blocks: ["right hand"],
      from: today.iso8601, to: nil, note: "")
    now = page[:timeline].last
    assert_equal [1, 1, ["elbow"]], now.values_at(:notes, :knocks, :holds)
    assert_equal [{name: "Two", rung: "count"}], page[:timeline].flat_map { |week| week[:climbed] }
    assert_equal 40, page[:timeline].sum { |week| week[:marks] }
    assert_equal 8, page[:timeline].size
  end

  def test_the_group_s_next_class_and_onto_its_card
    marked(@two, [[1, 20, 20], [3, 20, 20]])
    coming = classes.schedule([uuid], at: "#{today + 1}T18:30", card_id: @card[:id], group_id: @group, coach_id: nil,
      room: nil, title: "Evening card", minutes: 60).first
    classes.close(@held[:id], Clock.now)
    said = call(:get, "/api/book/next?group=#{@group}")
    assert_equal [coming[:id], @card[:id]], [said[:coming][:id], said[:card_id]]
    assert_equal [%w[ready Two clock], %w[new Three count]],
      said[:items].map { |item| item.values_at(:kind, :name, :rung) }
    put_on = call(:post, "/api/book/onto-card", card_id: @card[:id], combination_id: @three[:id], rung: "count",
      learned: true)
    assert_equal ["Evening card", "Three"], put_on.values_at(:name, :title)
    assert_equal %w[Two Three],
      cards.find(@card[:id])[:blocks].flat_map { |block| block["rounds"] }.map { |each| each["title"] }
    part = call(:post, "/api/book/onto-card", card_id: @card[:id], notation: "2-3", rung: "count", learned: true)
    assert_equal ["Link 2-3", ["part"]],
      [part[:title], combinations.all.find { |row| row[:name] == "Link 2-3" }[:tags].to_a]
    call(:post, "/api/book/onto-card", card_id: @card[:id], notation: "2-3", rung: "count", learned: true)
    assert_equal 1, combinations.all.count { |row| row[:name].start_with?("Link") },
      "the same part is not put on the shelf twice"
  end
end
