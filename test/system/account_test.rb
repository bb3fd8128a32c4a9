require "support/system"

# The door of the club: who gets in, and what an assistant is offered.
class AccountSystemTest < SystemTest
  def test_a_wrong_password_is_said_and_what_was_typed_stays
    expect_refusals
    visit "/"
    fill_in "Email", with: Demo::OWNER
    fill_in "Password", with: "not the right one"
    click_button "Ring in"
    assert_selector "[role=alert]", text: "Email or password is wrong."
    assert_field "Email", with: Demo::OWNER
  end

  def test_signing_out_closes_the_door
    expect_refusals # of what the page is still asking for
    ring_in
    find("button[aria-label*='account of']").click
    find("[role=menuitem]", text: "Sign out").click
    assert_button "Ring in"
    visit "/book"
    assert_button "Ring in"
  end

  def test_a_new_password_must_be_long_enough_and_then_works
    expect_refusals
    email = Demo::FACTS.fetch("coaches")[1]["email"]
    sign_in(email)
    change_password("a-wrong-password", "seven-bells-at-noon")
    assert_selector "[role=alert]"
    fill_in "Your password now", with: Demo::PASSWORD
    click_button "Change it"
    assert_text "Password changed."
    Capybara.reset_sessions!
    ring_in(email, "seven-bells-at-noon")
    change_password("seven-bells-at-noon", Demo::PASSWORD)
    assert_text "Password changed."
  end

  def test_an_assistant_is_offered_no_planning
    sign_in(Demo::FACTS.fetch("coaches")[2]["email"])
    assert_text "The corner says"
    assert_no_button "Keep on the shelf"
    click_link "Card", match: :first
    assert_text "Class cards"
    assert_no_button "New card"
    click_link "Friday pads"
    assert_field "Round 1 title", readonly: true
    assert_no_field "Add a round"
    click_link "Floor", match: :first
    assert_button "Open the door"
  end

  private

  def change_password(old, fresh)
    find("button[aria-label*='account of']").click
    find("[role=menuitem]", text: "Your account").click
    fill_in "Your password now", with: old
    fill_in "New password", with: fresh
    click_button "Change it"
  end
end
