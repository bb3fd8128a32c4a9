require "support/system"

class BenchSystemTest < SystemTest
  def setup
    super
    sign_in
    visit "/bench"
  end

  def write(text) = fill_in("Combination", with: text, fill_options: {rapid: false})

  def line = find_field("Combination").value

  def test_a_wrong_token_is_pointed_at_and_mended_with_a_tap
    write "1-2-hok"
    assert_selector "mark", text: "hok"
    assert_text "is no technique here"
    assert_button "Keep on the shelf", disabled: true
    click_button "hook", exact: true
    assert_equal "1-2-hook", line
    assert_text "jab, cross, lead hook"
  end

  def test_the_corner_mends_and_undo_takes_it_back
    write "1-3"
    assert_text "is only half wound"
    click_button "throw the other hand"
    assert_equal "1-4", line
    find("body").click
    press_with :control, "z"
    assert_equal "1-3", line
    press_with :control, "Z"
    assert_equal "1-4", line
  end

  def test_techniques_can_be_tapped
    write ""
    within("[role=toolbar]") do
      click_button "jab"
      click_button "cross"
      click_button "lead kick"
    end
    assert_equal "1-2-lead kick", line
  end

  def test_what_is_typed_survives_a_reload
    write "1-2-5-2"
    fill_in "Name", with: "Half done"
    assert_text "lead uppercut"
    visit "/bench"
    assert_field "Combination", with: "1-2-5-2"
    assert_field "Name", with: "Half done"
  end

  def test_pins
    write "1-2-3-4"
    assert_field "sets", with: "78"
    fill_in "sets", with: "100\n"
    assert_field "beats a min", with: "199"
    fill_in "pause, s", with: "9\n"
    assert_selector "[role=alert]", text: "no tempo fits"
    fill_in "round", with: "banana\n"
    assert_text "from 0:01 to 1:00:00"
  end

  def test_edit_duplicate_archive_and_bring_back
    write "1-1-2"
    fill_in "Name", with: "Round trip"
    press_with :control, :enter
    assert_text "Round trip is on the shelf."
    write "1-1-2-3"
    click_button "Save the change"
    assert_text "Round trip is changed."
    click_button "Duplicate"
    assert_text "Round trip 2 is a copy of its own."
    click_button "Archive"
    assert_text "Round trip 2 is archived."
    click_button "Undo", match: :first
    within("section[aria-label=Shelf]") { assert_text "Round trip 2" }
    click_button "Archive"
    assert_text "Round trip 2 is archived."
    click_button "Show the archive"
    click_button "Bring back"
    assert_text "Nothing archived"
  end

  def test_a_taken_name_is_said_at_the_field_and_nothing_is_lost
    expect_refusals
    write "1-2-1-2"
    fill_in "Name", with: "Two bells"
    click_button "Keep on the shelf"
    assert_text "is on the shelf already"
    assert_equal "1-2-1-2", line
    assert_selector "input[aria-invalid=true][value='Two bells']"
  end

  def test_somebody_changed_it_meanwhile
    expect_refusals
    row = db[:combinations].first(name: "False ferry")
    visit "/bench/#{row[:id]}"
    assert_field "Combination", with: "feint 1-2-3b"
    db[:combinations].where(id: row[:id]).update(version: row[:version] + 1)
    write "feint 1-2-3"
    click_button "Save the change"
    assert_text "Somebody changed this since you opened it."
    click_button "Go on from theirs, keeping my line"
    assert_field "Combination", with: "feint 1-2-3"
    click_button "Save the change"
    assert_text "False ferry is changed."
  end

  def test_stance_changes_left_and_right
    write "1-2"
    assert_text "left jab, right cross"
    click_button "Stance: orthodox. Change it."
    assert_text "right jab, left cross"
  end

  def test_keys_and_finding_anything
    find("body").click
    press "?"
    within("[role=dialog]") { assert_text "keep it on the shelf" }
    press :escape
    assert_no_selector "[role=dialog]"
    press "/"
    find_field("Find a combination, card or student").send_keys("Gangway")
    assert_selector "[role=option]", text: "Gangway"
    press :enter
    assert_field "Combination", with: "1-2-3-rear kick"
    find("body").click
    press "g", "k"
    assert_text "Load by week"
  end
end
