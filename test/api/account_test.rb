require "support/api"
require "minitest/mock"

class AccountTest < ApiTest
  def test_who_is_signed_in
    call(:get, "/api/session")
    assert_equal [@coach, "coach", "Sluice Gate Boxing"], [answer[:account][:email], answer[:account][:role],
      answer[:club][:name]]
  end

  def test_nothing_is_readable_without_signing_in
    clear_cookies
    paths = %w[/api/bench/combinations /api/bench/lexicon /api/card/cards /api/floor/classes /api/floor/people
      /api/book/squad /api/weeks]
    [*paths, "/api/bench/combinations/#{uuid}", "/api/card/cards/#{uuid}", "/api/floor/classes/#{uuid}",
      "/api/book/students/#{uuid}"].each do |path|
      call(:get, path)
      assert_refused 401, says: /Sign in/
    end
    call(:post, "/api/bench/analysis", notation: "1-2")
    assert_refused 401
    call(:get, "/api/session")
    assert_equal({account: nil, halfway: false, club: nil, clubs: [], strange: [], next_class: nil},
      answer.except(:now))
  end

  # In words and in time: somebody else's answer takes as long as one's own.
  def test_a_wrong_password_says_no_more_than_that
    wrong = [@coach, "nobody@example.test", "", "x" * 200].map do |email|
      sign_in(email, password: "not-the-password")
      [status, last_response.body]
    end
    assert_equal [[401, %({"errors":[{"path":"password","message":"Email or password is wrong."}]})]],
      wrong.first(2).uniq
    verified = [@coach, "nobody@example.test"].map do |email|
      count = 0
      Argon2::Password.stub(:verify_password, ->(*) { (count += 1) && false }) do
        sign_in(email, password: "not-the-password")
      end
      count
    end
    assert_equal [1, 1], verified, "what takes long is done for both"
  end

  def test_wrong_passwords_slow_down_whoever_tries_them_and_nobody_else
    from = lambda do |address, password|
      clear_cookies
      post("/api/account/login", JSON.generate(login: @coach, password: password),
        JSON_TYPE.merge("REMOTE_ADDR" => address))
      status
    end
    assert_equal [401] * 6 + [429] * 2, Array.new(8) { from["10.1.1.1", "not-the-password"] }
    assert_equal 429, from["10.1.1.1", PASSWORD]
    assert_equal 200, from["10.2.2.2", PASSWORD], "the coach elsewhere comes in all the same"
    assert_equal 401, from["10.2.2.2", "not-the-password"]
    assert_equal 200, from["10.2.2.2", PASSWORD], "and a slip is forgotten with the right one"
    40.times do |i|
      post("/api/account/login", JSON.generate(login: "n#{i}@example.test", password: "not-the-password"),
        JSON_TYPE.merge("REMOTE_ADDR" => "10.3.3.3"))
    end
    assert_equal 429, from["10.3.3.3", PASSWORD], "many accounts from one address"
  end

  def test_a_hall_of_tablets_behind_one_address_is_not_shut_out
    620.times { get "/api/session", {}, "REMOTE_ADDR" => "10.4.4.4" }
    assert_equal 200, status, "whoever is signed in is counted by account"
    clear_cookies
    assert asked_until_refused { get "/api/session", {}, "REMOTE_ADDR" => "10.4.4.4" }
    get "/api/session", {}, "REMOTE_ADDR" => "10.5.5.5"
    assert_equal 200, status
  end

  # Whether somebody is refused within two minutes' worth of questions: a minute may end in between.
  def asked_until_refused = (1..2 * JauntyBell::Api::Throttle::STRANGERS + 1).any? { |i| yield(i) && status == 429 }

  def test_no_other_way_to_write_an_address_and_nothing_believed_of_strangers
    %w[//api/session /api//session /api/./session /api/%2e%2e/session /api/session%00 /api/session%0a
      /api/session%ff].each do |path|
      env = Rack::MockRequest.env_for("http://127.0.0.1/").merge("PATH_INFO" => path.split("?").first)
      assert_equal 404, app.call(env).first, path
    end
    clear_cookies
    round = asked_until_refused do |i|
      get "/api/session", {}, "REMOTE_ADDR" => "10.6.6.6", "HTTP_X_FORWARDED_FOR" => "10.7.0.#{i % 250}"
    end
    assert round, "X-Forwarded-For is no way round the throttle"
  end

  def test_only_by_our_names
    {"127.0.0.1" => 200, "localhost:4000" => 200, "192.168.1.9" => 200, "[::1]:4000" => 200, "elsewhere.test" => 421,
     "127.0.0.1.elsewhere.test" => 421}.each do |host, expected|
      get "/api/session", {}, "HTTP_HOST" => host
      assert_equal expected, status, host
    end
  end

  def test_a_proxy_is_believed_only_where_it_is_named
    asked = nil
    app = JauntyBell::Api::Entrance.new(->(env) { (asked = env) && [200, {}, []] }, hosts: ["gym.example"],
      proxies: ["10.0.0.1"], https: true)
    env = {"REQUEST_METHOD" => "GET", "PATH_INFO" => "/", "QUERY_STRING" => "", "HTTP_HOST" => "gym.example",
           "REMOTE_ADDR" => "10.0.0.1", "HTTP_X_FORWARDED_FOR" => "6.6.6.6, 9.9.9.9, 10.0.0.1"}
    assert_equal [200, "9.9.9.9", nil, "https"], [app.call(env.dup).first,
      *asked.values_at("REMOTE_ADDR", "HTTP_X_FORWARDED_FOR", "rack.url_scheme")]
    app.call(env.merge("REMOTE_ADDR" => "10.0.0.2"))
    assert_equal ["10.0.0.2", nil], asked.values_at("REMOTE_ADDR", "HTTP_X_FORWARDED_FOR")
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
    assert_refused 401, path: "password", says: /not your password now/
    call(:post, "/api/account/change-password", password: PASSWORD, "new-password": "another-long-password")
    assert_equal 200, status
    sign_in(@coach, password: "another-long-password")
    assert_equal 200, status
  end

  # [password, whether it will do]
  PASSWORDS = {"short" => false, "aaaaaaaaaa" => false, "ababababab" => false, "password123" => false,
               "1234567890" => false, "0987654321" => false, "qwertyuiop" => false, "Boxing-2026" => false,
               "correct horse battery" => true, "three-ropes-one-bell" => true, "zu viele Seile" => true}.freeze

  def test_what_is_guessed_first_is_no_password
    PASSWORDS.each do |password, will_do|
      assert_equal will_do, JauntyBell::Api::Passwords.refusal(password).nil?, password
    end
    {"nell@tickethall.example" => false, "NellTidewell" => false, "tidewell-nell1" => false,
     "tidewell under the moon" => true}.each do |password, will_do|
      assert_equal will_do,
        JauntyBell::Api::Passwords.refusal(password, about: ["nell@tickethall.example", "Nell Tidewell"]).nil?, password
    end
    db[:accounts].update(name: "Marigold Ferrywoman")
    [@coach, "marigold-ferrywoman"].each do |theirs|
      call(:post, "/api/account/change-password", password: PASSWORD, "new-password": theirs)
      assert_refused 422, path: "new-password", says: /too easily guessed/
      call(:post, "/api/resets/password", code: reset_code, password: theirs)
      assert_refused 422, path: "password", says: /too easily guessed/
    end
  end

  def reset_code
    logins = JauntyBell::Store::Logins.new(db)
    JauntyBell::Store::Resets.new(db).make(logins.of(@coach)[:id], by: "owner")
  end

  def test_guessing_the_old_password_is_counted_too
    statuses = Array.new(8) do
      call(:post, "/api/account/change-password", password: "guess-number-one",
        "new-password": "another-long-password") && status
    end
    assert_equal [401] * 6 + [429] * 2, statuses
  end

  def test_nobody_is_kept_from_leaving
    40.times { |i| JauntyBell::Api::Throttle.wrong("nobody #{i}", "127.0.0.1") }
    sign_in(@coach)
    assert_equal 429, status
    call(:post, "/api/account/logout")
    assert_equal 200, status
  end

  def test_the_cookie_and_the_headers_are_strict
    sign_in(@coach)
    cookies = Array(last_response["set-cookie"]).flat_map(&:lines)
    assert_equal %w[jaunty_bell jaunty_device], cookies.map { |each| each[/\A\w+/] }.sort
    cookies.each do |cookie|
      assert_match(/httponly/i, cookie)
      assert_match(/samesite=strict/i, cookie)
    end
    assert_match(/default-src 'none'/, last_response["content-security-policy"])
    assert_equal ["nosniff", "no-store"], [last_response["x-content-type-options"], last_response["cache-control"]]
    secure = JauntyBell::Api::Server.build(db, secret: SECRET, https: true)
    session = Rack::MockRequest.new(secure).post("/api/account/login", "rack.url_scheme" => "https", "HTTPS" => "on",
      "HTTP_HOST" => "127.0.0.1", "CONTENT_TYPE" => "application/json",
      :input => JSON.generate(login: @coach, password: PASSWORD))
    Array(session["set-cookie"]).flat_map(&:lines).each { |each| assert_match(/secure/i, each) }
  end

  # A late answer to a question writes nothing over what another has written since.
  def test_who_only_reads_keeps_the_cookie_they_have
    sign_in(@coach)
    %w[/api/session /api/club /api/bench/lexicon].each do |path|
      call(:get, path)
      assert_equal [200, nil], [status, last_response["set-cookie"]], path
    end
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
