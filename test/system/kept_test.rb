require "support/system"

# What is kept on a device and what must not stay on it; pages that lead to one another; a page that breaks.
class KeptSystemTest < SystemTest
  STATE = <<~JS.freeze
    const done = arguments[0];
    const open = indexedDB.open("jaunty-bell");
    open.onsuccess = () => {
      const read = (name) => new Promise((go) => { const all = open.result.transaction(name).objectStore(name).getAll(); all.onsuccess = () => go(all.result); });
      Promise.all([read("kept"), read("facts")]).then(([kept, facts]) => { open.result.close(); done({ kept: kept.length, facts: facts.map((row) => row.entry.table), local: Object.keys(localStorage).sort() }); });
    };
  JS

  def state = page.driver.browser.execute_async_script(STATE)

  # What the page is still asking for is refused once nobody is signed in: the browser notes that.
  def sign_out
    expect_refusals
    find("button[aria-label*='account of']").click
    find("[role=menuitem]", text: "Sign out").click
  end

  # In the page itself, without fetching it anew.
  def go(path) =
    page.execute_script("history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))", path)

  def count(table) = db[table].where(class_id: @class_id).count

  def test_from_the_calendar_to_the_floor_and_back
    sign_in
    row = db[:classes].where(ended_at: nil, cancelled_at: nil,
      starts_at: (Clock.now + 86_400)..(Clock.now + 12 * 86_400)).order(:starts_at).first
    visit "/card/calendar"
    assert_selector "button", text: row[:title]
    all("button", text: row[:title]).last.click # one that is to come
    within("[role=dialog]") { click_link "On the Floor" }
    assert_text "Who is here?"
    page.go_back
    assert_selector "h1", text: "Calendar"
    visit "/floor"
    find("a[href='/floor/#{row[:id]}']", match: :first).click
    assert_text "Who is here?"
  end

  def test_a_page_that_breaks_says_so_and_leads_on
    sign_in
    visit "/bench"
    page.execute_script("Map.groupBy = () => { throw new Error('no groups today'); }")
    go("/floor")
    assert_selector "[role=alert]", text: "no groups today"
    assert_accessible
    find("nav[aria-label=Places] a", text: "Card").click
    assert_selector "h1", text: "Class cards"
    assert_no_text "This page has broken"
    page.driver.browser.logs.get(:browser) # React says there what broke
  end

  def test_signing_out_leaves_nothing_of_the_club
    sign_in
    visit "/bench"
    fill_in "Combination", with: "1-2-3b"
    open_class
    click_button "Pia Pontoon"
    until_true { count(:attendances) == 1 }
    assert_operator state["kept"], :>=, 1
    visit "/bench"
    sign_out
    assert_button "Ring in"
    assert_equal [0, [], []], [state["kept"], state["facts"], state["local"] - %w[device server:ahead server:said]]
  end

  def test_what_is_not_sent_is_said_before_signing_out_and_waits_for_whoever_tapped_it
    @expected_refusals = true
    sign_in
    open_class
    offline(true)
    click_button "Pia Pontoon"
    go("/bench")
    assert_button "1 not sent yet"
    sign_out
    within("[role=dialog]") do
      assert_text "One thing you tapped is on this device alone"
      click_button "it waits here until I sign in again", exact: false
    end
    offline(false)
    assert_button "Ring in"
    assert_text "1 thing waits on this device"
    assert_no_text "Pia"
    ruben = Demo::FACTS.fetch("coaches")[1]["email"]
    ring_in(ruben)
    visit "/floor/#{@class_id}"
    assert_button "Pia Pontoon", class: "!bg-lead" # as the club has it: nobody is here yet
    assert_equal 0, count(:attendances)
    visit "/bench"
    sign_out
    assert_button "Ring in"
    ring_in
    until_true { count(:attendances) == 1 }
    assert_equal [[], 1], [state["facts"], count(:attendances)]
  ensure
    offline(false)
    page.driver.browser.logs.get(:browser)
  end

  # Not on hover: a tablet has none.
  def test_why_something_is_not_stored_yet_is_said_in_full_on_every_page
    @expected_refusals = true
    sign_in
    open_class
    db[:clubs].update(moving_at: Time.now)
    click_button "Pia Pontoon"
    assert_selector "main [role=alert]", text: "Not stored yet: Your club is just going to another server"
    go("/book")
    assert_button "1 not sent yet"
    assert_selector "[role=alert]", text: "Not stored yet: Your club is just going to another server"
    db[:clubs].update(moving_at: nil)
    assert_no_text "Not stored yet"
    assert_no_button "1 not sent yet"
    assert_equal 1, count(:attendances)
  ensure
    page.driver.browser.logs.get(:browser)
  end

  def test_signing_out_without_a_network_shuts_the_door_at_once
    @expected_refusals = true
    sign_in
    visit "/bench"
    assert_text "The corner says"
    sessions = db[:account_active_session_keys].count
    offline(true)
    sign_out
    assert_button "Ring in"
    until_true { state["local"].include?("device:signed-out") }
    offline(false)
    visit "/book"
    assert_button "Ring in"
    until_true { db[:account_active_session_keys].count == sessions - 1 }
  ensure
    offline(false)
    page.driver.browser.logs.get(:browser)
  end

  def test_facts_left_on_a_device_are_sent_from_any_page
    sign_in
    open_class
    fact = {table: "notes",
            fact: {id: SecureRandom.uuid, student_id: nil, text: "Left from yesterday", at: Clock.now.iso8601}}
    row = {key: [1, "x"], owner: Demo::OWNER, classId: @class_id, entry: fact, tried: false}
    page.driver.browser.execute_async_script("const [row, done] = arguments; const open = " \
      "indexedDB.open('jaunty-bell'); open.onsuccess = () => { const put = open.result.transaction('facts', " \
      "'readwrite').objectStore('facts').put(row); put.onsuccess = () => { open.result.close(); done(); }; };", row)
    visit "/book"
    until_true { db[:notes].where(class_id: @class_id).count == 1 }
    assert_no_text "not sent yet"
  end

  def test_two_tabs_of_one_class_lose_nothing
    sign_in
    open_class
    tab = open_new_window
    within_window(tab) do
      visit "/floor/#{@class_id}"
      assert_text "Who is here?"
      click_button "Kit Bollard"
    end
    click_button "Pia Pontoon"
    until_true { db[:presences].where(class_id: @class_id).count == 2 }
    within_window(tab) { click_button "Nessa Driftwood" }
    until_true { db[:presences].where(class_id: @class_id).count == 3 }
  ensure
    tab&.close
  end
end
