require "support/system"

# The first minute: a club of one's own from the sign-in page, and its first student.
class OpeningSystemTest < SystemTest
  CLUB = "Harbour boxing".freeze

  def setup
    super
    JauntyBell::Api::Throttle.reset
  end

  def teardown
    super
  ensure
    db[:clubs].where(name: CLUB).delete
  end

  def open_club(password)
    fill_in "Name of the club", with: CLUB
    fill_in "Time zone", with: "Europe/Vienna"
    fill_in "Your name", with: "Ines Kahn"
    fill_in "Email", with: "ines@harbour.example"
    fill_in "Password", with: password
    click_button "Open the club"
  end

  def test_a_club_of_ones_own
    expect_refusals
    visit "/"
    assert_text "This server shows a demo club"
    click_button "Open a club of your own"
    assert_accessible
    open_club("harbour-boxing")
    assert_text "This is too easily guessed"
    assert_field "Name of the club", with: CLUB
    fill_in "Password", with: "seven-gulls-on-a-rail"
    click_button "Open the club"
    assert_selector "nav[aria-label=Places]"
    assert_text CLUB
    assert_no_text "demo"
    visit "/book"
    click_button "Add a student"
    fill_in "Name", with: "Mo Quayside"
    fill_in "Name of the new group", with: "Evenings"
    click_button "Add them"
    assert_selector "h1", text: "Mo Quayside"
  end

  def test_a_demo_says_so_and_asks_before_it_goes
    sign_in
    assert_selector "header", text: "demo"
    click_button "NT: account of Nell Tidewell"
    click_button "Put the demo away"
    assert_text "The demo club goes with everything in it"
    click_button "Keep it"
    assert_no_text "The demo club goes"
    assert_equal 1, db[:clubs].where(demo: true).count
  end
end
