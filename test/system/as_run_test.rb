require "support/system"

# Drills as they are run: written on a card with keys alone, read, traded, followed; what is on now, large.
class AsRunSystemTest < SystemTest
  CARD = "Answers on the boards"

  def setup
    super
    sign_in
  end

  # A class of twelve rounds from nothing, with the keyboard alone: every key is counted.
  def test_twelve_rounds_from_nothing_in_under_eighty_keys
    visit "/card"
    assert_text "Morning tide"
    keys = 0
    type = ->(*list) {
      keys += list.size
      press(*list)
    }
    type["n"]
    assert_text "No rounds yet"
    assert_equal "Add a round", page.evaluate_script("document.activeElement.getAttribute('aria-label')")
    lines = ["rope", "1-2", "3-2", "1-2-3", "1-6 bag", "2-3", "1-3", "1-2 mitts", "2-3-2", "1-4", "squats", "stretch"]
    lines.each_with_index do |line, i|
      type[*line.chars]
      type[:enter]
      assert_selector "li[data-row]", count: i + 1
    end
    keys += 1
    press_with :control, :enter
    assert_text "is saved."
    assert_operator keys, :<, 80
    assert_equal ["warm-up", "technique", "bag", "mitts", "finisher", "cool-down"],
      all("select[aria-label$=' kind']").map(&:value)
    assert_selector "li[data-row]", text: /jab, cross\b.*strikes/m
    assert_accessible
  end

  def test_a_line_says_how_it_is_read_and_what_is_wrong_with_it
    visit "/card/#{db[:cards].first(name: CARD)[:id]}"
    box = find_field("Add a round")
    box.send_keys("3 x 2:00 cross bag")
    assert_selector "[role=option][data-focus]", text: "cross, 3 × 2:00"
    box.send_keys(:enter)
    assert_selector "li[data-row]", count: 13
    assert_selector "li[data-row]", text: /cross.*3 times/m
    box.send_keys("3:00")
    assert_selector "[role=option][data-focus]", text: "beside the time"
    box.send_keys(:enter)
    assert_selector "[role=alert]", text: "Write what is done beside the time"
    assert_field "Add a round", with: "3:00"
    assert_selector "li[data-row]", count: 13
  end

  # A mistake in one round is said at it, and the others keep their sums.
  def test_a_mistake_in_one_round_never_empties_the_card
    visit "/card/#{db[:cards].first(name: CARD)[:id]}"
    strikes = all("li[data-row]", minimum: 12)[5].text[/\d+ strikes/]
    find_field("Round 6 work").click
    press_with :alt, :enter
    fill_in "Round 6 on for, s", with: "600"
    assert_text "An inner interval needs seconds on and seconds off"
    assert_selector "li[data-row]", count: 12
    assert_text "left hand"
    press_with :control, "z"
    assert_no_text "An inner interval needs"
    assert_selector "li[data-row]", text: strikes
  end

  def test_a_flow_is_made_and_followed_on_the_wall
    visit "/bench/flows/new"
    fill_in "Name", with: "Warm in two"
    find_field("Write what comes next").send_keys("hip circles 0:20, squats 10", :enter)
    assert_field "Name of 2", with: "10 squats"
    find("button", text: "arm circles").click
    assert_text "3 things, 1:40"
    assert_accessible
    click_button "Keep on the shelf"
    assert_selector "[aria-label=Flows] li", text: "Warm in two"
    run_card
    assert_selector "[data-testid=stretch]", text: "march on the spot"
    assert_selector "[data-testid=stretch]", text: "then shoulder rolls"
    assert_selector "[data-testid=stretch] svg[aria-label='march on the spot']"
    assert_accessible
  end

  # What is shown stands on the screen and its answer never does; a mark is of the one that was shown.
  def test_a_read_drill_on_the_floor
    run_card
    go_to "See it and answer"
    assert_selector "[data-testid=heard]", text: /their|right pad low/
    said = find("[data-testid=heard]").text
    assert_no_text "slip to the rear"
    assert_no_selector "svg[aria-label*='slip']"
    assert_selector "[role=radio][aria-checked=true]", text: said
    find("[role=radio]", text: "right pad low").click
    click_button "Oona Ferrier: clean"
    kick = db[:combinations].where(name: "Swing bridge").get(:id)
    assert_equal [[kick, "right pad low"]], rows_of(:marks).map { |row| row.values_at(:combination_id, :feed) }
    assert_accessible
  end

  def test_a_trade_with_its_tally
    run_card
    go_to "Last to finish"
    assert_text "Touch. Begin in turn. Back and forth until one stops."
    2.times { find("button[aria-label^='Oona was last']").click }
    assert_selector "button[aria-label='Oona was last: 2 times so far']"
    until_true { rows_of(:tallies).size == 2 }
    click_button "Take the last one back"
    assert_selector "button[aria-label='Oona was last: 1 time so far']"
    until_true { db[:tallies].exclude(taken_back_at: nil).where(class_id: @class_id).any? }
    size(*SystemServer::PHONE)
    assert_no_sideways_scroll
  end

  # Each station that keeps its own time says whether it is on or off.
  def test_stations_that_keep_their_own_time
    run_card
    go_to "Round the hall"
    assert_selector "[aria-label=Stations] li", count: 4
    assert_selector "[aria-label=Stations] li", text: /Ticket punch\s+on \d+/
    assert_selector "[aria-label=Stations] li", text: /Rope\s+on \d+/
  end

  def test_steps_are_drawn_as_a_path_and_a_pattern_fits_any_length
    visit "/bench"
    find("[role=combobox]", match: :first).send_keys("gallop in-gallop out")
    assert_selector "[data-testid=path]", text: "a pendulum"
    fill_in "Length of a pattern in cm", with: "150"
    click_button "square"
    assert_selector "[data-testid=path]", text: "a square · 600 cm of steps"
    assert_accessible
  end

  # What is heard and shown on the Floor against the cue sheet, for every kind of drill on the card (sound_test has the
  # audio clock).
  def test_what_is_heard_is_what_the_sheet_has
    run_card
    opened = JSON.parse(page.evaluate_async_script("const done = arguments[0]; " \
      "fetch('/api/floor/classes/#{@class_id}').then((r) => r.text()).then(done)"))
    ["Tide warm-up", "Steps on a call", "See it and answer", "The month's four to a count", "Last to finish"]
      .each do |title|
      go_to title
      index = opened["rounds"].index { |round| round["title"] == title }
      work = opened["segments"].find { |segment| segment["kind"] == "work" && segment["round"] == index }
      voiced = work["cues"].select { |cue| %w[phase call count].include?(cue["kind"]) }
      refute_empty voiced, title
      # A count or a change stays for seconds only: where this machine was busy just then, the next one is looked for
      assert_includes voiced.map { |cue| cue["text"] }, find("[data-testid=heard] > strong", wait: 90).text, title
    end
  end

  private

  # The class of the card, begun with two who make a pair.
  def run_card
    visit "/floor"
    select CARD, from: "Card"
    click_button "Open the door"
    assert_text "Who is here?"
    @class_id = page.current_path.split("/").last
    ["Oona Ferrier", "Mateus Ropewalk"].each { |name| click_button name }
    assert_selector "[aria-label*=airs]", text: "Oona"
    click_button "To the ring"
    click_button "Start"
  end

  def go_to(title)
    until_true do
      found = page.has_selector?("h1", text: title, wait: 0) &&
        page.has_selector?("[role=timer][aria-label='Work left']", wait: 0)
      click_button("Skip") unless found
      found
    end
  end

  def rows_of(table)
    until_true { db[table].where(class_id: @class_id).any? }
    db[table].where(class_id: @class_id).order(:at).all
  end
end
