require "support/api"
require "webauthn/fake_client"
require "jaunty_bell/stand_ins"

# One's own account: passkeys, time codes, where one is signed in, several clubs, and the way back in.
class MineTest < ApiTest
  NEW = "nine-herons-at-dusk".freeze
  FIREFOX = "Mozilla/5.0 (Windows NT 10.0; rv:128.0) Gecko/20100101 Firefox/128.0".freeze

  Letters = JauntyBell::Letters

  def teardown
    @mail&.close
    Letters.stand_in = nil
    super
  end

  def signed_in? = !call(:get, "/api/session")[:account].nil?

  def mine = call(:get, "/api/mine")

  # Another browser, as it were.
  def elsewhere(agent = FIREFOX)
    here = rack_mock_session.cookie_jar
    clear_cookies
    header "User-Agent", agent
    yield
  ensure
    header "User-Agent", nil
    rack_mock_session.cookie_jar = here
  end

  def mail
    @mail = JauntyBell::StandIns::MailServer.new(Dir.mktmpdir("letters")).start
    Letters.stand_in = @mail
  end

  # The letters that have come, as soon as there are so many.
  def letters(count)
    100.times do
      found = Letters.kept
      return found if found.size >= count
      Thread.pass
      IO.select(nil, nil, nil, 0.02)
    end
    flunk "#{count} letters were to come"
  end

  # --- time codes

  def time_codes_on
    asked = call(:post, "/api/account/otp-setup")
    totp = ROTP::TOTP.new(asked[:otp_secret])
    call(:post, "/api/account/otp-setup", **asked, password: PASSWORD, otp: totp.now)
    assert_equal 200, status, last_response.body
    # A code is used once: the one that switched them on is used up
    db[:account_otp_keys].update(last_use: Time.now - 120)
    totp
  end

  def test_time_codes_are_asked_for_besides_the_password
    totp = time_codes_on
    assert mine[:time_codes]
    assert_equal 10, mine[:recovery_codes]
    sign_in(@coach)
    assert_equal 200, status
    refute signed_in?, "a password alone is not in yet"
    assert answer[:halfway]
    call(:get, "/api/book/squad")
    assert_equal 401, status
    call(:post, "/api/account/otp-auth", otp: "000000")
    assert_refused 401, path: "otp", says: /not right/
    call(:post, "/api/account/otp-auth", otp: totp.now)
    assert_equal 200, status
    assert signed_in?
  end

  def test_a_code_cannot_be_used_twice_nor_tried_for_long
    totp = time_codes_on
    sign_in(@coach)
    code = totp.now
    call(:post, "/api/account/otp-auth", otp: code)
    assert signed_in?
    sign_in(@coach)
    call(:post, "/api/account/otp-auth", otp: code)
    assert_refused 401, path: "otp"
    refute signed_in?
    statuses = Array.new(8) { call(:post, "/api/account/otp-auth", otp: "000000") && status }
    assert_includes statuses, 429
  end

  def test_recovery_codes_stand_in_once_each
    time_codes_on
    codes = call(:post, "/api/account/recovery-codes", password: PASSWORD)[:codes]
    assert_equal 10, codes.uniq.size
    assert_match(/\A[A-Z0-9]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}\z/, codes.first)
    sign_in(@coach)
    call(:post, "/api/account/recovery-auth", "recovery-code": codes.first.downcase.delete("-"))
    assert_equal 200, status, last_response.body
    assert signed_in?
    assert_equal 9, mine[:recovery_codes]
    sign_in(@coach)
    call(:post, "/api/account/recovery-auth", "recovery-code": codes.first)
    assert_refused 401, path: "recovery-code"
    refute signed_in?
  end

  def test_time_codes_end_with_the_password
    time_codes_on
    call(:post, "/api/account/otp-disable", password: "not-my-password")
    assert_refused 401, path: "password"
    call(:post, "/api/account/otp-disable", password: PASSWORD)
    assert_equal [false, 0], mine.values_at(:time_codes, :recovery_codes)
    sign_in(@coach)
    assert signed_in?
  end

  def test_switching_them_on_ends_other_sign_ins
    elsewhere { sign_in(@coach) }
    assert_equal 2, mine[:sessions].size
    time_codes_on
    assert_equal 1, mine[:sessions].size
  end

  # --- passkeys

  def client = @client ||= WebAuthn::FakeClient.new("http://127.0.0.1")

  def passkey_added
    asked = call(:post, "/api/account/webauthn-setup")
    made = client.create(challenge: asked[:webauthn_setup_challenge], rp_id: "127.0.0.1", user_verified: true)
    call(:post, "/api/account/webauthn-setup", **asked, webauthn_setup: made, password: PASSWORD)
    assert_equal 200, status, last_response.body
  end

  def by_passkey(**changes)
    clear_cookies
    asked = call(:post, "/api/account/webauthn-login")
    assert_equal 200, status, last_response.body
    given = client.get(challenge: asked[:webauthn_auth_challenge], rp_id: "127.0.0.1", user_verified: true)
    call(:post, "/api/account/webauthn-login", **asked, webauthn_auth: given, **changes)
  end

  def test_a_passkey_is_a_way_in_of_its_own
    passkey_added
    assert_equal 1, mine[:passkeys].size
    by_passkey
    assert_equal 200, status, last_response.body
    assert signed_in?
    sign_in(@coach)
    assert signed_in?, "the password goes on to do"
    call(:delete, "/api/mine/passkeys/#{mine[:passkeys].first[:id]}")
    assert_empty answer[:passkeys]
    by_passkey
    refute_equal 200, status
    refute signed_in?
  end

  def test_a_passkey_is_enough_where_there_are_time_codes
    passkey_added
    time_codes_on
    by_passkey
    assert signed_in?
  end

  def test_a_passkey_of_another_challenge_opens_nothing
    passkey_added
    by_passkey(webauthn_auth_challenge: "x" * 43)
    assert_includes [401, 422], status
    refute signed_in?
  end

  # --- sign-ins

  def test_sign_ins_are_listed_and_ended
    elsewhere { sign_in(@coach) }
    list = mine[:sessions]
    assert_equal [1, 1], [list.count { |each| each[:here] }, list.count { |each| each[:name] == "Firefox on Windows" }]
    call(:delete, "/api/mine/sessions/#{list.find { |each| !each[:here] }[:id]}")
    assert_equal 1, answer[:sessions].size
    assert signed_in?
    call(:delete, "/api/mine/sessions/#{"0" * 64}")
    assert_equal 404, status
    jar = nil
    elsewhere do
      sign_in(@coach)
      jar = rack_mock_session.cookie_jar
    end
    call(:delete, "/api/mine/sessions/others")
    assert_equal 200, status
    elsewhere do
      rack_mock_session.cookie_jar = jar
      refute signed_in?
    end
  end

  def test_a_strange_device_is_told_once_seen
    assert_empty call(:get, "/api/session")[:strange], "the first device is no stranger"
    elsewhere do
      sign_in(@coach)
      assert_empty call(:get, "/api/session")[:strange], "not to itself"
    end
    assert_equal ["Firefox on Windows"], call(:get, "/api/session")[:strange].map { |row| row[:name] }
    call(:put, "/api/mine/seen")
    assert_empty call(:get, "/api/session")[:strange]
  end

  def test_a_device_is_known_again
    2.times do
      cookies = rack_mock_session.cookie_jar
      call(:post, "/api/account/logout")
      rack_mock_session.cookie_jar = cookies
      call(:post, "/api/account/login", login: @coach, password: PASSWORD)
    end
    assert_equal 1, db[:login_devices].count
  end

  def test_a_strange_device_is_written_about
    mail
    elsewhere { sign_in(@coach) }
    letter = letters(1).first
    assert_equal @coach, letter[:to]
    assert_match(/Firefox on Windows, from 127\.0\.0\.1/, letter[:text])
  end

  # --- the way back in

  def test_by_mail
    mail
    elsewhere { sign_in(@coach) }
    clear_cookies
    call(:post, "/api/resets", email: @coach)
    assert_equal 200, status, last_response.body
    call(:post, "/api/resets", email: "nobody@example.test")
    assert_equal 200, status, "nobody is to learn who has an account"
    code = letters(2).map { |each| each[:text][/#reset=(\S+)/, 1] }.compact.fetch(0)
    call(:get, "/api/resets/letters")
    assert_includes answer.map { |each| each[:to] }, @coach
    assert_equal({email: @coach}, call(:post, "/api/resets/told", code: code))
    call(:post, "/api/resets/password", code: code, password: "short")
    assert_refused 422, path: "password"
    call(:post, "/api/resets/password", code: code, password: NEW)
    assert_equal({email: @coach}, answer)
    assert_empty db[:account_active_session_keys].where(account_id: db[:logins].where(email: @coach).get(:id))
    call(:post, "/api/resets/password", code: code, password: NEW)
    assert_refused 404, says: /has been used/
    sign_in(@coach, password: NEW)
    assert signed_in?
  end

  def test_a_mail_server_that_is_down_or_is_not_there
    call(:post, "/api/resets", email: @coach)
    assert_refused 409, path: "email", says: /owner of your club/
    mail.then { @mail.close }
    call(:post, "/api/resets", email: @coach)
    assert_refused 503, path: "email", says: /owner of your club/
    assert_equal 404, (Letters.stand_in = nil).then { call(:get, "/api/resets/letters") && status }
  end

  def test_a_code_that_ended
    mail
    call(:post, "/api/resets", email: @coach)
    code = letters(1).first[:text][/#reset=(\S+)/, 1]
    db[:resets].update(ends_at: Clock.now - 1)
    call(:post, "/api/resets/told", code: code)
    assert_refused 404, says: /Ask for another/
    8.times { call(:post, "/api/resets/told", code: "AAAA-BBBB-CCCC") }
    assert_equal 429, status
  end

  # A code told in person lets in who has lost their phone too.
  def test_by_an_owner
    time_codes_on
    owner = new_account(club, "owner")
    sign_in(owner)
    code = call(:post, "/api/crew/accounts/#{place_of(@coach)}/reset")[:code]
    assert_equal 201, status
    clear_cookies
    call(:post, "/api/resets/password", code: code, password: NEW)
    sign_in(@coach, password: NEW)
    assert signed_in?
    call(:post, "/api/crew/accounts/#{place_of(owner)}/reset")
    assert_equal 403, status, "only an owner makes one"
  end

  def test_no_owner_has_a_say_over_somebody_of_other_clubs_too
    Store::Logins.new(db).place(club_id: new_club("Other"), login: db[:logins].where(email: @coach).select(:id).first,
      name: "C", role: "coach")
    sign_in(new_account(club, "owner"))
    call(:post, "/api/crew/accounts/#{place_of(@coach)}/reset")
    assert_refused 409, says: /bin\/club reset/
  end

  # --- several clubs

  def test_one_person_in_two_clubs
    other = new_club("Lock House")
    host = new_account(other, "owner")
    sign_in(host)
    code = call(:post, "/api/crew/invitations", id: uuid, role: "assistant")[:code]
    sign_in(@coach)
    call(:post, "/api/crew/places", code: code)
    assert_equal 201, status, last_response.body
    session = call(:get, "/api/session")
    assert_equal ["Lock House", "assistant"], [session[:club][:name], session[:account][:role]]
    assert_equal ["Lock House", "Sluice Gate Boxing"], session[:clubs].map { |each| each[:name] }
    call(:put, "/api/session/club", club_id: club)
    assert_equal "coach", call(:get, "/api/session")[:account][:role]
    call(:put, "/api/session/club", club_id: other)
    sign_in(@coach)
    assert_equal "Lock House", call(:get, "/api/session")[:club][:name], "where they were last"
    call(:put, "/api/session/club", club_id: new_club("Not theirs"))
    assert_equal 404, status
    call(:post, "/api/crew/places", code: code)
    assert_equal 404, status, "used once"
  end

  def test_closed_out_of_one_club_they_are_in_the_other
    other = new_club("Lock House")
    Store::Logins.new(db).place(club_id: other, login: db[:logins].where(email: @coach).select(:id).first, name: "C",
      role: "coach")
    db[:accounts].where(club_id: club, id: db[:accounts].where(club_id: club).select(:id)).update(status_id: 3)
    assert_equal "Lock House", call(:get, "/api/session")[:club][:name]
    db[:accounts].where(club_id: other).update(status_id: 3)
    refute signed_in?
    sign_in(@coach)
    assert_equal 401, status
  end

  # A page of one club does not write into another that was gone to in another window.
  def test_a_page_says_of_which_club_it_is
    header "Jaunty-Club", new_club("Elsewhere")
    call(:get, "/api/book/squad")
    assert_refused 412, says: /reload/i
    call(:get, "/api/session")
    assert_equal 200, status
  ensure
    header "Jaunty-Club", nil
  end

  def test_a_text_as_a_code_to_photograph
    assert_match(/\A<\?xml.*<svg/m, call(:post, "/api/mine/codes", text: "https://hall.example")[:svg])
    call(:post, "/api/mine/codes", text: "x" * 1001)
    assert_equal 400, status
  end
end
