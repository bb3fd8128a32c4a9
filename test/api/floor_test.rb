require "support/api"

# What a device needs to run a class, and what it sends: the door, pairs, knocks, who leads.
class FloorApiTest < ApiTest
  def setup
    super
    @group = new_group
    @ana, @bo, @cy = %w[Ana Bo Cy].map { |name| new_student(group: @group, name: name, kg: 60) }
    @two = new_combination(text: "1-2", name: "Two")
    @card = new_card(rounds: [round(combination_id: @two[:id], rung: "count", implement: "focus-mitts",
      swap: "even", every: nil)])
    @class_id = uuid
    call(:post, "/api/floor/classes", id: @class_id, card_id: @card[:id], group_id: @group)
  end

  def now = Clock.now.utc.iso8601

  def today = Store::People.new(db, club).today

  def shown = call(:get, "/api/floor/classes/#{@class_id}")

  def student(id) = shown[:students].find { |row| row[:id] == id }

  def record(**facts) = call(:post, "/api/floor/classes/#{@class_id}/facts", **facts)

  def file(id, **facts)
    call(:put, "/api/care/students/#{id}/file", kg: 60, born_on: nil, stance_wish: nil, emergency_name: "",
      emergency_phone: "", guardian: "", apart: [], **facts)
  end

  def pairs(*ids, locked: [], contact: true) =
    call(:post, "/api/floor/classes/#{@class_id}/pairs", present: ids, locked: locked, contact: contact, holding: true)

  def test_what_is_on_file_stands_at_the_door
    file(@ana, born_on: (today << 12 * 12).iso8601, emergency_name: "Mam", emergency_phone: "07700 900100",
      stance_wish: "other")
    assert_equal 200, status
    assert_equal [true, {name: "Mam", phone: "07700 900100", guardian: ""}, %w[junior guardian]],
      student(@ana).then { |row| [row[:junior], row[:emergency], row[:notes].map { |note| note[:kind] }] }
    assert_equal [false, []], student(@bo).values_at(:junior, :notes)
  end

  def test_a_file_that_cannot_be
    file(@ana, kg: 5)
    assert_refused 400, path: "kg"
    file(@ana, born_on: (today + 1).iso8601)
    assert_refused 422, path: "born_on"
    file(@ana, apart: [uuid])
    assert_refused 409, path: "apart"
    sign_in(new_account(club, "assistant"))
    file(@ana)
    assert_refused 403
  end

  def test_second_session_long_absence_and_what_is_due
    earlier, long_ago = new_class, new_class
    begun = Clock.now - 60 # of today too where midnight has just passed
    begun = Clock.now if TZInfo::Timezone.get("Europe/London").to_local(begun).to_date != today
    db[:classes].where(id: earlier[:id]).update(starts_at: begun)
    db[:classes].where(id: long_ago[:id]).update(starts_at: Clock.now - 40 * 86_400)
    tell(earlier[:id], {attendances: [{id: uuid, student_id: @ana, at: Clock.now - 1_500}],
      round_runs: [{id: uuid, round: 0, title: "Two", combination_id: nil, worked_s: 1_800, outcome: "done",
                    at: Clock.now}]}, coach_id: nil)
    tell(long_ago[:id], {attendances: [{id: uuid, student_id: @bo, at: Clock.now}],
      marks: [90, 89].map { |days|
        {id: uuid, student_id: @bo, combination_id: @two[:id], rung: "count", on: today - days, attempted: 20,
         clean: 20, at: Clock.now}
      }}, coach_id: nil)
    assert_equal ["Second session today: 25 min already"], student(@ana)[:notes].map { |note| note[:text] }
    assert_equal ["Back after 5 weeks: ease in", "Due: Two"], student(@bo)[:notes].map { |note| note[:text] }
  end

  def test_pairs_of_who_is_here
    file(@ana, apart: [@bo])
    record(pairings: [{id: uuid, student_ids: [@ana, @cy], at: now}])
    assert_equal [[@ana, @cy]],
      pairs(@ana, @cy)[:groups].map { |group| group[:ids].sort_by { |id| [@ana, @bo, @cy].index(id) } }
    assert_equal [["they are kept apart (1 of 1)"]] * 2, pairs(@ana, @bo)[:stuck].map { |one| one[:reasons] }
    assert_equal 3, pairs(@cy, @bo, new_student(group: @group, name: "Dee"))[:groups].first[:ids].size
    pairs(@ana, @bo, locked: [[@ana, @bo]])
    assert_refused 422, path: "locked", says: /Ana and Bo: they are kept apart/
  end

  def test_a_knock_to_the_head_holds_at_once_and_once
    knock = {id: uuid, student_id: @ana, matter: "head knock", text: "slipped, hit the post", at: now}
    2.times { record(knocks: [knock]) }
    assert_equal [["all"], ["contact", "hard effort"]],
      call(:get, "/api/care/students/#{@ana}/holds").map { |hold| hold[:blocks] }.sort
    assert_equal "held back from everything", pairs(@ana, @bo)[:out].first[:reasons].first
    assert_equal ["all", "contact", "hard effort"], student(@ana)[:blocks].sort
    call(:put, "/api/care/holds/#{knock[:id]}/lifted", lifted: true)
    assert_refused 409
  end

  def test_other_knocks_are_kept_and_hold_nobody
    record(knocks: [{id: uuid, student_id: @ana, matter: "knee or shin", text: "", at: now}])
    assert_empty call(:get, "/api/care/students/#{@ana}/holds")
    assert_equal 1, shown[:facts][:knocks].size
  end

  def test_what_was_written_down_stands_in_the_book
    mark = {id: uuid, student_id: @ana, combination_id: @two[:id], rung: "count", on: today.iso8601, attempted: 1,
            clean: 0, broke_at: 0, at: now}
    record(attendances: [{id: uuid, student_id: @ana, at: now}],
      pairings: [{id: uuid, student_ids: [@ana, @bo], at: now}],
      notes: [{id: uuid, student_id: @ana, text: "Hands home", at: now},
        {id: uuid, student_id: nil, text: "Good evening", at: now}],
      knocks: [{id: uuid, student_id: @ana, matter: "elbow", text: "on the post", at: now}],
      marks: [mark, mark.merge(id: uuid)])
    written = call(:get, "/api/book/students/#{@ana}/classes")
    assert_equal [["Card", [], ["Hands home"], [{matter: "elbow", text: "on the post"}],
      [{after: "jab", name: "Two", at: 0, times: 2}]]],
      written.map { |row| row.values_at(:title, :partners, :notes, :knocks, :broke) }
    record(attendances: [{id: uuid, student_id: @bo, at: now}])
    classes.close(@class_id, Clock.now + 90)
    record(round_runs: [{id: uuid, round: 0, title: "Two", combination_id: @two[:id], worked_s: 60, outcome: "done",
                         at: (Clock.now + 80).iso8601}])
    assert_equal ["Bo"], call(:get, "/api/book/students/#{@ana}/classes").first[:partners],
      "a shared round rang while both were there"
    assert_equal [[[@ana, @bo], "on the post"]],
      [[shown[:facts][:pairings].first[:student_ids], shown[:facts][:knocks].first[:text]]]
    sign_in(new_account(club, "assistant"))
    assert_equal [nil, nil], [call(:get, "/api/book/students/#{@ana}/classes").first[:knocks].first[:text],
      shown[:facts][:knocks].first[:text]], "not for assistants"
    assert_equal ["Hands home", "Good evening"].sort, shown[:facts][:notes].map { |note| note[:text] }.sort
  end

  def test_calls_are_the_same_on_every_device
    drill = new_drill(manner: "called", pool: [@two[:id], new_combination(text: "3-2", name: "Hook")[:id]])
    card = new_card(name: "Called", rounds: [round(drill_id: drill[:id], rung: "call")])
    call(:post, "/api/floor/classes", id: @class_id = uuid, card_id: card[:id], group_id: @group)
    calls = -> { shown[:segments].flat_map { |segment| segment[:cues] }.select { |cue| cue[:kind] == "call" } }
    assert_operator calls.call.size, :>, 20
    assert_equal calls.call, calls.call
    assert_equal %w[Hook Two],
      calls.call.map { |cue| shown[:combinations][cue[:combination_id].to_sym][:name] }.uniq.sort
  end

  def test_what_is_short_for_how_many
    call(:put, "/api/school/settings", settings: {kit: {"focus-mitts" => 2}})
    assert_nil shown[:short][:"4"]
    assert_equal [{name: "focus mitts", needed: 3, owned: 2}], shown[:short][:"6"]
  end

  def test_the_class_as_one_track
    get "/api/floor/classes/#{@class_id}/track.wav"
    assert_equal [200, "audio/wav", "RIFF"], [status, last_response.headers["content-type"], last_response.body[0, 4]]
    assert_equal last_response.headers["content-length"].to_i, last_response.body.bytesize
  end

  def test_a_technique_of_one_s_own_is_spoken
    call(:post, "/api/school/techniques", name: "Tidal hook", family: "punch", plane: "round", range: %w[mid close],
      sides: %w[lead rear], side: "lead", levels: %w[head body], level: "head")
    store = Store::School.new(db, club)
    assert_equal store.spoken_words.empty? ? ["punch"] : ["tidal hook"], store.voice.words("tidal hook"),
      "in its own word, or, where this machine cannot speak, in its family's"
    store.keep_word("tidal hook", wave: "RIFF", ms: 500)
    assert_equal ["tidal hook"], Store::School.new(db, club).voice.words("tidal hook")
    get "/api/school/voice/tidal%20hook"
    assert_equal [200, "RIFF"], [status, last_response.body]
    get "/api/school/voice/nothing"
    assert_equal 404, status
    assert_equal ["tidal hook"], shown[:own_words]
  end

  def test_somebody_new_comes_and_is_a_student_once
    guest = {id: uuid, name: " Dunja ", stance: "southpaw"}
    2.times do
      record(guests: [guest], attendances: [{id: uuid, student_id: guest[:id], at: now}],
        pairings: [{id: uuid, student_ids: [@ana, guest[:id]], at: now}])
    end
    assert_equal 200, status
    assert_equal [["Dunja", "southpaw", @group]],
      db[:students].where(id: guest[:id]).select_map(%i[name stance group_id])
    assert_equal 1, db[:presences].where(student_id: guest[:id]).count
  end

  def recording(kind, samples, **facts) =
    {id: uuid, student_id: @ana, round: 0, kind: kind, samples: samples, at: now}.merge(facts)

  def reviews = call(:get, "/api/floor/classes/#{@class_id}/reviews")

  def test_a_round_is_reviewed_from_what_sensors_felt
    record(recordings: [recording("strikes", [[0, "left", 20], [430, "right", 21.5], [1_460, "left", 20],
      [2_900, "left", 19], [3_330, "right", 18]]), recording("heart", [[1_000, 120], [2_000, 130]])])
    assert_equal 200, status
    felt, heart = reviews.partition { |review| review[:kind] == "strikes" }.map(&:first)
    assert_equal ["Bag", 3, 2, 1], [felt[:title], *felt[:strikes].values_at(:sets, :whole, :missed)]
    assert_equal({samples: 2, least: 120, mean: 125, most: 130}, heart[:heart])
    db[:students].where(id: @ana).update(stance: "southpaw")
    assert_equal 0, reviews.find { |review| review[:kind] == "strikes" }[:strikes][:whole], "the other hand leads"
  end

  def test_garbage_from_a_sensor_is_refused_and_said
    record(recordings: [recording("strikes", [[0, "left", 20], [430, "foot", 21.5]])])
    assert_refused 422, path: "recordings/0/samples", says: /left or the right hand, not "foot"/
    record(recordings: [recording("noise", [])])
    assert_refused 400
    assert_empty reviews
  end

  def test_a_round_that_is_gone_is_said_to_be
    record(recordings: [recording("strikes", [[0, "left", 20]], round: 9)])
    assert_equal "A round that is not on the card any more", reviews.first[:title]
  end

  def live(device, take: false, moment: "ring") =
    call(:put, "/api/floor/classes/#{@class_id}/live", device: device, take: take, moment: moment,
      ring: {at: 1, gone: 4_000, running: true, extra: {}})

  def test_one_leads_and_others_follow
    mine, theirs = uuid, uuid
    live(mine)
    assert_equal 200, status
    live(theirs)
    assert_refused 409, path: "device", says: /A coach leads this class on another device/
    live(theirs, take: true)
    assert_equal 200, status
    live(mine)
    assert_refused 409
    get "/api/floor/classes/#{@class_id}/live"
    assert_match(/\Adata: \{.*"device":"#{theirs}"/, last_response.body)
    db[:classes].where(id: @class_id)
      .update(live: Sequel.lit("jsonb_set(live, '{told}', to_jsonb((live->>'told')::float - 5))"))
    get "/api/floor/classes/#{@class_id}/live"
    assert_includes 9_000..9_900, JSON.parse(last_response.body.delete_prefix("data: "))["ring"]["gone"],
      "what was said five seconds ago has moved on"
  end

  # Who holds the group's rung goes on, who does not hold the one beneath does that.
  def test_each_does_the_version_of_their_own
    held = ->(id, rung) {
      [3, 10].each do |ago|
        db[:marks].insert(club_id: club, id: uuid, student_id: id, combination_id: @two[:id], rung: rung,
          on: today - ago, attempted: 12, clean: 12, at: Clock.now)
      end
    }
    held.call(@ana, "clock")
    held.call(@bo, "count")
    Store::Masteries.of(db, club).rewrite_all
    card = new_card(name: "Versions",
      rounds: [round(combination_id: @two[:id], rung: "clock", implement: "focus-mitts", swap: "even", every: nil,
        beginners: "count", ahead: "move"), round(combination_id: @two[:id], rung: "clock")])
    id = uuid
    call(:post, "/api/floor/classes", id: id, card_id: card[:id], group_id: @group)
    rounds = call(:get, "/api/floor/classes/#{id}")[:rounds]
    assert_equal [{@ana.to_sym => "move", @cy.to_sym => "count"}, {}], rounds.map { |each| each[:own] }
  end

  # By the plan of the weeks: of the class's day, and where the round is what the plan has.
  def test_who_does_what_by_the_plan
    card = new_card(name: "Planned",
      rounds: [round(combination_id: @two[:id], rung: "clock"), round(combination_id: @two[:id], rung: "count")])
    kick = new_combination(text: "2-3-rear low kick", name: "Kick")
    lanes = [lane("count", "behind", @bo), lane("clock", "group", @ana, @cy)]
    plan_has(card, combination_id: @two[:id], rung: "clock", lanes: lanes,
      instead: [lane("count", "ahead", @cy).merge(combination_id: kick[:id])])
    rounds, combinations = opened(card).values_at(:rounds, :combinations)
    assert_equal [["count", nil, [@bo]], ["clock", nil, [@ana]], ["count", kick[:id], [@cy]]],
      rounds[0][:lanes].map { |each| each.values_at(:rung, :combination_id, :student_ids) }
    assert_empty rounds[1][:lanes], "the plan has it at another rung"
    assert_includes combinations.keys, kick[:id].to_sym, "a device without a network can draw it"
  end

  def test_a_plan_of_another_day_or_put_away_says_nothing
    card = new_card(name: "Planned", rounds: [round(combination_id: @two[:id], rung: "clock")])
    facts = {combination_id: @two[:id], rung: "clock", lanes: [lane("clock", "group", @ana)]}
    plan_has(card, on: today + 1, **facts)
    assert_empty opened(card)[:rounds][0][:lanes]
    programmes = Store::Programmes.new(db, club)
    id = plan_has(card, **facts)
    refute_empty opened(card)[:rounds][0][:lanes]
    programmes.archive(id, revision: 1, archived: true)
    assert_empty opened(card)[:rounds][0][:lanes]
  end

  def lane(rung, place, *students) = {rung: rung, place: place, student_ids: students}

  # A programme of the group whose plan has one class with one place.
  def plan_has(card, on: today, **place)
    programmes = Store::Programmes.new(db, club)
    row = programmes.add(id: uuid, group_id: @group, name: "Spring", template_id: card[:id],
      settings: {start: on.iso8601, weeks: 4, goals: []})
    programmes.keep(row[:id], id: uuid, revision: row[:revision], planned_on: on,
      plan: {classes: [{on: on.iso8601, at: "18:30", places: [place]}]})
    row[:id]
  end

  def opened(card)
    id = uuid
    call(:post, "/api/floor/classes", id: id, card_id: card[:id], group_id: @group)
    call(:get, "/api/floor/classes/#{id}")
  end
end
