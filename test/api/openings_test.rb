require "support/api"

# A club of one's own on a server.
class OpeningsTest < ApiTest
  Settings = JauntyBell::Settings

  def setup
    super
    clear_cookies
  end

  def wanted(**facts) =
    {club: "Harbour boxing", time_zone: "Europe/Vienna", name: "Ines", email: "ines-#{uuid}@example.test",
     password: "seven-gulls-on-a-rail"}.merge(facts)

  def open_club(**facts) = call(:post, "/api/openings", **wanted(**facts))

  def opens(said)
    was, ENV["JAUNTY_OPENS"] = ENV["JAUNTY_OPENS"], said
    yield
  ensure
    ENV["JAUNTY_OPENS"] = was
  end

  def test_a_club_is_opened_and_its_owner_comes_in
    email = open_club[:email]
    assert_equal 201, status
    sign_in(email, password: "seven-gulls-on-a-rail")
    assert_equal 200, status
    session = call(:get, "/api/session")
    assert_equal ["Ines", "owner"], session[:account].values_at(:name, :role)
    assert_equal ["Harbour boxing", "Europe/Vienna", false], session[:club].values_at(:name, :time_zone, :demo)
    assert_empty call(:get, "/api/bench/combinations"), "nothing of another club"
  end

  # Both or neither, and said where.
  def test_what_cannot_be
    there = db[:logins].get(:email)
    clubs = db[:clubs].count
    {{club: "  "} => [400, "club"], {time_zone: "Harbour/Time"} => [422, "time_zone"], {name: ""} => [400, "name"],
     {email: "ines at home"} => [422, "email"], {email: there} => [422, "password"],
     {password: "short"} => [422, "password"], {password: "harbour-boxing"} => [422, "password"]}
      .each do |facts, (code, path)|
        JauntyBell::Api::Throttle.reset
        open_club(**facts)
        assert_refused code, path: path
      end
    assert_equal clubs, db[:clubs].count
  end

  def test_two_clubs_of_one_name_are_two
    2.times { open_club }
    assert_equal 2, db[:clubs].where(name: "Harbour boxing").count
  end

  def test_whom_a_server_lets
    opens("nobody") do
      assert_equal "nobody", call(:get, "/api/openings")[:lets]
      open_club
      assert_refused 422, says: /bin\/club new/
    end
    opens("code:three grey gulls") do
      assert_equal "code", call(:get, "/api/openings")[:lets]
      open_club(code: "three white gulls")
      assert_refused 422, path: "code"
      open_club
      assert_refused 422, path: "code"
      open_club(code: "three grey gulls ")
      assert_equal 201, status
    end
    ["code:short", "everybody"].each { |said| opens(said) { assert_raises(Settings::Wrong) { Settings.check } } }
  end

  # A server that others reach opens nothing by itself.
  def test_what_a_server_lets_that_says_nothing
    assert_equal "anybody", Settings.opening.lets
    {"HOST" => "0.0.0.0", "JAUNTY_PROXIES" => "10.0.0.2", "JAUNTY_HOSTS" => "gym.example", "JAUNTY_HTTPS" => "1"}
      .each do |name, value|
        was, ENV[name] = ENV[name], value
        assert_equal "nobody", Settings.opening.lets, name
      ensure
        ENV[name] = was
      end
  end

  def test_who_tries_and_tries_is_slowed_down
    opens("code:three grey gulls") do
      7.times { open_club(code: "no") }
      assert_equal 429, status
    end
  end

  # By its owner alone, whole, and nothing of another club with it.
  def test_the_demo_is_put_away
    mine = club
    sign_in(new_account(mine, "owner"))
    call(:delete, "/api/openings")
    assert_refused 422, says: /this one is real/
    load_demo
    assert_operator db[:students].exclude(club_id: mine).count, :>, 10
    others = db[:clubs].where(demo: false).count
    sign_in(JauntyBell::Demo::Club::OWNER, password: JauntyBell::Demo::Club::PASSWORD)
    assert call(:get, "/api/session")[:club][:demo]
    call(:delete, "/api/openings")
    assert_equal 200, status
    assert_nil call(:get, "/api/session")[:account], "whoever was in it is out"
    assert_equal [0, others], [db[:clubs].where(demo: true).count, db[:clubs].count]
    refute call(:get, "/api/openings")[:demo]
    refute JauntyBell::Store::Clubs.new(db).demo?, "and does not come back by itself"
  end

  def load_demo
    require_relative "../../demo/club"
    JauntyBell::Demo::Club.new(db, today: JauntyBell::Clock.today)
      .load(hash: JauntyBell::Api::Accounts.hash(JauntyBell::Demo::Club::PASSWORD))
  end
end
