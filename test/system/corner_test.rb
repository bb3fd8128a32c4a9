require "support/system"

# Students' own pages: a coach and three phones through one evening and a homework. Two sisters share a phone; the third
# has their own.
class CornerSystemTest < SystemTest
  FRIEND = :the_third_s_phone

  def setup
    super
    @began = Clock.now
  end

  def teardown
    super
  ensure
    Capybara.using_session(FRIEND) do
      if Capybara.current_session.driver.instance_variable_get(:@browser)
        assert_empty console_errors
        Capybara.current_session.quit
      end
    end
    db[:corners].where(Sequel[:made_at] > @began).delete
    db[:comings].where(Sequel[:at] > @began).delete
    db[:tidings].where(Sequel[:at] > @began).delete
    db[:holds].where(matter: "knee or shin").delete
    db[:homeworks].where(Sequel[:at] > @began).delete
    db[:efforts].where(by_student: true).where(Sequel[:at] > @began).delete
    @born&.each { |id, day| db[:students].where(id: id).update(born_on: day) }
  end

  def club = db[:clubs].get(:id)

  def student(name) = db[:students].first(name: name)

  # A page's code, as a coach hands it over.
  def code_of(name)
    row = student(name)
    JauntyBell::Store::Corners.new(db, club).make(id: SecureRandom.uuid, student_id: row[:id], guardian: false,
      by: nil)[:code]
  end

  def on_the_other_phone
    Capybara.using_session(FRIEND) do
      @bare ||= page.driver.browser.execute_cdp("Page.addScriptToEvaluateOnNewDocument",
        source: "delete Navigator.prototype.serviceWorker")
      size(*SystemServer::PHONE)
      yield
    end
  end

  # A class that both came to and that ended ten minutes ago; others had one on the day before.
  def over
    db[:classes].where(Sequel[:ended_at] > Clock.now - 86_400).update(ended_at: Clock.now - 2 * 86_400)
    open_class
    ["Idris Lockkeeper", "Pia Pontoon"].each { |name| click_button name }
    click_button "To the ring"
    click_button "Start"
    click_button "End class"
    click_button "Tap again to end"
    within("[aria-label='Effort of Idris Lockkeeper']") { find("[aria-label='3, moderate']").click }
    click_button "Done"
    until_true {
      db[:classes].where(id: @class_id).exclude(ended_at: nil).any? && db[:efforts].where(class_id: @class_id).any?
    }
    two = db[:students].where(name: ["Idris Lockkeeper", "Pia Pontoon"])
    @born = two.select_hash(:id, :born_on)
    two.update(born_on: Clock.today << (12 * 30))
  end

  def enter(code)
    visit "/corner"
    open_with(code)
  end

  def open_with(code)
    fill_in "Code", with: code
    click_button "Open"
  end

  # The same card twice on a day: it is said which.
  def test_two_classes_of_one_name_are_told_apart
    before = SecureRandom.uuid
    sign_in
    over
    row = db[:classes].first(id: @class_id)
    db[:classes].insert(row.merge(id: before, starts_at: row[:starts_at] - 3 * 3_600))
    came = db[:attendances].first(class_id: @class_id, student_id: student("Idris Lockkeeper")[:id])
    db[:attendances].insert(came.merge(id: SecureRandom.uuid, class_id: before))
    size(*SystemServer::PHONE)
    enter(code_of("Idris Lockkeeper"))
    asked = all("section[aria-label^='How hard was']", count: 2).map { |section| section["aria-label"] }
    assert_equal 2, asked.grep(/\AHow hard was Juniors on the boards \(.*\d\d:\d\d\)\?\z/).uniq.size, asked
    assert_accessible
  ensure
    db[:attendances].where(class_id: before).delete
    db[:classes].where(id: before).delete
  end

  def test_an_evening
    sign_in
    over
    size(*SystemServer::PHONE)
    enter(code_of("Idris Lockkeeper"))
    assert_selector "h1", text: "Idris"
    assert_accessible
    within("section[aria-label^='How hard was']") { find("button", text: "very hard", match: :first).click }
    assert_text "You told"
    until_true { db[:efforts].where(class_id: @class_id, by_student: true).any? }
    id = student("Idris Lockkeeper")[:id]
    counting = db[:efforts].where(class_id: @class_id, student_id: id, taken_back_at: nil).all
    assert_equal [[6.0, true]], counting.map { |row|
      [row[:effort].to_f, row[:by_student]]
    }, "the coach's word stays second"

    # A second student on the same phone, and a third on their own.
    click_button "Yours"
    click_button "Somebody else of this household"
    open_with(code_of("Pia Pontoon"))
    assert_selector "h1", text: "Pia"
    assert_button "Idris"
    on_the_other_phone do
      enter(code_of("Oona Ferrier"))
      assert_selector "h1", text: "Oona"
      click_button "I am late"
      click_button "15 min"
      assert_text "You come 15 minutes late."
    end
    until_true { db[:comings].where(student_id: student("Oona Ferrier")[:id], word: "late").any? }
    assert_no_sideways_scroll
  end

  # The link in a message, followed every evening, is one device.
  def test_the_link_followed_again
    code = code_of("Oona Ferrier")
    size(*SystemServer::PHONE)
    4.times do
      visit "/corner#code=#{code}"
      assert_selector "h1", text: "Oona"
      visit "about:blank"
    end
    visit "/corner"
    assert_equal "/corner.webmanifest", find("link[rel=manifest]", visible: false, match: :first)["href"][%r{/[^/]+\z}]
    assert_equal 1, db[:corner_devices].join(:corners, id: :corner_id).where(Sequel[:made_at] > @began).count
  end

  # Told on one phone, on the coach's next screen; what hurts is held back at once.
  def test_something_hurts
    size(*SystemServer::PHONE)
    enter(code_of("Oona Ferrier"))
    click_button "Tell us"
    assert_text "call for emergency care now"
    assert_accessible
    click_button "knee or shin"
    fill_in "What happened? Only your coaches read it.", with: "twisted it on the stairs"
    click_button "Tell my coaches"
    assert_text "held back from now on"
    click_button "Today"
    assert_selector "section[aria-label='Held back']", text: "no left leg"
    size(*SystemServer::WIDE)
    sign_in
    within("[aria-label='Told by students']") do
      assert_text "Oona Ferrier is hurt (knee or shin) and held back"
      assert_text "twisted it on the stairs"
      click_button "I have seen it"
    end
    assert_no_selector "[aria-label='Told by students']"
    assert_accessible
  end

  # Asked for with a network, done without one, told when there is one again; reloaded in the middle it stands where it
  # was.
  def test_homework_without_a_network
    size(*SystemServer::PHONE)
    enter(code_of("Ikwe Brightwater"))
    click_button "Homework"
    click_button "10 min"
    check "a mirror"
    click_button "Make it"
    assert_button "Begin · 10:00"
    assert_accessible
    click_button "Begin · 10:00"
    click_button "Begin"
    assert_button "Pause"
    click_button "Skip" until page.has_selector?("[data-testid=figure]", wait: 0.5)
    click_button "Pause"
    title = find("h3").text
    visit "/corner"
    click_button "Homework"
    click_button "Begin · 10:00"
    assert_selector "h3", text: title
    assert_button "Go on"
    offline(true)
    click_button "Go on"
    click_button "End here"
    find("button", text: "somewhat hard").click
    assert_text "waits here until there is a connection"
    assert_equal 0, done_since_it_began
    offline(false)
    page.execute_script("window.dispatchEvent(new Event('online'))")
    until_true { done_since_it_began.positive? }
    assert_no_text "waits here"
    assert console_errors.all? { |error| error.include?("ERR_INTERNET_DISCONNECTED") }
  ensure
    offline(false)
  end

  # A coach sets homework for one of a group and asks once more of a class.
  def test_what_was_told_and_homework_that_a_coach_sets
    sign_in
    visit "/book/told"
    within("section[aria-label='Set homework']") do
      check "Jory Causeway"
      fill_in "Minutes", with: "10"
      click_button "Set it"
      assert_text "Jory Causeway have it now."
    end
    assert_selector "section[aria-label=Homework] li", text: /Jory Causeway.*10 min, from Nell Tidewell/
    assert_selector "section[aria-label='How far estimates are off'] li", text: "says"
    assert_accessible
    size(*SystemServer::PHONE)
    assert_no_sideways_scroll
    enter(code_of("Jory Causeway"))
    click_button "Homework"
    assert_text "From Nell Tidewell"
  end

  def done_since_it_began = db[:homeworks].where(Sequel[:at] > @began).exclude(done_at: nil).count

  def test_a_wrong_code_and_a_page_that_has_ended
    expect_refusals
    size(*SystemServer::PHONE)
    enter("AAAA-BBBB-CCCC")
    assert_text "does not open anything any more"
    assert_accessible
    enter(code_of("Oona Ferrier"))
    assert_selector "h1", text: "Oona"
    db[:corners].where(Sequel[:made_at] > @began).update(ended_at: Clock.now)
    visit "/corner"
    assert_text "This page is closed"
    click_button "Take it off this phone"
    assert_field "Code"
  end

  # What a screen reader is told: every control has a name, and the parts are found by heading and landmark.
  def test_as_it_is_heard
    size(*SystemServer::PHONE)
    enter(code_of("Oona Ferrier"))
    assert_button "Not coming"
    nodes = page.driver.browser.execute_cdp("Accessibility.getFullAXTree")["nodes"].reject { |node| node["ignored"] }
    heard = nodes.map { |node| [node.dig("role", "value"), node.dig("name", "value").to_s] }
    [["heading", "Oona"], ["heading", "Today"], ["heading", "Next"], %w[navigation Places], ["main", ""],
      ["button", "I am late"], ["button", "Homework"]].each { |each| assert_includes heard, each }
    named = %w[button textbox checkbox combobox link image]
    controls = heard.filter { |each| named.include?(each.first) }
    assert_operator controls.size, :>, 6
    assert_empty controls.select { |_, name| name.strip.empty? }
  end

  # The keyboard alone.
  def test_by_keyboard
    size(*SystemServer::PHONE)
    enter(code_of("Oona Ferrier"))
    assert_button "Not coming"
    find("button", text: "Not coming").send_keys(:enter)
    assert_text "You do not come."
    find("nav[aria-label=Places] button", text: "Homework").send_keys(:enter)
    assert_button "Make it"
    assert_equal "page", find("nav[aria-label=Places] button", text: "Homework")["aria-current"]
    find_field("a bag").send_keys(:space)
    assert_checked_field "a bag"
  end
end
