require "support/system"
require "pdf-reader"
require "base64"

# A programme as a coach meets it: what is expected, why here, pins, a plan taken or kept, a card made, on a phone and
# by keyboard.
class WeeksSystemTest < SystemTest
  def setup
    super
    sign_in
    @programme = db[:programmes].first
    db[:programme_plans].where(programme_id: @programme[:id]).exclude(nth: 1).delete
    visit "/weeks"
    assert_selector "h2", text: "Hands to kicks"
    # Classes have taken place since the plan: the rest is laid out by itself
    assert_selector "section[aria-label='A new plan']", wait: 40
  end

  # What the page still asks for and what is still planned is waited for, then all is as it was.
  def teardown
    super
  ensure
    JauntyBell::Services::Weeks::PlanJobs.new(db, *@programme.values_at(:club_id, :id)).wait
    settings = JSON.parse(@programme[:settings].to_json)
    db[:programmes].where(id: @programme[:id]).update(settings: Sequel.pg_jsonb(settings),
      revision: @programme[:revision], archived_at: nil)
    db[:programme_plans].where(programme_id: @programme[:id]).exclude(nth: 1).delete
    db[:programmes].exclude(id: @programme[:id]).delete
  end

  def places = page.all("button[data-place]", minimum: 10)

  def test_what_is_expected_and_why_here
    assert_accessible
    assert_text(/\d+ % of what you want they should really be able to do at the end, .*; \d+ % today\./)
    assert_selector "section[aria-label='The next class'] summary", minimum: 4
    assert_selector "section[aria-label='How forecasts came out'] tbody tr", minimum: 2
    places.last.click
    within("section[aria-label='Why here?']") do
      assert_text(/nearly there|can do it|A review|New to the group|go on|Nobody is near/)
      assert_selector "tbody tr", minimum: 5
    end
    assert_accessible
    assert_no_sideways_scroll
  end

  def test_a_new_plan_is_looked_at_and_taken_or_left
    within("section[aria-label='A new plan']") do
      find("summary").click
      assert_text(/places? (more|away)|on other days/)
      click_button "Look at it"
      assert_button "Look at the old one"
      click_button "Keep the old one"
    end
    assert_text "The old plan stays."
    assert_no_selector "section[aria-label='A new plan']"
    click_button "Plan again"
    within("section[aria-label='A new plan']", wait: 40) { click_button "Take it" }
    assert_text "The new plan stands."
    assert_equal 1,
      db[:programme_plans].where(programme_id: @programme[:id]).exclude(taken_at: nil).exclude(nth: 1).count
  end

  def test_a_place_is_pinned_and_the_pin_undone
    places.last.click
    within("section[aria-label='Why here?']") { click_button "Pin it here" }
    assert_text "Noted: the rest is laid out again."
    assert_equal 1, pins.size
    click_button "Undo"
    assert_no_text "Noted: the rest is laid out again."
    assert_selector "section[aria-label='A new plan']", wait: 40
    until_true { pins.empty? }
  end

  def test_by_keyboard
    press :arrow_right
    assert_selector "button[data-place][aria-pressed=true]", focused: true
    first = page.evaluate_script("document.activeElement.dataset.place")
    press :arrow_down
    assert_selector "button[data-place][aria-pressed=true]:not([data-place='#{first}'])", focused: true
    places.find { |place| place[:"data-place"].split.first > Clock.today.iso8601 }.click
    press "p"
    until_true { pins.size == 1 }
    pinned = pins.first["on"]
    press_with :alt, :arrow_right
    until_true { pins.any? { |pin| pin["on"] > pinned } }
    press_with :control, "z"
    until_true { pins.map { |pin| pin["on"] } == [pinned] }
  end

  def test_the_next_card_is_made_and_stands_in_the_calendar
    find("button", text: /Make the cards of week/).click
    assert_text(/The card is in the calendar|2 cards are in the calendar/)
    card = db[:cards].where(Sequel.like(:name, "Hands to kicks,%")).first
    held = db[:classes].where(card_id: card[:id]).first
    assert_equal @programme[:group_id], held[:group_id]
    visit "/card/#{card[:id]}"
    assert_field "Round 1 title", with: "Rope and hips"
  ensure
    was = db[:cards].where(name: "Tuesday, kicks off the hands").get(:id)
    ours = db[:cards].where(Sequel.like(:name, "Hands to kicks,%")).select_map(:id)
    db[:classes].where(card_id: ours).update(card_id: was, title: "Tuesday, kicks off the hands", minutes: 75)
    db[:card_versions].where(card_id: ours).delete
    db[:cards].where(id: ours).delete
  end

  def test_a_programme_of_one_s_own
    click_button "New programme"
    within("[role=dialog]") do
      assert_text "It needs a name."
      fill_in "Name", with: "Feet first"
      select "Saturday juniors", from: "Group"
      select "Juniors on the boards", from: "Card to go by"
      fill_in "Weeks", with: "3"
      fill_in "Add a goal", with: "Two"
      find("[role=option]", text: "Two bells").click
      fill_in "Weeks", with: "30"
      click_button "Keep and plan"
      assert_selector "input:invalid" # nothing is sent, and nothing typed is lost
      fill_in "Weeks", with: "3"
      assert_accessible
      click_button "Keep and plan"
    end
    assert_selector "h2", text: "Feet first"
    assert_selector "button[data-place]", minimum: 3, wait: 40
    click_button "Put away"
    assert_text "Feet first is put away."
    click_link "All classes"
    assert_text "The ground line is the load of the whole club"
    assert_accessible
  end

  def test_on_paper_it_is_one_page
    pdf = page.driver.browser.execute_cdp("Page.printToPDF", preferCSSPageSize: true)
    paper = PDF::Reader.new(StringIO.new(Base64.decode64(pdf["data"])))
    assert_equal 1, paper.page_count
    assert_operator paper.pages.first.attributes[:MediaBox].then { |_, _, wide, high| wide / high }, :>,
      1.3, "landscape"
    assert_includes paper.pages.first.text, "Gangway"
  end

  def test_on_a_phone_it_is_read
    size(*SystemServer::PHONE)
    assert_selector "ol li h3", minimum: 3
    first("ol li summary").click
    assert_text(/nearly there|can do it|A review|New to the group|go on|Nobody is near/)
    assert_no_sideways_scroll
    assert_accessible
  end

  private

  def pins = JSON.parse(db[:programmes].where(id: @programme[:id]).get(:settings).to_json)["pins"]
end
