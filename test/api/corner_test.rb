require "support/history"
require "pdf-reader"
require "jaunty_bell/stand_ins"

# A student's own page: what opens it, what it shows, what is told on it, and that nothing else opens with it.
class CornerTest < ApiTest
  include History

  HOME = {have: ["mirror"], room: "mat", quiet: true}.freeze

  def make(student = @student, guardian: false)
    call(:post, "/api/corners", id: uuid, student_id: student, guardian: guardian)
    answer
  end

  # Enters by a code: asks from here on are that device's.
  def enter(code)
    clear_cookies
    header "Jaunty-Corner", nil
    call(:post, "/api/corner/devices", code: code)
    be(answer[:token]) if status == 201
    answer
  end

  def be(token)
    clear_cookies
    @token = token
    header "Jaunty-Corner", token
  end

  def as_coach(email = @coach)
    header "Jaunty-Corner", nil
    sign_in(email)
  end

  def entered(student = @student) = enter(make(student)[:code])

  def page = call(:get, "/api/corner")

  def refusal = answer[:errors].first[:message]

  def now = Clock.now.iso8601

  # A class that ended so many seconds ago.
  def over(ended_ago: 600)
    db[:classes].where(id: @held[:id]).update(starts_at: Clock.now - ended_ago - 3_600,
      ended_at: Clock.now - ended_ago)
    @held[:id]
  end

  def came(class_id, student = @student)
    db[:attendances].insert(club_id: club, id: uuid, class_id: class_id, student_id: student, at: Clock.now - 4_000)
  end

  def tell_effort(class_id, effort, id: uuid, at: now) =
    call(:post, "/api/corner/efforts", id: id, class_id: class_id, effort: effort, at: at)

  def tell_hurt(matter, text, id: uuid) =
    call(:post, "/api/corner/hurts", id: id, matter: matter, text: text, at: now)

  def test_a_code_opens_the_page_and_only_the_right_one
    code = make[:code]
    enter("AAAA-BBBB-CCCC")
    assert_equal [404, JauntyBell::Store::Corners::SHUT], [status, refusal]
    enter(code.downcase.tr("-", " "))
    assert_equal 201, status
    assert_equal [200, false], [page && status, answer[:guardian]]
    be("nothing")
    page
    assert_equal 401, status
  end

  def test_three_devices_and_no_more_until_one_leaves
    code = make[:code]
    3.times { enter(code) }
    here = page[:devices].find { |device| device[:here] }
    assert_equal 3, answer[:devices].size
    third = @token
    enter(code)
    assert_equal 409, status
    be(third)
    call(:delete, "/api/corner/devices/#{here[:id]}")
    page
    assert_equal 401, status
    enter(code)
    assert_equal 201, status
  end

  def test_replaced_or_ended_it_is_shut_at_once
    first = make[:code]
    enter(first)
    token = @token
    as_coach
    second = make
    be(token)
    page
    assert_equal 401, status
    enter(first)
    assert_equal 404, status
    enter(second[:code])
    token = @token
    as_coach
    call(:delete, "/api/corners/#{second[:id]}")
    be(token)
    page
    assert_equal 401, status
  end

  def test_it_ends_by_itself_and_with_the_membership
    made = make
    enter(made[:code])
    db[:corners].where(id: made[:id]).update(ends_at: Clock.now - 1)
    page
    assert_equal 401, status
    as_coach
    entered
    db[:students].where(id: @student).update(left_on: today)
    page
    assert_equal 401, status
  end

  # A junior's page, theirs or a guardian's, wants a consent; and falls with it.
  def test_a_junior_wants_a_guardian_s_consent
    db[:students].where(id: @student).update(born_on: today << (12 * 14))
    [false, true].each do |guardian|
      make(guardian: guardian)
      assert_equal [409, JauntyBell::Store::Corners::NO_CONSENT], [status, refusal]
    end
    call(:put, "/api/corners/students/#{@student}/consent", by: "Tamsin Quill", on: today.iso8601)
    assert_equal [nil, nil], answer.values_at(:refusal, :guardian_refusal)
    [[" ", today], ["Tamsin Quill", nil], ["Tamsin Quill", today + 1]].each do |by, on|
      call(:put, "/api/corners/students/#{@student}/consent", by: by, on: on&.iso8601)
      assert_equal 422, status
    end
    enter(make(guardian: true)[:code])
    assert_equal [true, true], page.values_at(:guardian, :junior)
    token = @token
    as_coach
    call(:put, "/api/corners/students/#{@student}/consent", by: nil, on: nil)
    be(token)
    page
    assert_equal 401, status
  end

  def test_of_an_adult_there_is_no_guardian_s_page
    make(guardian: true)
    assert_equal 409, status
  end

  def test_wrong_codes_are_slowed_down
    7.times { enter("AAAA-BBBB-CCCC") }
    assert_equal 429, status
  end

  # Every route with a page's token alone: none but the page's own lets in.
  def test_the_token_opens_nothing_of_the_club
    entered
    closed = JauntyBell::Api::Server::ROOMS.flat_map { |prefix, room|
      room.permissions.reject { |_, _, who| %i[anybody corner].include?(who) }
        .map { |verb, path, _| [verb, "/api#{prefix}#{path.delete_suffix("/?")}".gsub(/:\w+/, uuid)] }
    }
    assert_operator closed.size, :>, 100
    closed.each do |verb, path|
      public_send(verb, path, *((verb == :get) ? [] : ["{}", JSON_TYPE]))
      assert_includes [400, 401], status, "#{verb} #{path}"
      assert_equal [:errors], answer.keys
    end
    assert_equal 200, page && status
  end

  def test_another_student_s_things_are_not_theirs
    other = new_student(club, name: "Somebody Else")
    marked(@two, [[3, 20, 20]])
    entered
    homework = call(:post, "/api/corner/homeworks", id: uuid, minutes: 10, home: HOME)[:id]
    as_coach
    entered(other)
    call(:get, "/api/corner/homeworks/#{homework}")
    assert_equal 404, status
    call(:put, "/api/corner/homeworks/#{homework}/done", effort_id: uuid, seconds: 10, effort: 1, at: now)
    assert_equal 404, status
    refute_includes page.to_s, db[:students].first(id: @student)[:name]
  end

  def test_how_hard_it_was_is_their_own_word_before_the_coach_s
    id = over
    came(id)
    db[:efforts].insert(club_id: club, id: uuid, class_id: id, student_id: @student, on: today, effort: 4, minutes: 55,
      estimated: true, at: Clock.now)
    entered
    assert_equal [[id, nil]], page[:to_tell].map { |row| row.values_at(:class_id, :told) }
    fact = uuid
    2.times do
      tell_effort(id, 7, id: fact)
      assert_equal 201, status
    end
    assert_equal [7.0], page[:to_tell].map { |row| row[:told] }
    counting, kept = db[:efforts].where(student_id: @student).all.partition { |row| row[:taken_back_at].nil? }
    assert_equal [[[7.0, true]], [[4.0, false]]],
      [counting, kept].map { |rows| rows.map { |row| row.values_at(:effort, :by_student) } }
    tell_effort(id, 7)
    assert_equal 201, status
    tell_effort(id, 2)
    assert_equal 409, status
    assert_match(/told 7 of this class already/, refusal)
  end

  def test_a_coach_s_word_that_comes_later_stays_second
    id = over
    came(id)
    entered
    tell_effort(id, 8)
    as_coach
    tell(id, {efforts: [{id: uuid, student_id: @student, on: today, effort: 5, minutes: 60, estimated: false,
                         at: Clock.now + 5}]})
    assert_equal [8.0], db[:efforts].where(student_id: @student, taken_back_at: nil).select_map(:effort)
  end

  # | the class | why not |
  REFUSED = {running: /not over yet/, long_ago: /longer ago than a day/, elsewhere: /not down as having been there/}
    .freeze

  def test_what_cannot_be_told_of_a_class
    entered
    REFUSED.each do |how, why|
      id = over(ended_ago: (how == :long_ago) ? 90_000 : 600)
      db[:classes].where(id: id).update(ended_at: nil) if how == :running
      came(id) unless how == :elsewhere
      tell_effort(id, 5)
      assert_equal 409, status, how
      assert_match why, refusal
      db[:attendances].where(class_id: id).delete
    end
  end

  # Told on the day without a network, sent three days later: it is still of that day.
  def test_told_in_time_and_sent_late
    id = over(ended_ago: 3 * 86_400)
    came(id)
    entered
    tell_effort(id, 5, at: (Clock.now - 3 * 86_400 + 60).iso8601)
    assert_equal 201, status
  end

  def test_sessions_elsewhere_and_rest_are_their_own_word
    entered
    said = ->(on, effort, minutes, title) {
      call(:post, "/api/corner/sessions", id: uuid, on: on.iso8601, effort: effort, minutes: minutes, title: title,
        at: now)
    }
    said.call(today, 6, 45, "A run")
    said.call(today - 1, 0, 0, "Rest")
    assert_equal [["A run", 45], ["Rest", 0]], page[:sessions].map { |row| row.values_at(:title, :minutes) }
    [[today + 1, 6, 45], [today - 15, 6, 45], [today, 11, 45], [today, 6, 400]].each do |on, effort, minutes|
      said.call(on, effort, minutes, "A run")
      assert_equal 422, status
    end
  end

  # It holds at once, told twice it holds once, and stands before the coaches until one has seen to it.
  def test_a_knock_holds_at_once_and_tells_the_coaches
    entered
    id = uuid
    2.times { tell_hurt("head knock", "hit by a door", id: id) }
    assert_equal [201, ["no contact, no hard effort", "out"]], [status, answer[:blocked].sort]
    assert_operator answer[:red_flags].size, :>, 5
    assert_equal 2, db[:holds].where(student_id: @student).count
    as_coach
    tiding = call(:get, "/api/corners/tidings").first
    assert_equal ["hurt", "head knock", "hit by a door"], tiding.values_at(:kind, :matter, :text)
    assert_equal [], call(:put, "/api/corners/tidings/#{tiding[:id]}", answer: "rang them")
  end

  def test_an_assistant_sees_that_and_not_what
    entered
    tell_hurt("elbow", "a secret")
    as_coach(new_account(club, "assistant"))
    assert_equal [["elbow", ""]], call(:get, "/api/corners/tidings").map { |row| row.values_at(:matter, :text) }
  end

  def test_what_they_ask_of_the_club_and_its_answer
    entered
    call(:post, "/api/corner/requests", id: uuid, kind: "correct", text: "I was there on Tuesday", at: now)
    token = @token
    as_coach
    tiding = call(:get, "/api/corners/tidings").first
    call(:put, "/api/corners/tidings/#{tiding[:id]}", answer: "put right")
    assert_equal 403, status, "the owner answers"
    as_coach(new_account(club, "owner"))
    call(:put, "/api/corners/tidings/#{tiding[:id]}", answer: "put right")
    be(token)
    assert_equal [["correct", "put right"]], page[:requests].map { |row| row.values_at(:kind, :answer) }
  end

  def test_homework_to_the_second_and_what_was_done
    marked(@two, [[95, 20, 20], [99, 20, 20]])
    entered
    id, fact = uuid, uuid
    made = call(:post, "/api/corner/homeworks", id: id, minutes: 10, home: HOME)[:made]
    assert_equal [201, 600, 600_000], [status, made[:seconds], made[:segments].sum { |each| each[:duration] }]
    assert_equal [@two[:id]], made[:rounds].filter_map { |round| round[:shown] }.uniq
    assert made[:combinations].key?(@two[:id].to_sym)
    assert_equal made, call(:post, "/api/corner/homeworks", id: id, minutes: 10, home: HOME)[:made]
    2.times do
      call(:put, "/api/corner/homeworks/#{id}/done", effort_id: fact, seconds: 540, effort: 4, at: now)
      assert_equal 200, status
    end
    assert_equal [[9, 4.0, "Homework", id]],
      db[:efforts].where(student_id: @student).map { |row| row.values_at(:minutes, :effort, :title, :homework_id) }
    assert_equal [[], [540]], [page[:homeworks], page[:done].map { |row| row[:done_s] }]
  end

  def test_enough_homework_for_a_day
    marked(@two, [[95, 20, 20]])
    entered
    made = db[:homeworks].where(student_id: @student)
    call(:post, "/api/corner/homeworks", id: uuid, minutes: 10, home: HOME)
    row = made.first
    db[:homeworks].multi_insert(Array.new(11) {
      row.merge(id: uuid, made: Sequel.pg_jsonb({}), home: Sequel.pg_jsonb({}))
    })
    call(:post, "/api/corner/homeworks", id: uuid, minutes: 10, home: HOME)
    assert_equal [422, 12], [status, made.count]
    assert_match(/enough for today/, refusal)
  end

  def test_homework_of_whoever_is_out
    marked(@two, [[95, 20, 20]])
    call(:post, "/api/care/students/#{@student}/holds", id: uuid, matter: "illness", blocks: ["all"],
      from: today.iso8601, to: nil, note: "")
    entered
    call(:post, "/api/corner/homeworks", id: uuid, minutes: 10, home: HOME)
    assert_equal 422, status
    assert_match(/rest is the homework/, refusal)
  end

  def test_late_or_not_coming_the_last_word_stands
    id, first = @held[:id], Clock.now - 60
    entered
    [["late", 15, 0], ["not coming", nil, 10], ["coming", nil, 5]].each do |word, minutes, after|
      call(:put, "/api/corner/comings/#{id}", word: word, minutes: minutes, at: (first + after).iso8601)
      assert_equal 200, status
    end
    assert_equal ["not coming"], db[:comings].where(student_id: @student).select_map(:word)
    call(:put, "/api/corner/comings/#{uuid}", word: "coming", at: now)
    assert_equal 404, status
  end

  # A phone whose clock is a year ahead: what it told first does not outdo what is told next.
  def test_a_phone_with_a_wrong_clock
    entered
    [["late", 15, Clock.now + 365 * 86_400], ["not coming", nil, Clock.now + 5]].each do |word, minutes, at|
      call(:put, "/api/corner/comings/#{@held[:id]}", word: word, minutes: minutes, at: at.iso8601)
    end
    assert_equal ["not coming"], db[:comings].where(student_id: @student).select_map(:word)
  end

  # By mail too, where there is mail; no word of what happened is in it.
  def test_a_knock_is_told_by_mail
    mail = JauntyBell::StandIns::MailServer.new(Dir.mktmpdir("letters")).start
    JauntyBell::Letters.stand_in = mail
    entered
    tell_hurt("elbow", "a secret")
    Timeout.timeout(60) { Thread.pass until JauntyBell::Letters.kept.any? }
    letter = JauntyBell::Letters.kept.first
    assert_match(/is held back/, letter[:subject])
    refute_includes letter[:text], "secret"
  ensure
    JauntyBell::Letters.stand_in = nil
    mail&.close
  end

  def test_what_is_theirs_in_words_and_as_files
    marked(@two, [[3, 20, 20], [1, 20, 20]])
    entered
    theirs = call(:get, "/api/corner/theirs")
    assert_match(/\ATwo to a count\. Your marks vouch/, theirs[:owned].first)
    assert_equal [5, nil], [theirs[:weeks][:loads].size, theirs[:weeks][:usual]]
    get "/api/corner/report.pdf"
    assert_equal "application/pdf", last_response.content_type
    everything = call(:get, "/api/corner/everything.json")
    assert_equal ["jaunty-bell student", 1], [everything[:format], everything[:students].size]
    refute_includes last_response.body, "digest"
    db[:students].where(id: @student).update(born_on: today << (12 * 14), consent_by: "A guardian", consent_on: today)
    assert_nil call(:get, "/api/corner/theirs")[:weeks]
  end

  def sheet(group, again: false) =
    post("/api/corners/sheets", JSON.generate(group_id: group, again: again), JSON_TYPE)

  def codes
    sheets = PDF::Reader.new(StringIO.new(last_response.body)).pages
    [sheets.size, sheets.flat_map { |each| each.text.scan(/[A-Z0-9]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}/) }.uniq]
  end

  def test_codes_on_paper_eight_a_sheet
    group = new_group(club, name: "Evening")
    students = Array.new(10) { |i| new_student(club, group: group, name: "Student #{i}") }
    db[:students].where(id: students.last).update(born_on: today << (12 * 12))
    sheet(group)
    assert_equal [2, 9], codes.then { |sheets, all| [sheets, all.size] }, "a junior without a consent is left out"
    first = codes.last.first
    sheet(group)
    assert_equal [422, JauntyBell::Api::Corners::NOBODY], [status, refusal]
    db[:students].where(id: students.last).update(consent_by: "A guardian", consent_on: today)
    sheet(group)
    assert_equal [1, 1], codes.then { |sheets, all| [sheets, all.size] }
    enter(codes.last.first)
    assert page[:guardian]
    as_coach
    sheet(group, again: true)
    assert_equal 10, codes.last.size
    enter(first)
    assert_equal 404, status
  end

  def test_erased_with_the_page_open
    entered
    JauntyBell::Store::Privacy.new(db, club).erase(@student)
    page
    assert_equal 401, status
  end

  # Asked once more, a class of two days ago can be told of.
  def test_a_coach_asks_again
    id = over(ended_ago: 2 * 86_400)
    came(id)
    entered
    token = @token
    assert_empty page[:to_tell]
    as_coach
    told = call(:get, "/api/corners/told")
    assert_equal [[id, nil, [@student]]], told[:silent].map { |row| row.values_at(:class_id, :asked_at, :students) }
    assert(told[:students].find { |row| row[:id] == @student }[:page])
    call(:put, "/api/corners/told/classes/#{id}/asked")
    assert_equal 200, status
    be(token)
    assert_equal [[id, true]], page[:to_tell].map { |row| row.values_at(:class_id, :again) }
    tell_effort(id, 6)
    assert_equal 201, status
    as_coach
    assert_empty call(:get, "/api/corners/told")[:silent]
    call(:put, "/api/corners/told/classes/#{uuid}/asked")
    assert_equal 404, status
  end

  # For a group each their own, once; who can have none is named.
  def test_homework_that_a_coach_sets
    marked(@two, [[95, 20, 20], [99, 20, 20]])
    out = new_student(club, name: "Out Now")
    db[:holds].insert(club_id: club, id: uuid, student_id: out, matter: "illness", from: today,
      blocks: Sequel.pg_array(["all"], :text))
    asked = {id: uuid, student_ids: [@student, out], minutes: 10, due_on: (today + 5).iso8601}
    2.times { call(:post, "/api/corners/homeworks", **asked) }
    assert_equal [201, [@student], [out]],
      [status, answer[:made], answer[:refused].map { |row| row[:student_id] }]
    assert_match(/rest is the homework/, answer[:refused].first[:why])
    told = call(:get, "/api/corners/told")[:homeworks]
    assert_equal [[@student, (today + 5).iso8601, nil]], told.map { |row| row.values_at(:student_id, :due_on, :done_s) }
    entered
    assert_equal [600], page[:homeworks].map { |row| row[:made][:seconds] }
    as_coach
    call(:post, "/api/corners/homeworks", **asked, id: uuid, due_on: (today - 1).iso8601)
    assert_equal 422, status
  end

  # Off unless the club wants it; a note for coaches.
  def test_how_they_are_where_the_club_asks
    entered
    assert_nil page[:wellbeing]
    token = @token
    as_coach
    call(:put, "/api/school/settings", settings: {ask_how_they_are: true})
    be(token)
    assert_equal({}, page[:wellbeing])
    [[4, nil, 2], [4, 3, 2]].each do |sleep, soreness, mood|
      call(:put, "/api/corner/wellbeing", sleep: sleep, soreness: soreness, mood: mood, at: now)
    end
    assert_equal({sleep: 4, soreness: 3, mood: 2}, page[:wellbeing])
    call(:put, "/api/corner/wellbeing", sleep: 6, soreness: nil, mood: nil, at: now)
    assert_equal 400, status
    call(:put, "/api/corner/wellbeing", sleep: nil, soreness: nil, mood: nil, at: now)
    assert_equal 422, status
    as_coach
    assert_equal [[@student, 4, 3, 2]],
      call(:get, "/api/corners/told")[:wellbeings].map { |row| row.values_at(:student_id, :sleep, :soreness, :mood) }
  end

  def test_how_far_estimates_are_off
    [[5, 7], [6, 7], [4, 6], [5, 6], [7, 8]].each_with_index do |(estimate, own), i|
      id = new_class(card: nil)[:id]
      db[:classes].where(id: id).update(starts_at: Clock.now - (i + 2) * 86_400, ended_at: Clock.now - (i + 2) * 86_400)
      [[estimate, true], [own, false]].each do |effort, estimated|
        db[:efforts].insert(club_id: club, id: uuid, class_id: id, student_id: @student, on: today - i - 2,
          effort: effort, minutes: 60, estimated: estimated, at: Clock.now,
          taken_back_at: (Clock.now if estimated))
      end
    end
    said = "says 1.4 lower than they do, on the whole; most between -2.5 and -0.3, of 5"
    assert_equal [{coach: "a coach", said: said}], call(:get, "/api/corners/told")[:off]
  end
end
