require "support/system"
require "rotp"
require "jaunty_bell/stand_ins"

# One's own account in the browser: passkeys, time codes, devices, a lost password, two clubs.
class MineSystemTest < SystemTest
  RUBEN = Demo::FACTS.fetch("coaches")[1]["email"]
  NEW = "seven-bells-at-noon".freeze

  def setup
    super
    JauntyBell::Api::Throttle.reset
    @was = db[:logins].where(email: RUBEN).first
  end

  def teardown
    super
  ensure
    JauntyBell::Letters.stand_in&.close
    JauntyBell::Letters.stand_in = nil
    id = @was[:id]
    db[:logins].where(id: id).update(password_hash: @was[:password_hash])
    %i[account_otp_keys account_recovery_codes].each { |table| db[table].where(id: id).delete }
    db[:account_webauthn_keys].where(account_id: id).delete
    db[:clubs].where(name: "Lock House").delete
  end

  def account
    sign_in(RUBEN)
    visit "/account"
    assert_selector "h1", text: "Your account"
  end

  def sign_out
    find("button[aria-label*='account of']").click
    find("[role=menuitem]", text: "Sign out").click
    assert_field "Email"
  end

  # A passkey needs a name: the same server by that of this machine.
  def test_a_passkey
    Capybara.app_host = "http://localhost:#{page.server.port}"
    options = Selenium::WebDriver::VirtualAuthenticatorOptions.new(resident_key: true, user_verification: true,
      user_verified: true)
    authenticator = page.driver.browser.add_virtual_authenticator(options)
    account
    within("section[aria-label=Passkeys]") do
      fill_in "Your password, to make one", with: Demo::PASSWORD
      click_button "Make a passkey here"
      assert_text "Chrome on Linux"
    end
    assert_accessible
    sign_out
    click_button "With a passkey"
    assert_selector "nav[aria-label=Places]"
    visit "/account"
    click_button "Remove Chrome on Linux"
    assert_text "None yet."
  ensure
    authenticator&.remove!
    Capybara.app_host = nil
  end

  def test_time_codes_and_the_phone_lost
    expect_refusals
    account
    click_button "Set it up"
    key = find("form[aria-label='Set up time codes'] p.break-all").text.delete(" ")
    totp = ROTP::TOTP.new(key)
    fill_in "Code of the phone", with: totp.now
    within("form[aria-label='Set up time codes']") { fill_in "Your password", with: Demo::PASSWORD }
    assert_selector "img[alt='A code to photograph']"
    assert_accessible
    click_button "Ask for it from now on"
    assert_text "10 recovery codes are left"
    within("section[aria-label='A second factor']") { fill_in "Your password", with: Demo::PASSWORD }
    click_button "Show the recovery codes"
    code = find("ul[aria-label='Recovery codes'] li", match: :first).text
    sign_out
    fill_in "Email", with: RUBEN
    fill_in "Password", with: Demo::PASSWORD
    click_button "Ring in"
    fill_in "The code your phone shows now", with: "000000"
    click_button "Ring in"
    assert_text "This code is not right"
    assert_accessible
    click_button "I do not have the phone: a recovery code"
    fill_in "One of your recovery codes", with: code
    click_button "Ring in"
    assert_selector "nav[aria-label=Places]"
  end

  def test_a_lost_password_by_mail
    JauntyBell::Letters.stand_in = JauntyBell::StandIns::MailServer.new(Dir.mktmpdir("letters")).start
    visit "/"
    click_button "Forgot it?"
    fill_in "Your email", with: RUBEN
    click_button "Send me a code"
    assert_text "a letter is on its way"
    assert_accessible
    until_true { JauntyBell::Letters.kept.any? }
    click_link "shown on a page"
    assert_text "A new password for Jaunty Bell"
    assert_accessible
    find("a[href*='#reset=']").click
    assert_text "A new password for #{RUBEN}."
    fill_in "New password", with: NEW
    click_button "Keep it and come in"
    assert_selector "nav[aria-label=Places]"
  end

  def test_a_strange_device_is_told_of
    account
    strange = db[:login_devices].where(login_id: @was[:id]).order(Sequel.desc(:last_at)).get(:id)
    db[:login_devices].insert(login_id: @was[:id], id: SecureRandom.uuid, digest: SecureRandom.hex(32),
      name: "Firefox on Windows", address: "10.1.2.3", first_at: Clock.now, last_at: Clock.now)
    visit "/book"
    assert_selector "h1", text: "Book"
    assert_text "A device you have not used before is signed in to your account: Firefox on Windows"
    assert_accessible
    click_button "It was me"
    assert_no_text "A device you have not used before"
    assert strange
  end

  def test_two_clubs_and_a_page_that_stayed_behind
    expect_refusals
    other = JauntyBell::Store::Clubs.new(db).add(name: "Lock House", time_zone: "America/New_York", country: "US",
      owner: "Ruben Quay", login: {id: @was[:id]})
    account
    assert_text "Ticket Hall Boxing Co-op, coach"
    click_button "Go there: Lock House"
    assert_selector "header", text: "Lock House"
    assert_no_text "demo"
    visit "/school/calendar"
    today = Clock.today("America/New_York")
    assert_field "First day", with: today.strftime("%m/%d/%Y")
    stayed = page.current_window
    within_window(open_new_window) do
      visit "/account"
      click_button "Go there: Ticket Hall Boxing Co-op"
      assert_selector "header", text: "Ticket Hall"
    end
    page.switch_to_window(stayed)
    fill_in "What for", with: "Written where?"
    click_button "Close 1 day"
    assert_text(/in another window/)
    assert_empty db[:closures].where(name: "Written where?").all
  ensure
    db[:accounts].where(club_id: other).delete if other
    page.windows.drop(1).each(&:close)
  end
end
