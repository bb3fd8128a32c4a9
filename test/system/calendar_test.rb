require "support/system"

class CalendarSystemTest < SystemTest
  def setup
    super
    sign_in
  end

  def teardown
    ids = db[:classes].where(room: "Luggage room").select_map(:id)
    db[:class_guests].where(class_id: ids).delete
    db[:classes].where(id: ids).delete
    super
  end

  def schedule(room:, coach: "Ruben Quay", weeks: 1)
    visit "/card/#{db[:cards].first(name: "Hands first")[:id]}"
    click_button "Do more"
    click_on "Put it in the calendar"
    fill_in "On", with: "30/11/2099"
    fill_in "At", with: "6.30"
    fill_in "For how many weeks", with: weeks
    select coach, from: "Coach"
    select room, from: "Room"
    click_button "Put it in"
    assert_selector "[role=dialog]", text: "In the calendar"
  end

  # A day is closed from the calendar, its class is off; taken back, it is on again.
  def test_the_club_is_closed
    schedule(room: "Luggage room")
    click_on "Show the calendar"
    there = page.current_url
    click_link "Closed days"
    assert_accessible
    fill_in "What for", with: "Boat races"
    fill_in "First day", with: "30/11/2099"
    press(:tab)
    assert_field "Last day", with: "30/11/2099"
    click_button "Close 1 day"
    assert_selector "li", text: "Boat races"
    visit there
    within("section[aria-label='Week of 30 Nov']") { assert_text "the club is closed" }
    visit "/school/calendar"
    click_button "Take back: Boat races"
    assert_no_selector "li", text: "Boat races"
    visit there
    within("section[aria-label='Week of 30 Nov']") { assert_no_text "the club is closed" }
  ensure
    JauntyBell::Store::Closures.new(db, db[:clubs].get(:id)).then { |store|
      store.all.select { |row| row[:name] == "Boat races" }.each { |row| store.remove(row[:id]) }
    }
  end

  def test_a_card_every_week_a_clash_and_one_called_off
    schedule(room: "Luggage room", weeks: 3)
    assert_text "3 classes, one a week"
    schedule(room: "Luggage room")
    assert_selector "[role=alert]", text: "Ruben Quay is wanted twice"
    assert_selector "[role=alert]", text: "Luggage room is wanted twice"
    click_on "Show the calendar"
    assert_selector "section[aria-label='Week of 30 Nov'] button", text: "Hands first", count: 2
    assert_accessible
    first("section[aria-label='Week of 30 Nov'] button", text: "Hands first").click
    within("[role=dialog]") do
      assert_text "7 expected"
      click_button "Jory Causeway is not coming"
      assert_text "6 expected"
      select "Oona Ferrier", from: "Somebody else is coming"
      assert_text "7 expected"
      click_button "Call it off"
      assert_text "called off"
    end
    assert_no_selector "[role=alert]", text: "is wanted twice"
    assert_accessible
  end

  def test_on_a_phone
    size(*SystemServer::PHONE)
    visit "/card/calendar"
    assert_text "Calendar from"
    assert_text "Hands first"
    assert_no_sideways_scroll
    assert_accessible
  end
end
