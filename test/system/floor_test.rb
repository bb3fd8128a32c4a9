require "support/system"

class FloorSystemTest < SystemTest
  def setup
    super
    sign_in
    open_class
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

  def test_a_mark_is_of_the_version_a_student_does
    visit "/floor"
    select "Tuesday, kicks off the hands", from: "Card"
    click_button "Open the door"
    click_button "Oona Ferrier"
    click_button "To the ring"
    click_button "Start"
    12.times { click_button "Skip" unless page.has_text?("Beginners in place: count", wait: 0) }
    assert_text "Beginners in place: count"
    does = page.find("button[aria-label^='Oona Ferrier does ']").text
    page.find("button[aria-label^='Oona Ferrier does ']").click
    other = page.find("button[aria-label^='Oona Ferrier does ']:not([aria-label*='does #{does}:'])").text
    click_button "Oona Ferrier: clean"
    class_id = page.current_path.split("/").last
    until_true { db[:marks].where(class_id: class_id).any? }
    assert_equal [other], db[:marks].where(class_id: class_id).select_map(:rung)
    assert_equal %w[clock count], [does, other].sort
  end

  # By the plan of the weeks: who does another combination is marked on that one.
  def test_who_does_what_by_the_plan
    round, other, pia, idris = planned_lanes
    visit "/floor/#{@class_id}"
    here "Pia Pontoon", "Idris Lockkeeper"
    click_button "To the ring"
    click_button "Start"
    12.times { click_button "Skip" unless page.has_css?("[aria-label='Who does what']", wait: 0) }
    within("[aria-label='Who does what']") do
      assert_text "#{other[:name]}, count: Pia"
      assert_text "#{round[:rung]}: the rest"
    end
    ["Pia Pontoon", "Idris Lockkeeper"].each { |name| click_button "#{name}: clean" }
    assert_equal [[idris, round[:combination_id], round[:rung]], [pia, other[:id], "count"]].sort,
      wait_for_rows(:marks, 2).map { |row| row.values_at(:student_id, :combination_id, :rung) }.sort
  end

  # A plan for the class: Pia does another combination than Idris in the first round that drills one.
  def planned_lanes
    db[:classes].where(id: @class_id).update(group_id: db[:groups].where(name: "Saturday juniors").get(:id))
    row = db[:classes].first(id: @class_id)
    club = JauntyBell::Services::Club.new(db, row[:club_id])
    round = JauntyBell::Services::Floor::OpenClass.new(club, row).rounds
      .find { |each| each[:combination_id] && each[:feeds].empty? }
    other = club.combinations.by_id([club.shelf.keys.find { |id| id != round[:combination_id] }]).values.first
    pia, idris = ["Pia Pontoon", "Idris Lockkeeper"].map { |name| db[:students].first(name: name)[:id] }
    on = club.classes.day_of(row).iso8601
    plan_has({on: on, at: "10:00", places: [{combination_id: round[:combination_id], rung: round[:rung],
                                             lanes: [{rung: round[:rung], place: "group", student_ids: [pia, idris]}],
                                             instead: [{rung: "count", place: "ahead", student_ids: [pia],
                                                        combination_id: other[:id]}]}]}, row)
    [round, other, pia, idris]
  end

  def plan_has(planned, row)
    programmes = JauntyBell::Store::Programmes.new(db, row[:club_id])
    made = programmes.add(id: SecureRandom.uuid, group_id: row[:group_id], name: "Juniors", template_id: row[:card_id],
      settings: {start: planned[:on], weeks: 4, goals: []})
    programmes.keep(made[:id], id: SecureRandom.uuid, revision: made[:revision],
      planned_on: Date.iso8601(planned[:on]), plan: {classes: [planned]})
  end

  def test_a_session_that_runs_out_in_the_middle_loses_nothing
    expect_refusals
    click_button "Pia Pontoon"
    click_button "To the ring"
    wait_for_rows(:attendances, 1)
    click_button "Start"
    2.times { click_button "Skip" }
    db[:account_active_session_keys].delete
    click_button "Pia Pontoon: clean"
    assert_text "Not stored yet: Sign in first."
    assert_button "Pause", visible: true # the class goes on
    assert_equal 0, db[:marks].where(class_id: @class_id).count
    ring_in
    visit "/floor/#{@class_id}"
    assert_equal [1], wait_for_rows(:marks, 1).map { |row| row[:clean] }
    assert_no_text "Not stored yet"
  end

  # A tablet that stopped for some time in the warm-up of six minutes: so long ago the ring began, and so long ago the
  # page was last alive.
  def start_and_reload(slept)
    click_button "To the ring"
    click_button "Start"
    assert_button "Pause"
    page.driver.browser.execute_async_script(<<~JS, "floor:#{Demo::OWNER}:#{@class_id}", slept)
      const [key, changes, done] = arguments;
      indexedDB.open("jaunty-bell").onsuccess = ({target: {result: db}}) => {
        const store = db.transaction("kept", "readwrite").objectStore("kept");
        store.get(key).onsuccess = ({target: {result: hall}}) => {
          hall.ring.since -= changes.since;
          hall.alive -= changes.alive;
          store.put(hall, key).onsuccess = () => { location.reload(); done(); };
        };
      };
    JS
  end

  def test_the_clock_catches_up_after_a_sleep
    start_and_reload(since: 430_000, alive: 0)
    assert_selector "h1", text: "Two bells"
    within("main") { assert_text "Round 2 of 11" }
    assert_equal [["done", 360]], wait_for_rows(:round_runs, 1).map { |row| row.values_at(:outcome, :worked_s) }
  end

  def test_a_device_that_was_gone_for_minutes_asks_what_happened_meanwhile
    start_and_reload(since: 430_000, alive: 425_000)
    assert_selector "h1", text: /This device was away for 7 min/
    assert_accessible
    assert_button "It went on without it: round 2, Two bells", exact: false
    click_button "The class waited", exact: false
    within("main") { assert_text "Round 1 of 11" }
    assert_selector "[role=timer]", text: /5:5\d/
    assert_button "Go on"
    assert_empty db[:round_runs].where(class_id: @class_id).all, "no round that rang nowhere"
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
    wait_for_rows(:round_runs, 1) # what was skipped is sent before the network goes …
    assert_no_text "to send" # … and the device has heard that it is
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

  def here(*names) = names.each { |name| click_button name }

  def test_pairs_are_made_and_made_anew
    here "Idris Lockkeeper", "Pia Pontoon", "Otto Halfpenny", "Nessa Driftwood"
    within("section[aria-label=Pairs]") { assert_selector "li", count: 2 }
    within("section[aria-label=Pairs]") { here "Pia Pontoon", "Nessa Driftwood" }
    within("section[aria-label=Pairs]") do
      assert_selector "li", text: /Pia Pontoon.*Nessa Driftwood.*by hand|Nessa Driftwood.*Pia Pontoon.*by hand/m
      assert_text "Idris Lockkeeper"
    end
    within("section[aria-label=Everybody]") { click_button "Otto Halfpenny" }
    within("section[aria-label=Pairs]") { assert_selector "li", text: "Nobody left for" }
    within("section[aria-label=Pairs]") { assert_text "everybody who would do is paired already" }
    within("section[aria-label=Pairs]") { click_button "by hand" }
    within("section[aria-label=Pairs]") { assert_selector "li", text: "trio", count: 1 }
    click_button "To the ring"
    assert_equal [3], wait_for_rows(:pairings, 1).map { |row| row[:student_ids].size }
  end

  def test_what_to_know_and_whom_to_call
    assert_selector "button",
      text: /Kit Bollard.*Junior: no head contact, no contact with adults\s+No guardian on file/m
    here "Kit Bollard"
    press "e"
    within("[role=dialog]") do
      assert_text "Defibrillator: in the porch"
      assert_link "07700 900233"
      assert_text "Jo Bollard"
    end
  end

  def test_where_a_set_broke_and_a_note
    here "Pia Pontoon"
    click_button "To the ring"
    2.times { click_button "Skip" }
    click_button "Pia Pontoon: clean"
    click_button "Pia Pontoon: lost it, where?"
    click_button "jab → cross"
    assert_selector "[data-testid='tally Pia Pontoon']", text: "1 clean of 2"
    assert_equal [nil, 0], wait_for_rows(:marks, 2).map { |row| row[:broke_at] }
    press "w"
    within("[role=dialog]") do
      select "Pia Pontoon", from: "About"
      fill_in "What you saw", with: "Hands come home now"
      click_button "Keep it"
    end
    assert_equal ["Hands come home now"], wait_for_rows(:notes, 1).map { |row| row[:text] }
  end

  def test_a_knock_to_the_head_holds_back_at_once
    here "Idris Lockkeeper", "Pia Pontoon"
    click_button "To the ring"
    press "k"
    within("[role=dialog]") do
      select "Idris Lockkeeper", from: "Who"
      assert_text "call for emergency care now"
      assert_text "growing restlessness"
      click_button "Hold back and write down"
    end
    within("section[aria-label=Marks]") { assert_no_text "Idris" }
    wait_for_rows(:knocks, 1)
    id = db[:students].first(name: "Idris Lockkeeper")[:id]
    assert_equal [["all"], ["contact", "hard effort"]],
      db[:holds].where(student_id: id).select_map(:blocks).map(&:to_a).sort
  ensure
    db[:holds].where(matter: "head knock", student_id: id).delete
  end

  def test_the_whole_club_s_estimate_lands_in_the_book
    here "Idris Lockkeeper", "Pia Pontoon"
    click_button "To the ring"
    click_button "End class"
    click_button "Tap again to end"
    within("[aria-label='Effort of Pia Pontoon']") { find("[aria-label='4, somewhat hard']").click }
    within("[aria-label='Effort of everybody not asked yet']") { find("[aria-label='6, hard to very hard']").click }
    click_button "Done"
    assert_text "Everything you tapped is in the Book."
    assert_equal [[4, false], [6, true]],
      wait_for_rows(:efforts, 2).map { |row| [row[:effort].to_i, row[:estimated]] }.sort
  end

  def test_a_screen_on_the_wall_follows
    click_button "To the ring"
    tablet = page.current_window
    wall = window_opened_by { page.execute_script("window.open('/floor/#{@class_id}/wall')") }
    within_window(wall) { assert_selector "[role=timer]", text: "6:00" }
    within_window(tablet) { 2.times { click_button "Skip" } }
    within_window(wall) do
      assert_selector "[role=img][aria-label^='How the body does it']"
      assert_selector "h1", text: "Two bells"
      assert_selector "[role=timer]", text: "1:00"
      assert_no_button "Skip"
      assert_accessible
    end
  ensure
    wall&.close
  end

  def test_a_second_device_follows_until_it_takes_the_lead
    here "Pia Pontoon", "Kit Bollard"
    click_button "To the ring"
    click_button "Start"
    2.times { click_button "Skip" }
    click_button "Pia Pontoon: clean"
    wait_for_rows(:marks, 1)
    expect_refusals
    another_device
    visit page.current_path
    assert_text "Nell Tidewell leads this class on another device. This one follows."
    assert_no_button "Start"
    click_button "Lead from here"
    assert_button "Pause"
    within("section[aria-label=Marks]") { assert_text "Kit" } # who is here came with it
    assert_equal "1 clean of 1", find("[data-testid='tally Pia Pontoon']").text
    3.times { click_button "Skip" }
    assert_equal [["skipped", true], ["skipped", true]],
      wait_for_rows(:round_runs, 2).map { |row| row.values_at(:outcome, :counts) }.first(2)
  end

  # Nothing of the first is on it.
  def another_device
    page.execute_script("localStorage.setItem('device', JSON.stringify('#{SecureRandom.uuid}')); " \
      "indexedDB.deleteDatabase('jaunty-bell')")
  end

  def test_running_late_the_rest_is_made_to_fit_without_a_network
    click_button "To the ring"
    click_button "Start"
    offline(true)
    press "t"
    within("[role=dialog]") do
      fill_in "Minutes we have", with: "15"
      assert_selector "[aria-label='What changes'] li", minimum: 2
      click_button "Go by this"
    end
    assert_no_selector "[role=dialog]"
    press "t"
    within("[role=dialog]") do
      assert_text(/minutes, and 1[45] are planned/)
      click_button "As it was planned"
    end
    press "t"
    within("[role=dialog]") { assert_text(/minutes, and [3-9]\d are planned/) }
  ensure
    offline(false)
    expect_refusals
    page.driver.browser.logs.get(:browser)
  end

  def test_who_strikes_is_said_here_and_on_the_wall
    here "Pia Pontoon", "Kit Bollard"
    assert_text "2 here"
    until_true { page.has_selector?("section[aria-label=Pairs] li", text: "Pia Pontoon", wait: 0) }
    click_button "To the ring"
    click_button "Start"
    40.times { page.has_selector?("[aria-label=Pairs] li", text: "strikes", wait: 0.3) ? break : press(:arrow_right) }
    said = find("[aria-label=Pairs] li").text
    assert_match(/\A(Pia|Kit) strikes · (Pia|Kit)\z/, said)
    visit "/floor/#{@class_id}/wall"
    assert_selector "[aria-label=Pairs] li", text: said
  end

  def test_a_new_face
    fill_in "A new face, by name", with: "Dunja Slackwater"
    click_button "Welcome"
    assert_text "1 here"
    click_button "To the ring"
    within("section[aria-label=Marks]") { assert_text "Dunja" }
    id = db[:students].where(name: "Dunja Slackwater").get(:id)
    assert_equal [id], wait_for_rows(:attendances, 1).map { |row| row[:student_id] }
  ensure
    db[:attendances].where(student_id: id).delete if id
    db[:students].where(name: "Dunja Slackwater").delete
  end

  def test_a_student_who_was_removed_meanwhile_is_said_and_holds_nobody_up
    group = db[:students].first(name: "Pia Pontoon")[:group_id]
    gone = SecureRandom.uuid
    db[:students].insert(club_id: db[:clubs].get(:id), id: gone, group_id: group, name: "Gone Tomorrow",
      stance: "orthodox", level: "foundation")
    visit page.current_path
    assert_button "Gone Tomorrow"
    db[:students].where(id: gone).delete
    expect_refusals
    here "Gone Tomorrow", "Pia Pontoon"
    click_button "To the ring"
    assert_text "not stored: A fact names a student"
    assert_equal [db[:students].first(name: "Pia Pontoon")[:id]],
      wait_for_rows(:attendances, 1).map { |row| row[:student_id] }
  end

  def test_a_full_device_says_so
    here "Pia Pontoon"
    click_button "To the ring"
    wait_for_rows(:attendances, 1)
    2.times { click_button "Skip" }
    offline(true)
    # As a full disk answers
    page.execute_script("IDBObjectStore.prototype.put = () => { throw new DOMException('no room', " \
      "'QuotaExceededError'); }")
    click_button "Pia Pontoon: clean"
    assert_text "This device is full: free some room"
  ensure
    offline(false)
    expect_refusals
    page.driver.browser.logs.get(:browser)
  end

  def test_sound_and_what_is_called_next
    click_button "To the ring"
    press "s"
    within("[role=dialog]") do
      uncheck "Voice: counts, changes and what is next"
      check "Show the next call on the screen"
      click_button "Close"
    end
    assert_button "Bell only"
  end

  private

  # Rows of this class, once there are as many as expected.
  def wait_for_rows(table, count)
    rows = []
    until_true { (rows = db[table].where(class_id: @class_id).all).size >= count }
    rows
  end
end
