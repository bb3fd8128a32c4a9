require "support/system"

class CardSystemTest < SystemTest
  def setup
    super
    sign_in
    open_card
  end

  CARD = "Morning tide"

  def open_card(name = CARD) = visit("/card/#{db[:cards].first(name: name)[:id]}")

  def rows = all("ol[aria-label=Rounds] > li")

  def titles = all("ol[aria-label=Rounds] > li input[data-field=title]").map(&:value)

  # The rounds of each block, by the block's kind.
  def blocks =
    all("section[aria-label^='Block']").map do |block|
      [block.find("select[aria-label$=kind]").value, block.all("input[data-field=title]").map(&:value)]
    end

  def test_reorder_by_keyboard_and_undo
    before = titles
    find_field("Round 2 work").click
    press_with :alt, :arrow_down
    assert_equal before.values_at(0, 2, 1), titles.first(3)
    press_with :alt, :arrow_up
    assert_equal before, titles
    press_with :alt, "d"
    assert_equal before[1], titles[2]
    press_with :alt, :backspace
    assert_equal before, titles
    click_button "Remove round 1"
    assert_equal before.drop(1), titles
    press_with :control, "z"
    assert_equal before, titles
  end

  def test_between_blocks_by_keyboard
    before = blocks
    find_field("Round 2 work").click
    press_with :alt, :arrow_up
    assert_equal [["warm-up", ["Rope and shoulders", "Two bells"]], ["technique", ["Roll call"]]], blocks.first(2)
    press_with :alt, :arrow_right
    assert_equal before, blocks
    assert_selector "[aria-label='Round 2 work']", focused: true
  end

  def test_reorder_by_drag
    before = titles
    from = find("button[aria-label='Round 1: drag to reorder']")
    to = find("button[aria-label='Round 3: drag to reorder']")
    page.driver.browser.action.move_to(from.native).pointer_down(:left).move_by(0, 12).move_to(to.native).move_by(0, 4)
      .pointer_up(:left).perform
    assert_field "Round 1 title", with: before[1]
    assert_equal before.values_at(1, 0, 2), titles.first(3)
  end

  def test_too_long_is_said_at_once_and_made_to_fit
    fill_in "Class minutes", with: "40"
    assert_selector "[role=status]", text: /too long by \d+ min/
    press_with :alt, "f"
    within("[role=dialog]") do
      assert_text "of 40:00"
      assert_selector "[aria-label='What changes'] li", minimum: 3
      fill_in "load at most", with: "20"
      assert_selector "[role=alert]", text: "more than the limit of 20"
      fill_in "load at most", with: ""
      assert_button "Take it", disabled: false
      click_button "Take it"
    end
    assert_no_selector "[role=status]", text: "too long"
    assert_button "Save"
    press_with :control, "z"
    assert_selector "[role=status]", text: /too long by \d+ min/
  end

  def test_on_a_phone
    size(*SystemServer::PHONE)
    click_button "Round 2: more"
    assert_field "Round 2 tempo"
    assert_no_sideways_scroll
    assert_accessible
    fill_in "Round 2 work", with: "1:30\t"
    find_field("Add a round").send_keys("undertow")
    assert_selector "[role=option][data-focus]", text: "Undertow"
    find_field("Add a round").send_keys(:enter)
    assert_field "Round 10 title", with: "Undertow"
    assert_no_sideways_scroll
    press_with :control, "z"
    assert_equal 11, rows.size
  end

  def test_a_card_of_forty_rounds_answers_as_one_types
    find_field("Round 2 work").click
    29.times { press_with :alt, "d" }
    assert_equal 40, rows.size
    assert_selector "[role=status]", text: /too long by/
    find_field("Round 20 title").send_keys(" again")
    assert_field "Round 20 title", with: /again\z/
    assert_accessible
  end

  def test_a_finding_leads_to_its_round_and_is_mended
    select "8", from: "Round 2 planned effort"
    select "9", from: "Round 3 planned effort"
    find_field("Round 11 title").click
    press_with :alt, :backspace
    within("section[aria-label='What to look at']") do
      assert_text "never comes down"
      within("li", text: "never comes down") { click_button "Three minutes to come down" }
    end
    assert_field "Round 11 title", with: "Walk and breathe"
    assert_no_text "never comes down"
    within("section[aria-label='What to look at']") { first("button", text: "show it").click }
    assert_selector "[aria-label^='Round '][aria-label$=' title']", focused: true
  end

  def test_turns_are_counted_and_evened_out
    fill_in "Round 9 seconds of a turn", with: "50"
    within("li", text: "In a pair the turns come out uneven") { click_button "Turns of 1:00" }
    assert_field "Round 9 seconds of a turn", with: "60"
    assert_no_text "In a pair the turns come out uneven"
  end

  def test_more_of_a_round
    click_button "Round 2: more"
    select "hanging bag", from: "Round 2 on"
    find_field("Round 2 what is drilled").select("Undertow: 1-2-slip rear-2-3")
    assert_text "Undertow · on hanging bag"
    fill_in "Round 2 times over", with: "3"
    check "must stay, Round 2"
    click_button "Cut it into phases"
    assert_field "Round 2 phase 2", with: "other stance"
    assert_text "on hanging bag · 3 times · must stay · own stance, then other stance"
    click_button "Save"
    assert_text "Morning tide is saved."
    visit page.current_path
    assert_text "on hanging bag · 3 times · must stay · own stance, then other stance"
    stored = db[:cards].first(name: CARD)[:blocks].to_a[1]["rounds"][0]
    assert_equal ["hanging-bag", 3, true, 2], [*stored.values_at("implement", "repeat", "keep"), stored["phases"].size]
  end

  def test_a_drill_taken_off_the_shelf_is_said_and_another_chosen
    drill = db[:drills].where(name: "Ticket punch to a count")
    drill.update(archived_at: Clock.now)
    visit page.current_path
    within("li", text: "has been taken off the shelf since") { click_button "show it" }
    click_button "Round 6: more"
    assert_select "Round 6 what is drilled", selected: "one taken off the shelf"
    find_field("Round 6 what is drilled").select("Called at the quay")
    assert_no_text "has been taken off the shelf since"
  ensure
    drill&.update(archived_at: nil)
  end

  def test_paper_and_file_can_be_had
    click_button "Do more"
    ["For the wall (PDF)", "For the pocket (PDF)", "As a file (JSON)"].each do |label|
      answered = page.driver.browser.execute_async_script(<<~JS, find_link(label)[:href])
        const done = arguments[arguments.length - 1];
        fetch(arguments[0]).then((r) => r.blob().then((b) => done([r.status, b.size > 1000])));
      JS
      assert_equal [200, true], answered, label
    end
  end

  def test_a_template_is_used
    visit "/card"
    find("[role=radio]", text: "Templates").click
    click_button "Use An hour of hands"
    assert_field "Title", with: "An hour of hands"
    assert_equal 6, rows.size
    assert_equal [false, true], db[:cards].where(name: "An hour of hands").order(:template).select_map(:template)
  ensure
    db[:cards].where(name: "An hour of hands", template: false).delete
  end

  def test_what_the_school_owns_counts
    find("button[aria-label*='Nell Tidewell'], button[aria-haspopup=menu]", match: :first).click
    here = page.current_url
    click_on "The school"
    click_link "The floor"
    fill_in "focus mitts, how many", with: "1\t"
    until_true { db[:clubs].get(Sequel.lit("settings->'kit'->'focus-mitts'")) == 1 }
    visit here
    assert_text "3 sets of focus mitts are needed and the club owns 1"
    assert_button "On long pads instead"
  ensure
    db[:clubs].update(settings: Sequel.lit("jsonb_set(settings, '{kit,focus-mitts}', '5')"))
  end

  def test_a_circuit_says_who_is_where
    open_card "Friday pads"
    assert_text "4 groups of 2, 8 bells"
    click_button "Who is where"
    assert_equal ["1", "Cross the bar", "Two bells", "Rope", "Core on the mat"],
      find("[aria-label=Rotation] tbody tr:first-child").all("th, td").map(&:text)
    fill_in "Students expected", with: "11"
    assert_text "6 groups of 2 or 1, 12 bells, each waits 4"
    assert_text "each student stands"
    assert_accessible
  end

  def test_a_version_remembers_where_it_comes_from
    click_button "Do more"
    click_on "A version for …"
    within("[role=dialog]") do
      assert_button "Make this card", disabled: true
      check "no bags"
      check "no partners"
      assert_selector "[aria-label='What changes'] li", minimum: 4
      click_button "Make this card"
    end
    assert_field "Title", with: /\AMorning tide, without/
    click_button "What differs"
    within("[role=dialog]") { assert_link CARD }
    press :escape
    assert_no_selector "[role=dialog]"
    made = db[:cards].first(Sequel.like(:name, "Morning tide, without%"))
    assert_equal ["no bag", "no partner"], made[:variant].split(", ").sort
    assert_empty db[:cards].where(id: made[:id]).get(:blocks).to_a
      .flat_map { |block| block["rounds"].map { |round| round["swap"] } }.uniq - ["alone"],
      "nothing brought partners back"
    click_button "Do more"
    click_on "A version for …"
    within("[role=dialog]") do
      assert_checked_field "no partners"
      fill_in "less time, minutes", with: "40"
      assert_selector "[aria-label='What changes'] li", minimum: 2
    end
  ensure
    forget "Morning tide, without bags, without partners"
  end

  def test_a_version_is_brought_back
    fill_in "Round 1 work", with: "6:40\t"
    click_button "Save"
    assert_text "Morning tide is saved."
    click_button "Do more"
    click_on "History"
    click_button "What changed since 1"
    within("[role=dialog]") do
      assert_text "work: 5:00 → 6:40"
      click_button "Bring version 1 back"
    end
    assert_field "Round 1 work", with: "5:00"
    click_button "Save"
    assert_button "Saved", disabled: true
  end

  def test_a_time_that_cannot_be_is_kept_and_said
    fill_in "Round 2 work", with: "2 hours\t"
    assert_selector "[role=alert]", text: "0:01 to 1:00:00"
    assert_field "Round 2 work", with: "2 hours"
    fill_in "Round 2 work", with: "90\t"
    assert_field "Round 2 work", with: "1:30"
  end

  def test_what_cannot_be_is_said_and_nothing_is_lost
    expect_refusals
    fill_in "Round 9 work", with: "20\t"
    assert_selector "[aria-label='What it comes to']", text: "A turn of 30 s is longer than the 20 s of work"
    click_button "Save"
    assert_selector "[role=alert]", text: "A turn of 30 s is longer than the 20 s of work"
    assert_equal 11, rows.size
    assert_field "Round 9 work", with: "0:20"
    press_with :control, "z"
    assert_no_selector "[role=alert]"
  end

  def test_unsaved_work_survives_a_reload
    fill_in "Round 1 work", with: "6:40\t"
    assert_button "Save"
    visit page.current_path
    assert_field "Round 1 work", with: "6:40"
    assert_button "Save"
  end

  def test_two_coaches_on_one_card
    expect_refusals
    row = db[:cards].first(name: CARD)
    fill_in "Title", with: "Mine"
    db[:cards].where(id: row[:id]).update(version: row[:version] + 1)
    click_button "Save"
    assert_text "Somebody changed this since you opened it."
    click_button "Keep mine, on top of theirs"
    assert_field "Title", with: "Mine"
    fill_in "Title", with: CARD
    assert_button "Saved", disabled: true
  end

  private

  def forget(name)
    ids = db[:cards].where(name: name).select_map(:id)
    db[:cards].where(id: ids).delete
  end
end
