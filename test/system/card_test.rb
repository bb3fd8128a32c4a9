require "support/system"

class CardSystemTest < SystemTest
  def setup
    super
    sign_in
    visit "/card/#{db[:cards].first(name: CARD)[:id]}"
  end

  CARD = "Morning tide"

  def titles = all("ol[aria-label=Rounds] > li input[data-field=title]").map(&:value)

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

  def test_reorder_by_drag
    before = titles
    from = find("button[aria-label='Round 1: drag to reorder']")
    to = find("button[aria-label='Round 3: drag to reorder']")
    page.driver.browser.action.move_to(from.native).pointer_down(:left).move_by(0, 12).move_to(to.native).move_by(0, 4).pointer_up(:left).perform
    assert_selector "button[aria-label='Round 1: drag to reorder']"
    assert_equal before.values_at(1, 2, 0), titles.first(3)
  end

  def test_too_long_is_said_at_once
    fill_in "Class minutes", with: "30"
    assert_selector "[role=status]", text: /too long by \d+ min/
  end

  def test_a_time_that_cannot_be_is_kept_and_said
    fill_in "Round 2 work", with: "2 hours\t"
    assert_selector "[role=alert]", text: "0:01 to 1:00:00"
    assert_field "Round 2 work", with: "2 hours"
    fill_in "Round 2 work", with: "90\t"
    assert_field "Round 2 work", with: "1:30"
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
end
