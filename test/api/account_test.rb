require "support/api"

class AccountTest < ApiTest
  def test_who_is_signed_in
    call(:get, "/api/session")
    assert_equal [@coach, "coach", "Sluice Gate Boxing"], [answer[:account][:email], answer[:account][:role], answer[:club][:name]]
  end

  def test_nothing_is_readable_without_signing_in
    clear_cookies
    paths = %w[/api/bench/combinations /api/bench/lexicon /api/card/cards /api/floor/classes /api/floor/people /api/book/squad /api/weeks]
    [*paths, "/api/bench/combinations/#{uuid}", "/api/card/cards/#{uuid}", "/api/floor/classes/#{uuid}", "/api/book/students/#{uuid}"].each do |path|
      call(:get, path)
      assert_refused 401, says: /Sign in/
    end
    call(:post, "/api/bench/analysis", notation: "1-2")
    assert_refused 401
    call(:get, "/api/session")
    assert_equal({account: nil, club: nil, next_class: nil}, answer)
  end

  def test_a_wrong_password_says_no_more_than_that
    sign_in(@coach, password: "not-the-password")
    assert_equal [401, "Email or password is wrong."], [status, answer[:error]]
    sign_in("nobody@example.test")
    assert_equal [401, "Email or password is wrong."], [status, answer[:error]]
  end

  def test_too_many_wrong_passwords_lock_the_account_for_a_while
    7.times { sign_in(@coach, password: "not-the-password") }
    sign_in(@coach)
    assert_equal 403, status
    assert_match(/quarter of an hour/, answer[:error])
    db[:account_lockouts].update(deadline: Time.now - 1)
    sign_in(@coach)
    assert_equal 200, status
  end

  def test_signing_out_ends_the_session
    kept = rack_mock_session.cookie_jar.to_hash
    call(:post, "/api/account/logout")
    assert_equal 200, status
    kept.each { |name, value| set_cookie("#{name}=#{value}") }
    call(:get, "/api/bench/combinations")
    assert_refused 401
  end

  def test_changing_the_password
    call(:post, "/api/account/change-password", password: PASSWORD, "new-password": "short")
    assert_equal 422, status
    call(:post, "/api/account/change-password", password: "wrong-one-here", "new-password": "another-long-password")
    assert_equal 401, status
    call(:post, "/api/account/change-password", password: PASSWORD, "new-password": "another-long-password")
    assert_equal 200, status
    sign_in(@coach, password: "another-long-password")
    assert_equal 200, status
  end

  def test_the_cookie_and_the_headers_are_strict
    sign_in(@coach)
    cookie = last_response["set-cookie"]
    assert_match(/httponly/i, cookie)
    assert_match(/samesite=strict/i, cookie)
    assert_match(/default-src 'none'/, last_response["content-security-policy"])
    assert_equal ["nosniff", "no-store"], [last_response["x-content-type-options"], last_response["cache-control"]]
    secure = JauntyBell::Api::Server.build(db, secret: SECRET, https: true)
    session = Rack::MockRequest.new(secure).post("/api/account/login", "rack.url_scheme" => "https", "HTTPS" => "on", "CONTENT_TYPE" => "application/json", :input => JSON.generate(login: @coach, password: PASSWORD))
    assert_match(/secure/i, session["set-cookie"])
  end

  def test_another_site_cannot_write
    post "/api/bench/analysis", JSON.generate(notation: "1"), JSON_TYPE.merge("HTTP_ORIGIN" => "https://elsewhere.test")
    assert_equal 403, status
    post "/api/bench/analysis", "notation=1", {"CONTENT_TYPE" => "application/x-www-form-urlencoded"}
    assert_refused 415
  end

  def test_an_assistant_looks_and_runs_classes_but_changes_no_plan
    card = new_card(rounds: [])
    drill = new_combination
    sign_in(new_account(club, "assistant"))
    call(:get, "/api/bench/combinations")
    assert_equal 200, status
    call(:post, "/api/bench/combinations", id: uuid, name: "Mine", notation: "1")
    assert_refused 403, says: /Only a coach/
    call(:put, "/api/bench/combinations/#{drill[:id]}/archived", version: 1, archived: true)
    assert_refused 403
    call(:put, "/api/card/cards/#{card[:id]}", version: 1, **saved(name: "Mine"))
    assert_refused 403
    call(:post, "/api/floor/classes", id: uuid, card_id: card[:id], group_id: nil)
    assert_equal 201, status
  end
end
