require "support/system"

# A student held back: said on their page, on the card, and not to assistants.
class HoldsSystemTest < SystemTest
  def student(name = "Jory Causeway") = db[:students].first(name: name)

  def teardown
    db[:holds].where(student_id: student[:id]).delete
    super
  end

  def test_held_back_and_lifted
    sign_in
    visit "/book/#{student[:id]}"
    within("section[aria-label='Held back']") do
      assert_text "From nothing at the moment."
      click_button "Hold back", match: :first
      select "elbow", from: "What is the matter"
      check "left hand"
      fill_in "Note for coaches", with: "since the open day"
      all("button", text: "Hold back").last.click
      assert_text "elbow: no left hand"
      assert_text "since the open day"
    end
    assert_accessible
    visit "/card/#{db[:cards].first(name: "Morning tide")[:id]}"
    assert_text "Jory Causeway must not strike with the left hand"
    visit "/book/#{student[:id]}"
    click_button "Lift it"
    assert_no_text "elbow: no left hand"
  end

  def test_an_assistant_sees_the_hold_and_not_the_note
    sign_in("ama@tickethall.example")
    visit "/book/#{student("Bram Sandbar")[:id]}"
    within("section[aria-label='Held back']") do
      assert_text "no right hand, no holding"
      assert_no_text "clinic,"
      assert_no_button "Lift it"
    end
  end
end
