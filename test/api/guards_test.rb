require "support/history"

# What was let in once and broke something for good, or was told to somebody whom it is not for.
class GuardsTest < ApiTest
  include History

  def shown = call(:get, "/api/school")

  # [settings] → the field that is named
  SETTINGS = {
    {numbering: "nonsense"} => "numbering", {numbering: "own"} => "numbering", {rooms: [1, 2]} => "rooms",
    {rooms: [""]} => "rooms", {rooms: ["a" * 61]} => "rooms", {rooms: Array.new(31, "x")} => "rooms",
    {first_aid: ["a" * 400_000]} => "first_aid", {first_aid: {a: 1}} => "first_aid",
    {lead_kick_loads: ["moon walk"]} => "lead_kick_loads", {kit: {spaceship: 1}} => "kit",
    {half_life: 1} => "half_life",
    {hall: -1} => "hall", {continuous: "maybe"} => "continuous", {colour: "red"} => "colour",
    {pointed_out: [1]} => "pointed_out", {level_limits: {foundation: "many"}} => "level_limits/foundation"
  }.freeze

  def test_every_setting_is_checked_as_its_reader_needs_it
    SETTINGS.each do |settings, path|
      call(:put, "/api/school/settings", settings: settings)
      assert_equal 422, status, settings.inspect
      assert_refused 422, path: path
    end
    call(:put, "/api/school/settings",
      settings: {rooms: [" Main hall "], first_aid: ["The box: left of the door"],
                 lead_kick_loads: "switch, slip lead"})
    assert_equal [200, ["Main hall"], ["switch", "slip lead"]],
      [status, *answer[:settings].values_at(:rooms, :lead_kick_loads)]
  end

  def test_a_club_with_a_bad_setting_can_still_open_the_page_that_mends_it
    db[:clubs].where(id: club)
      .update(settings: Sequel.pg_jsonb({"numbering" => "nonsense", "rooms" => [1], "half_life" => "long",
      "hall" => 90}))
    %w[/api/session /api/book/squad /api/card/cards /api/floor/classes
      /api/bench/combinations].each { |path| call(:get, path) && assert_equal(200, status, path) }
    assert_equal 3, shown[:problems].size
    assert_equal ["six", [], 28, 90], answer[:settings].values_at(:numbering, :rooms, :half_life, :hall)
    call(:put, "/api/school/settings", settings: {numbering: "six", rooms: ["Hall"], half_life: 30})
    assert_empty shown[:problems]
  end

  def test_a_numbering_that_is_gone_shuts_nobody_out
    db[:accounts].where(id: place_of(@coach)).update(numbering: "own")
    assert_equal "1-2", call(:get, "/api/bench/combinations/#{@two[:id]}")[:notation]
  end

  def record(**facts) = call(:post, "/api/floor/classes/#{@held[:id]}/facts", **facts)

  def heart(samples) =
    {id: uuid, student_id: @student, round: 0, kind: "heart", samples: samples, at: Clock.now.iso8601}

  def test_a_heart_is_looked_at_before_it_is_kept
    [[[0, nil]], [[0, "fast"]], [[-1, 100]], [[0, 900]], [[0, 100], [1, {}]]].each do |samples|
      record(recordings: [heart(samples)])
      assert_includes [400, 422], status, samples.inspect
    end
    assert_equal 0, db[:recordings].count
    # From before anybody looked
    db[:recordings].insert(club_id: club, **heart([]).except(:samples), class_id: @held[:id],
      samples: Sequel.pg_jsonb([[0, nil], [1_000, 120], ["x", 130], [2_000, 140]]))
    assert_equal({samples: 2, least: 120, mean: 130.0, most: 140},
      call(:get, "/api/floor/classes/#{@held[:id]}/reviews").first[:heart])
    call(:get, "/api/book/students/#{@student}/work")
    assert_equal 200, status
  end

  def test_a_knock_that_is_told_late_holds_from_the_day_it_happened
    three_days = Clock.now - 3 * 86_400
    record(knocks: [{id: uuid, student_id: @student, matter: "head knock", text: "", at: three_days.iso8601}])
    day = Clock.today - 3
    assert_equal [day, day], db[:holds].where(student_id: @student).select_map(:from)
    assert_equal [day], db[:holds].where(student_id: @student).exclude(to: nil).select_map(:to),
      "out for that day, not for today"
    record(notes: [{id: uuid, student_id: nil, text: "From the moon", at: (Clock.now + 3 * 86_400).iso8601}])
    assert_refused 422, path: "notes/0/at", says: /clock of this device/
  end

  def test_somebody_comes_goes_and_comes_back
    at = ->(minutes) { (Clock.now - 3_600 + minutes * 60).iso8601 }
    came = ->(minutes) { {id: uuid, student_id: @student, at: at[minutes]} }
    slip = came[1]
    record(attendances: [came[0], slip, came[40]], departures: [came[20]])
    record(taken_back: [slip[:id]])
    rounds = [10, 30, 50].each_with_index.map do |minute, i|
      {id: uuid, round: i, title: "R#{i}", combination_id: nil, worked_s: 60, outcome: "done", at: at[minute]}
    end
    record(round_runs: rounds)
    presence = db[:attendances].where(taken_back_at: nil).count
    assert_equal [2, 1], [presence, db[:presences].count], "a row for each coming, one student"
    assert_equal 1, call(:get, "/api/floor/classes?days=1").find { |row| row[:id] == @held[:id] }[:present]
    there = Store::Attended.new(db, club, [@held[:id]]).presence(@held[:id], @student)
    assert_equal [60, 0, 60],
      rounds.map { |run| Time.iso8601(run[:at]).then { |ended| there.seconds(ended - 60, ended) } }
  end

  def test_what_is_taken_back_before_it_comes_does_not_count
    mark = {id: uuid, student_id: @student, combination_id: @two[:id], rung: "count", on: Clock.today.iso8601,
            attempted: 5, clean: 5, at: Clock.now.iso8601}
    record(taken_back: [mark[:id]])
    2.times { record(marks: [mark]) }
    assert_equal [1, 0], [db[:marks].count, db[:marks].where(taken_back_at: nil).count]
    record(taken_back: [uuid])
    assert_equal 200, status, "an id nobody knows is no reason to stop a device"
  end

  def live(device, take: false) =
    call(:put, "/api/floor/classes/#{@held[:id]}/live", device: device, take: take, moment: "ring",
      ring: {at: 1, gone: 4_000, running: true, extra: {}}, card_version: 1)

  def test_rounds_that_two_devices_told_count_once
    one, two = uuid, uuid
    run = ->(device, round, ago, worked) {
      {id: uuid, round: round, title: "R", combination_id: nil, worked_s: worked,
       outcome: "done", device: device, at: (Clock.now - ago).iso8601}
    }
    live(one)
    db[:leads].update(at: Clock.now - 600)
    live(two, take: true)
    db[:leads].where(device: two).update(at: Clock.now - 400)
    record(round_runs: [run[two, 1, 200, 180], run[two, 2, 10, 180]])
    # It went on alone, without a network
    record(round_runs: [run[one, 0, 450, 60], run[one, 1, 190, 180], run[one, 2, 5, 180]])
    assert_equal({0 => 60, 1 => 180, 2 => 180}, Store::Works.new(db, club).worked(@held[:id]))
    assert_equal 5, db[:round_runs].count, "all stay on record"
  end

  def test_a_class_goes_on_with_the_card_it_was_begun_from
    assert_equal 120, rounds.first[:work_s]
    live(uuid)
    call(:put, "/api/card/cards/#{@card[:id]}", version: 1,
      **saved(round(title: "Other", work_s: 60), name: "Evening card"))
    assert_equal [200, 120], [status, rounds.first[:work_s]]
    assert_equal 60, call(:get, "/api/floor/classes/#{new_class(card: @card[:id])[:id]}")[:rounds].first[:work_s]
  end

  def rounds = call(:get, "/api/floor/classes/#{@held[:id]}")[:rounds]

  # {a club's or a card's name => [plain name, name in its own script]}
  NAMES = {"Tuesday's hands" => ["tuesday-s-hands.json", nil], "Ügyes" => ["ugyes.json", "%C3%BCgyes.json"],
           "ボクシング" => ["jaunty-bell.json", "%E3%83%9C%E3%82%AF%E3%82%B7%E3%83%B3%E3%82%B0.json"],
           "***" => ["jaunty-bell.json", nil]}.freeze

  def test_names_in_every_script_make_a_file
    NAMES.each do |name, (plain, own)|
      card = new_card(name: name)
      get "/api/paper/cards/#{card[:id]}/card.json"
      said = last_response["content-disposition"]
      assert_includes said, "filename=\"#{plain}\"", name
      if own
        assert_includes(said.downcase, "filename*=utf-8''#{own.downcase}", name)
      else
        refute_includes(said, "filename*", name)
      end
    end
  end

  def test_a_spreadsheet_is_given_no_formula
    db[:students].where(id: @student).update(name: "=HYPERLINK(1)", emergency_name: "@SUM(1)")
    get "/api/care/students/#{@student}/everything.csv"
    cells = CSV.parse(last_response.body).map(&:last)
    assert_includes cells, "'=HYPERLINK(1)"
    assert_empty cells.compact.grep(/\A[=@+]/)
  end

  def test_who_read_what_is_about_health_is_written_down
    Store::Care.new(db, club).add(id: uuid, student_id: @student, matter: "elbow", blocks: ["right hand"],
      from: Clock.today, to: nil, note: "secret")
    ways = {"/api/floor/classes/#{@held[:id]}" => /at the door/, "/api/book/students/#{@student}" => /held back from/,
            "/api/book/students/#{@student}/report.pdf" => /report/, "/api/book/board" => /on the board/,
            "/api/care/students/#{@student}/file" => /their file/}
    db[:recordings].insert(club_id: club, **heart([]).except(:samples), class_id: @held[:id],
      samples: Sequel.pg_jsonb([[0, 120]]))
    ways.update("/api/floor/classes/#{@held[:id]}/reviews" => /heart/,
      "/api/book/students/#{@student}/work" => /heart/, "/api/floor/students/#{@student}/reviews" => /heart/)
    ways.each do |path, did|
      db[:health_audit].delete
      get path
      assert_equal 200, status, path
      assert_equal [[@student, true]],
        db[:health_audit].select_map(%i[student_id did]).map { |id, said| [id, said.match?(did)] }, path
    end
    db[:health_audit].delete
    sign_in(new_account(club, "owner"))
    get "/api/records/club.json"
    assert_includes db[:health_audit].select_map(:student_id), @student
  end

  def test_an_assistant_is_told_what_the_door_needs_and_no_more
    db[:students].where(id: @student).update(guardian: "Mair", emergency_name: "Ned", emergency_phone: "07700 900100")
    sign_in(new_account(club, "assistant"))
    at_door = call(:get, "/api/floor/classes/#{@held[:id]}")[:students].find { |student| student[:id] == @student }
    assert_equal({name: "Ned", phone: "07700 900100", guardian: ""}, at_door[:emergency])
    %W[/api/records/exports/roster.csv /api/care/students/#{@student}/file
      /api/care/students/#{@student}/everything.json
      /api/care/students/#{@student}/audit /api/records/club.json].each do |path|
      get path
      assert_equal 403, status, path
    end
    call(:post, "/api/book/students/#{@student}/efforts", id: uuid, on: Clock.today.iso8601, effort: 5, minutes: 60,
      title: nil, estimated: false)
    assert_refused 403
  end

  def test_goals_and_pins_name_combinations_there_are
    card = new_card[:id]
    settings = {start: Clock.today.iso8601, weeks: 3, times: [{weekday: 2, at: "18:30", minutes: 45}], holidays: [],
                goals: [{combination_id: uuid, rung: "count", importance: 3}], pins: [], not_before: [],
                never: [], limits: {}}
    call(:post, "/api/weeks/programmes", id: uuid, name: "Spring", group_id: @group, template_id: card,
      settings: settings)
    assert_refused 422, path: "settings/goals/0/combination_id"
    call(:post, "/api/weeks/programmes", id: uuid, name: "Spring", group_id: @group, template_id: card,
      settings: settings.merge(goals: [{combination_id: @two[:id], rung: "count", importance: 3}],
        pins: [{combination_id: uuid, on: Clock.today.iso8601, rung: nil}]))
    assert_refused 422, path: "settings/pins/0/combination_id"
  end

  def test_a_door_that_is_opened_twice_is_one_class
    id = uuid
    2.times do
      call(:post, "/api/floor/classes", id: id, card_id: @card[:id], group_id: @group) && assert_equal(201, status)
    end
    assert_equal 1, db[:classes].where(id: id).count
  end

  def test_a_database_that_is_away_is_not_a_broken_server
    room = Class.new(JauntyBell::Api::Room) do
      get("/gone", who: :anybody) { raise Sequel::DatabaseDisconnectError, "secret illness" }
    end
    status, _, body = room.new(nil, db).call(Rack::MockRequest.env_for("/gone"))
    assert_equal [503, true], [status, body.join.include?("cannot be reached")]
    refute_match(/secret/, body.join)
  end

  def test_what_breaks_is_said_without_what_it_was_about
    room = Class.new(JauntyBell::Api::Room) do
      get("/broken", who: :anybody) { db.run("INSERT INTO notes (text) VALUES ('secret illness')") }
    end
    _, said = capture_io { room.new(nil, db).call(Rack::MockRequest.env_for("/broken")).last.join }
    assert_match(/GET \/broken: Sequel::NotNullConstraintViolation 23502/, said)
    refute_match(/secret/, said)
  end
end
