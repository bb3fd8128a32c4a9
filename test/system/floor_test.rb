require "support/system"

class FloorSystemTest < SystemTest
  def setup
    super
    sign_in
    visit "/floor"
    select "Juniors on the boards", from: "Card"
    click_button "Open the door"
    assert_text "Who is here?"
    @class_id = page.current_path.split("/").last
  end

  def test_a_reload_in_the_middle_resumes_at_the_right_second
    click_button "Idris Lockkeeper"
    click_button "To the ring"
    click_button "Start"
    assert_selector "[role=timer]", text: /5:5[0-8]/
    visit "/floor/#{@class_id}"
    assert_selector "[role=timer]", text: /5:[45]\d/
    assert_button "Pause"
  end

  def test_the_clock_catches_up_after_a_sleep
    click_button "To the ring"
    click_button "Start"
    assert_button "Pause"
    # A tablet that slept for seven minutes: the warm-up of six and 60 s of rest are over.
    page.execute_script("const key = Object.keys(localStorage).find((k) => k === 'floor:#{@class_id}'); const hall = JSON.parse(localStorage[key]); hall.ring.since -= 430000; localStorage[key] = JSON.stringify(hall); location.reload()")
    assert_selector "h1", text: "Two bells"
    within("main") { assert_text "Round 2 of 11" }
    assert_equal [["done", 360]], wait_for_rows(:round_runs, 1).map { |row| row.values_at(:outcome, :worked_s) }
  end

  def test_a_late_arrival
    click_button "Pia Pontoon"
    click_button "To the ring"
    click_button "Door"
    click_button "Kit Bollard"
    click_button "To the ring"
    assert_equal 2, wait_for_rows(:attendances, 2).size
  end

  def test_without_a_connection_everything_waits_and_is_stored_once
    click_button "Nessa Driftwood"
    click_button "To the ring"
    wait_for_rows(:attendances, 1)
    4.times { click_button "Skip" }
    assert_selector "h1", text: "Two bells"
    offline(true)
    3.times { click_button "Nessa Driftwood: clean" }
    assert_text "3 to send"
    offline(false)
    assert_no_text "to send"
    assert_equal 3, wait_for_rows(:marks, 3).size
  ensure
    @expected_refusals = true
    offline(false)
    page.driver.browser.logs.get(:browser)
  end

  def test_an_empty_card_says_what_to_do_first
    visit "/card"
    click_button "New card"
    assert_text "No rounds yet"
    click_button "Run it"
    click_button "Open the door"
    assert_text "This class has no rounds"
  end

  private

  def offline(yes)
    page.driver.browser.execute_cdp("Network.enable")
    page.driver.browser.execute_cdp("Network.emulateNetworkConditions", offline: yes, latency: 0, downloadThroughput: -1, uploadThroughput: -1)
  end

  # Rows of this class, once there are as many as expected.
  def wait_for_rows(table, count)
    rows = []
    Timeout.timeout(10) { Thread.pass until (rows = db[table].where(class_id: @class_id).all).size >= count }
    rows
  end
end
