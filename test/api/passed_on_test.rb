require "support/api"
require "minitest/mock"
require "jaunty_bell/web_server"
require "jaunty_bell/keeping"
require_relative "../../demo/club"

# A club goes to another server while it is used: its devices go on at the address they know, nothing is lost, and
# nobody else can pose as the server it came from. The same on any day.
class PassedOnTest < Minitest::Test
  include Rack::Test::Methods

  Api = JauntyBell::Api
  Store = JauntyBell::Store
  Move = Store::Move
  SECRET = "s" * 64
  OWNER = JauntyBell::Demo::Club::OWNER

  def setup
    ENV["JAUNTY_SECRET"] = SECRET
    @was, Api::Beside.inline = Api::Beside.inline, true
    [here, there].each { |db| [:clubs, :logins].each { |table| db[table].delete } }
    JauntyBell::Demo::Club.new(here, today: Clock.today, weeks: 1).load(hash: ApiTest.password_hash)
    @club = here[:clubs].get(:id)
    @class_id = here[:classes].exclude(card_id: nil).exclude(ended_at: nil).get(:id)
    Api::Throttle.reset(here)
    call(:post, "/api/account/login", login: OWNER, password: ApiTest::PASSWORD)
    @server = Puma::Server.new(Api::Server.build(there, secret: SECRET), nil,
      {min_threads: 1, max_threads: 4, log_writer: Puma::LogWriter.null})
    @port = @server.add_tcp_listener("127.0.0.1", 0).addr[1]
    @server.run
  end

  def teardown
    @server.stop(true)
    Api::Beside.inline = @was
  end

  def here = TestDatabase.open("jaunty_move_here")

  def there = TestDatabase.open("jaunty_move_there")

  def app = @app ||= Api::Server.build(here, secret: SECRET)

  def default_host = "127.0.0.1"

  def address = "http://127.0.0.1:#{@port}"

  def call(method, path, headers = {}, **body)
    headers = {"CONTENT_TYPE" => "application/json", **headers}
    (method == :get) ? get(path, {}, headers) : public_send(method, path, JSON.generate(body), headers)
    JSON.parse(last_response.body, symbolize_names: true) if last_response.body.start_with?("{", "[")
  end

  def status = last_response.status

  def note(text) = call(:post, "/api/floor/classes/#{@class_id}/facts", {"HTTP_JAUNTY_CLUB" => @club},
    notes: [{id: SecureRandom.uuid, student_id: nil, text: text, at: Clock.now.iso8601}])

  def move = Move.new(here, there, @club, to: address).run

  HOME = "http://127.0.0.1:1" # nobody needs to be there: nothing is asked of the server it has left

  def move_back = Move.new(there, here, @club, to: HOME).run

  # The code of their page, and the token of a device that has entered it.
  def page_of(name)
    made = Store::Corners.new(here, @club)
      .make(id: SecureRandom.uuid, student_id: here[:students].first(name: name)[:id], guardian: false, by: nil)
    [made[:code], call(:post, "/api/corner/devices", code: made[:code])[:token]]
  end

  def file(db) = JSON.parse(JSON.generate(Store::WholeClub.of(db, @club)))

  def test_devices_go_on_where_they_are
    note("before")
    was, squad = file(here), call(:get, "/api/book/squad")
    move
    assert_equal was, file(there)
    assert_equal 0, here[:students].where(club_id: @club).count
    now = call(:get, "/api/book/squad")
    sorted = ->(page) { page[:students].map { |each| each.merge(knots: each[:knots].sort_by(&:to_s)) } }
    assert sorted.call(squad) == sorted.call(now), "the same page at the same address"
    assert_equal 200, note("after").then { status }
    assert_equal %w[after before], there[:notes].where(text: %w[before after]).select_order_map(:text)
    assert_equal 0, here[:notes].count
    assert_equal OWNER, call(:get, "/api/session").dig(:account, :email)
    call(:post, "/api/groups", id: SecureRandom.uuid, name: "")
    assert_includes 400..422, status
    get "/api/records/exports/roster.csv"
    assert_match(/attachment.*roster\.csv/, last_response["content-disposition"])
    call(:post, "/api/account/logout")
    call(:get, "/api/book/squad")
    assert_equal 401, status, "whoever has signed out here is out"
  end

  def test_a_screen_follows
    move
    live = {"device" => "d", "at" => 1}
    there[:classes].where(id: @class_id).update(live: Sequel.pg_jsonb(live))
    here, screen = UNIXSocket.pair
    get "/api/floor/classes/#{@class_id}/live", {}, {"rack.hijack?" => true, "rack.hijack" => -> { screen }}
    heard = +""
    Timeout.timeout(20) { heard << here.readpartial(10_000) until heard.match?(/data: .*event: here/m) }
    assert_match(/\AHTTP\/1\.1 200 OK.*text\/event-stream.*"at":1/m, heard)
  ensure
    here&.close
  end

  # With the password they know.
  def test_whoever_signs_in_anew_does_it_there
    move
    Api::Throttle.reset(there)
    answer = Net::HTTP.post(URI("#{address}/api/account/login"),
      JSON.generate(login: OWNER, password: ApiTest::PASSWORD), "content-type" => "application/json")
    assert_equal "200", answer.code
  end

  def test_students_pages_go_along
    code, token = page_of("Oona Ferrier")
    move
    page = call(:get, "/api/corner", {"HTTP_JAUNTY_CORNER" => token})
    assert_equal [200, "Oona"], [status, page[:first_name]]
    assert_equal 201, call(:post, "/api/corner/devices", code: code).then { status }, "the old link too"
    call(:get, "/api/corner", {"HTTP_JAUNTY_CORNER" => "nobody's"})
    assert_equal 401, status
  end

  def test_while_it_goes_nothing_is_written_and_all_can_be_read
    here[:clubs].update(moving_at: Clock.now)
    note("meanwhile")
    assert_equal 503, status
    assert_match(/just going/, last_response.body)
    call(:get, "/api/book/squad")
    assert_equal 200, status
    Move.stay(here, @club)
    assert_equal 200, note("it stays").then { status }
  end

  # What was being written when it began goes along.
  def test_what_was_begun_before_is_waited_for
    writing = Store::Database.open(TestDatabase.cluster.url("jaunty_move_here"))
    begun, go = Queue.new, Queue.new
    slow = Thread.new do
      writing.transaction do
        writing[:notes].insert(club_id: @club, id: SecureRandom.uuid, class_id: @class_id, text: "slow", at: Clock.now)
        begun << true
        go.pop
      end
    end
    begun.pop
    moving = Thread.new { move }
    Thread.pass until here[:clubs].get(:moving_at)
    go << true
    [slow, moving].each(&:join)
    assert_equal 1, there[:notes].where(text: "slow").count
  ensure
    writing.disconnect
  end

  # Somebody who was let in just before writes after both were compared: nothing is lost, it is begun anew.
  def test_what_is_written_too_late_stops_it
    late = Store::Database.open(TestDatabase.cluster.url("jaunty_move_here"))
    row = {club_id: @club, id: SecureRandom.uuid, class_id: @class_id, text: "late", at: Clock.now}
    compared = Store::WholeClub.method(:of)
    asked = 0
    error = Store::WholeClub.stub(:of, ->(db, id) {
      compared.call(db, id).tap { late[:notes].insert(row) if (asked += 1) == 3 }
    }) { assert_raises(Store::Conflict) { move } }
    assert_match(/written while it went/, error.message)
    assert_equal [1, nil, nil], [here[:notes].where(text: "late").count, *here[:clubs].get(%i[moved_to moving_at])]
    move
    assert_equal 1, there[:notes].where(text: "late").count
  ensure
    late.disconnect
  end

  def test_where_it_cannot_be_written_there_nothing_is_changed
    was = file(here)
    there.run("ALTER TABLE marks ADD CONSTRAINT never CHECK (attempted < 0)")
    assert_raises(JauntyBell::Core::InvalidInput) { move }
    assert_equal [was, 0, nil], [file(here), there[:clubs].count, here[:clubs].get(:moving_at)]
  ensure
    there.run("ALTER TABLE marks DROP CONSTRAINT never")
    move
    assert_equal was, file(there), "and it can be tried again"
  end

  def test_where_the_other_server_is_away_that_is_said
    move
    here[:clubs].update(moved_to: "http://127.0.0.1:1")
    note("x")
    assert_equal 503, status
    assert_match(/does not answer/, last_response.body)
  end

  # What its devices are signed in with here was never taken away.
  def test_it_comes_back
    note("before")
    token = page_of("Oona Ferrier").last
    move
    note("there")
    changed = JauntyBell::Api::Accounts.hash("changed over there")
    there[:logins].where(email: OWNER).update(password_hash: changed)
    was = file(there)
    move_back
    assert_equal was, file(here)
    assert_equal [0, [HOME]], [there[:students].count, there[:clubs].select_map(:moved_to)]
    assert_equal [nil, nil, nil], here[:clubs].get(%i[moved_to moved_key moving_at])
    assert_equal 200, note("back").then { status }
    assert_equal %w[back before there], here[:notes].where(text: %w[before there back]).select_order_map(:text)
    call(:get, "/api/corner", {"HTTP_JAUNTY_CORNER" => token})
    assert_equal 200, status
    assert_equal changed, here[:logins].where(email: OWNER).get(:password_hash), "the old one may be known to others"
    move
    assert_equal 200, note("and there again").then { status }
    assert_equal 1, there[:notes].where(text: "and there again").count
  end

  # Whoever has another club there goes on with what they sign in with.
  def test_passwords_of_others_stay
    there[:clubs].insert(id: other = SecureRandom.uuid, name: "Another", time_zone: "Europe/London")
    Store::Logins.new(there).place(club_id: other, login: {email: OWNER, hash: "theirs"}, name: "N", role: "owner")
    move
    assert_equal "theirs", there[:logins].where(email: OWNER).get(:password_hash)
  end

  # A program that is killed says nothing any more and takes nothing back.
  class Killed < Exception; end # rubocop:disable Lint/InheritException

  # Wherever it is ended, nothing is written by either server until the next try has brought it there.
  def test_ended_anywhere_it_is_begun_anew
    %i[written_out arrive leave take_up].each do |step|
      killed(here, there, address, before: step) { note("meanwhile") }
      assert_equal 503, status, step
      move
      assert_equal 200, note("moved").then { status }, step
      killed(there, here, HOME, before: step) { note("meanwhile") }
      assert_equal 503, status, "coming back, #{step}"
      move_back
      assert_equal 200, note("back").then { status }, step
    end
    assert_equal({"moved" => 4, "back" => 4}, here[:notes].where(text: %w[moved back meanwhile]).group_and_count(:text)
      .as_hash(:text, :count))
  end

  # Of two that both are used nobody could make one again.
  def test_what_has_not_all_arrived_cannot_be_made_to_stay
    killed(here, there, address, before: :leave) {}
    assert_equal [0, 1], [there, here].map { |db| Move.stay(db, @club) }
    assert_equal [false, true], [there, here].map { |db| db[:clubs].get(:moving_at).nil? }
    move
    assert_equal 200, note("after all").then { status }
  end

  # A backup of before it went, put back, does not overwrite what has been done there since.
  def test_what_is_used_there_is_not_overwritten
    move
    here[:clubs].update(moved_to: nil, moved_key: nil)
    there[:notes].insert(club_id: @club, id: SecureRandom.uuid, class_id: @class_id, text: "since", at: Clock.now)
    error = assert_raises(Store::Conflict) { move }
    assert_match(/used there/, error.message)
    assert_equal [1, nil], [there[:notes].where(text: "since").count, here[:clubs].get(:moving_at)]
  end

  def test_a_club_that_comes_back_is_asked_for_where_it_still_is
    move
    here[:clubs].update(moving_at: Clock.now)
    call(:get, "/api/book/squad")
    assert_equal 200, status
    said = Move::Signed.write({email: OWNER, club_id: @club}, "k")
    here[:clubs].update(arrived_key: "k")
    clear_cookies
    call(:get, "/api/book/squad", {"HTTP_JAUNTY_FROM" => said})
    assert_equal [503, true], [status, last_response.body.include?("just going")], "never to and fro"
  end

  FORGED = [->(facts, _) { Move::Signed.write(facts, "guess") },
    ->(facts, key) { "#{Move::Signed.write(facts, key)[0..-2]}x" },
    ->(_, key) { Move::Signed.write({email: "else@where.example", club_id: SecureRandom.uuid}, key) },
    ->(*) { "" }, ->(*) { "x.y" }, ->(*) { "e30=." }].freeze

  def test_nobody_else_is_believed
    move
    key = there[:clubs].get(:arrived_key)
    facts = {email: OWNER, club_id: @club}
    ask = ->(said) {
      Net::HTTP.get_response(URI("#{address}/api/book/squad"), {"Jaunty-From" => said}.compact).code
    }
    assert_equal "200", ask.call(Move::Signed.write(facts, key))
    FORGED.each_with_index { |forge, nth| assert_equal "401", ask.call(forge.call(facts, key)), "forgery #{nth}" }
    late = Time.stub(:now, Time.at(Time.now.to_i - 120)) { Move::Signed.write(facts, key) }
    assert_equal "401", ask.call(late), "what was said long ago"
  end

  def killed(from, to, address, before:)
    Move.new(from, to, @club, to: address).tap { |move| move.define_singleton_method(before) { |*| raise Killed } }.run
  rescue Killed
    yield
  end

  # bin/club move, by whoever has both machines.
  def test_by_hand
    ENV["DATABASE_URL"] = TestDatabase.cluster.url("jaunty_move_here")
    output, errors = StringIO.new, StringIO.new
    keeping = ->(*said) { JauntyBell::Keeping.run("club", said, output: output, errors: errors) }
    name, other = here[:clubs].get(:name), TestDatabase.cluster.url("jaunty_move_there")
    assert_equal 2, keeping.call("move", name, other, "two.example")
    assert_match(/no address of a server/, errors.string)
    here[:account_otp_keys].insert(id: here[:logins].where(email: OWNER).get(:id), key: "k")
    assert_equal 0, keeping.call("move", name, other, address), errors.string
    assert_match(/1 who had time codes here, 0 who had a passkey/, output.string)
    assert_equal 2, keeping.call("move", name, other, address)
    assert_match(/has gone to/, errors.string)
    assert_equal 2, keeping.call("stay", name)
  ensure
    ENV.delete("DATABASE_URL")
  end
end
