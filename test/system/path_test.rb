require "support/system"

# The whole path of a new user, in the real interface: sign in, Bench, Card, Floor, Book.
class PathTest < SystemTest
  def test_from_a_combination_to_what_a_student_owns
    sign_in
    keep_a_combination
    make_a_card
    run_the_class
    find_it_in_the_book
  end

  private

  def keep_a_combination
    fill_in "Combination", with: "1-2-3b-2"
    assert_text "jab, cross, lead hook to the body, cross"
    assert_selector "[role=img][aria-label='Wrap: jab, cross, lead hook to the body, cross']"
    within("section[aria-label=Pace]") { assert_field "sets", with: "71" }
    assert_selector "[data-testid=strikes]", text: "284"
    within("section[aria-label='One set']") { assert_text "4.5 beats" }
    fill_in "Name", with: "Path to the pier"
    click_button "Keep on the shelf"
    assert_text "Path to the pier is on the shelf."
    assert_button "Duplicate"
  end

  def make_a_card
    click_link "Card", match: :first
    click_button "New card"
    fill_in "Title", with: "A short evening"
    fill_in "Class minutes", with: "10"
    add_round "Skip and shoulders"
    add_round "Path to the"
    add_round "Walk and breathe"
    fill_in "Round 1 work", with: "0:20"
    fill_in "Round 1 rest", with: "0:05"
    fill_in "Round 2 explain", with: "0"
    fill_in "Round 2 work", with: "3:00\t"
    assert_text "284 strikes"
    assert_text "71 sets"
    assert_selector "[role=status]", text: "to spare"
    click_button "Save"
    assert_text "A short evening is saved."
    click_button "Run it"
  end

  def add_round(text)
    rounds = all("ol[aria-label=Rounds] > li").size
    find_field("Add a round").send_keys(text)
    assert_selector "[role=option]", text: text
    find_field("Add a round").send_keys(:enter)
    assert_selector "ol[aria-label=Rounds] > li", count: rounds + 1
  end

  def run_the_class
    assert_select "Card", selected: "A short evening"
    select "Early boxing", from: "Group"
    click_button "Open the door"
    click_button "Jory Causeway"
    click_button "Ansa Fogbell"
    assert_text "2 here"
    click_button "To the ring"
    assert_selector "[role=timer]", text: "0:20"
    assert_selector "[data-testid=next]", text: "Path to the pier"
    click_button "Start"
    assert_selector "[role=timer]", text: /0:1\d/
    press :space
    assert_text "paused"
    press "+"
    assert_selector "[role=timer]", text: /0:4\d/
    press :arrow_right
    press :arrow_right
    assert_selector "h1", text: "Path to the pier"
    assert_selector "[role=timer]", text: "3:00"
    mark
    click_button "Skip"
    press "r"
    assert_selector "h1", text: "Path to the pier"
    click_button "End class"
    click_button "Tap again to end"
    finish
  end

  def mark
    find("[role=radio]", text: "10", exact_text: true).click
    click_button "Jory Causeway: clean"
    click_button "Jory Causeway: rough"
    click_button "Jory Causeway: rough"
    assert_selector "[data-testid='tally Jory Causeway']", text: "10 clean of 30"
    click_button "Take back"
    assert_selector "[data-testid='tally Jory Causeway']", text: "10 clean of 20"
  end

  def finish
    assert_text "The stool"
    fill_in "Minutes, for all", with: "9"
    within("[aria-label='Effort of Jory Causeway']") { find("[aria-label='6, hard to very hard']").click }
    assert_text "hard to very hard"
    click_button "Done"
    assert_text "A short evening is done"
  end

  def find_it_in_the_book
    click_link "Open the Book"
    click_link "Jory Causeway"
    within("section[aria-label=Mastery]") do
      row = find("li", text: "Path to the pier")
      assert_match(/10 clean of 20 on 1 day/, row.text)
      assert_match(/by Nell Tidewell/, row.text)
    end
    within("section[aria-label='Recorded efforts']") do
      assert_match(/A short evening: 6 hard to very hard, 9 min.*54/m, first("li").text)
    end
    student = db[:students].first(name: "Jory Causeway")[:id]
    held = db[:classes].where(title: "A short evening").first
    assert_equal [2, 1], [db[:attendances].where(class_id: held[:id]).count,
      db[:efforts].where(class_id: held[:id]).count]
    assert_equal [[10, 0], [10, 10]],
      db[:marks].where(student_id: student, class_id: held[:id], taken_back_at: nil)
        .select_map(%i[attempted clean]).sort
    assert_equal %w[cut skipped skipped], db[:round_runs].where(class_id: held[:id]).select_order_map(:outcome)
  end
end
