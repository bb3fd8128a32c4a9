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
    db[:logins].where(email: "bea@harbour.example").delete
    db[:invitations].delete
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
    assert_text "To the first class"
    visit "/book"
    click_button "Add a student"
    fill_in "Name", with: "Mo Quayside"
    fill_in "Name of the new group", with: "Evenings"
    click_button "Add them"
    assert_selector "h1", text: "Mo Quayside"
  end

  # The owner tells a code; whoever has it comes in by it, and is in the list then.
  def test_a_coach_is_invited_and_comes_in
    sign_in
    code = invite("A coach")
    sign_out
    visit "/#invited=#{code}"
    assert_text "Ticket Hall Boxing Co-op asks you in as a coach."
    assert_accessible
    fill_in "Your name", with: "Bea Heron"
    fill_in "Email", with: "bea@harbour.example"
    fill_in "Password", with: "nine-herons-at-dusk"
    click_button "Come in"
    click_button "BH: account of Bea Heron"
    assert_text "Bea Heron, coach"
    click_button "The school"
    assert_no_link "People"
    ring_in
    visit "/school/people"
    assert_select "Role of Bea Heron", selected: "coach"
    click_button "Close account of Bea Heron"
    assert_text "bea@harbour.example, closed"
    assert_accessible
  end

  # What another program of a phone hands over, as its manifest says.
  def test_a_list_shared_into_it
    sign_in
    visit "/share?#{URI.encode_www_form(title: "", text: "Morning bell: 1-2-3 #basics\n1-2-nonsense")}"
    within("[role=dialog]") do
      click_button "Look it over"
      assert_button "Keep the 1 good line"
      assert_text "no technique here"
    end
  end

  def test_a_code_that_opens_nothing
    expect_refusals
    visit "/"
    click_button "I was invited: I have a code"
    fill_in "Code", with: "aaaa-bbbb-cccc"
    assert_text "This invitation is not open"
  end

  def invite(whom)
    visit "/school/people"
    click_button whom
    told = find("[role=status]", text: "shown this once").text
    told[/[A-Z0-9]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}/]
  end

  def sign_out
    click_button "NT: account of Nell Tidewell"
    click_button "Sign out"
    assert_field "Email"
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
