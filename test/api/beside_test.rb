require "support/api"
require "minitest/mock"
require_relative "../../demo/club"

# Large work of one club is done in a process of its own: the answer is the same, what goes wrong is said, and one club
# takes no more than its place. With what is committed, in a database of its own. The same on any day.
class BesideTest < Minitest::Test
  include Rack::Test::Methods

  Api = JauntyBell::Api
  SECRET = "s" * 64

  def setup
    ENV["JAUNTY_SECRET"] = SECRET
    @was, Api::Beside.inline = Api::Beside.inline, false
    JauntyBell::Demo::Club.new(db, today: Clock.today, weeks: 2).load(hash: ApiTest.password_hash) if db[:clubs].empty?
    Api::Throttle.reset(db)
    post "/api/account/login", JSON.generate(login: JauntyBell::Demo::Club::OWNER, password: ApiTest::PASSWORD),
      "CONTENT_TYPE" => "application/json"
    assert_equal 200, last_response.status
  end

  def teardown = Api::Beside.inline = @was

  def db = TestDatabase.open("jaunty_beside")

  def app = @app ||= Api::Server.build(db, secret: SECRET)

  def default_host = "127.0.0.1"

  def made(path, inline:)
    Api::Beside.inline = inline
    get path
    [last_response.status, last_response.headers.slice("content-type", "content-length", "content-disposition"),
      last_response.body]
  end

  def test_the_answer_is_the_same_as_here
    student = db[:students].first(name: "Oona Ferrier")[:id]
    card, held = db[:cards].get(:id), db[:classes].exclude(card_id: nil).get(:id)
    ["/api/records/exports/marks.csv", "/api/records/club.json", "/api/paper/cards/#{card}/pocket.pdf",
      "/api/book/students/#{student}/report.pdf", "/api/floor/classes/#{held}/track.wav",
      "/api/book/students/#{SecureRandom.uuid}/report.pdf"].each do |path|
      here, apart = [true, false].map { |inline| made(path, inline: inline) }
      plain = ->((status, headers, body)) { [status, headers, body.b.gsub(/CreationDate \([^)]*\)|^\/ID.*$/n, "".b)] }
      assert_equal plain.call(here)[0, 2], plain.call(apart)[0, 2], path
      assert plain.call(here)[2] == plain.call(apart)[2], path
    end
  end

  # Where it is made, not by the process that has others to answer: this one is given what cannot.
  def test_it_comes_compressed
    plain = made("/api/records/club.json", inline: false).last
    Zlib::GzipWriter.stub(:new, ->(*) { raise "compressed here" }) do
      get "/api/records/club.json", {}, {"HTTP_ACCEPT_ENCODING" => "gzip"}
    end
    assert_equal "gzip", last_response.headers["content-encoding"]
    assert Zlib.gunzip(last_response.body).b == plain.b, "the same"
  end

  def test_what_is_sent_is_taken_in
    text = "name,group,stance\nNew Person,#{db[:groups].get(:name)},orthodox"
    post "/api/records/imports", JSON.generate(kind: "roster", text: text, keep: "all"),
      "CONTENT_TYPE" => "application/json"
    assert_equal 1, JSON.parse(last_response.body)["kept"], last_response.body
    assert_equal 1, db[:students].where(name: "New Person").delete
    post "/api/records/imports", JSON.generate(kind: "roster", text: "moon", keep: "all"),
      "CONTENT_TYPE" => "application/json"
    assert_equal [200, true], [last_response.status, JSON.parse(last_response.body)["missing"].any?]
  end

  SHARES = "/proc/self/autogroup" # where Linux shares among sessions: "/autogroup-7 nice 19"
  POLICY = 38 # of what /proc/self/stat says after the name: by which rule it gets its turn

  # What is done over there, by its name.
  Work = Struct.new(:name) do
    # How far behind everybody else this process is: in its session, among sessions, and when it gets its turn.
    def self.place = [Process.getpriority(Process::PRIO_PROCESS, 0),
      (File.read(SHARES)[/-?\d+$/].to_i if File.exist?(SHARES)),
      File.read("/proc/self/stat")[/\) (.*)/, 1].split[POLICY].to_i]

    def self.of(env, _db) = new(env[:work])

    def call(writing) = send(name, writing)

    private

    def makes(writing) = writing.write("[200, {}]\nmade")

    def places(writing) = writing.puts("[200, {}]", JSON.generate(self.class.place))

    def breaks(_) = raise("somebody's knee")

    def sleeps(writing)
      writing.puts("#{Process.pid} #{Process.ppid}")
      sleep
    end
  end

  Apart = JauntyBell::Services::Apart

  def env(club, work = :makes)
    asked = Struct.new(:request_method, :path_definition).new("get", "/api/records/club.json")
    {OpenapiFirst::REQUEST => asked, Api::Accounts::ACCOUNT => {club_id: club}, :work => work}
  end

  def beside = @beside ||= Api::Beside.new(nil, db, work: Work)

  def read(body) = body.to_enum.to_a.join.tap { body.close }

  def test_one_for_each_club_and_few_at_once
    first = beside.call(env("one"))
    assert_equal [429, 429], [beside.call(env("one")), beside.call(env("one"))].map(&:first)
    second = beside.call(env("two"))
    assert_match(/for others/, beside.call(env("three")).last.first)
    assert_equal %w[made made], [first, second].map { |_, _, body| read(body) }
    assert_equal 200, beside.call(env("one")).tap { |answer| answer.last.close }.first
  end

  # It is behind everything else, in this session and among them, and lets others have the core at once.
  def test_it_gives_way
    nice = Apart::Forking::NICE
    assert_equal [nice, (nice if File.exist?(SHARES)), Apart::Forking::IDLE],
      JSON.parse(read(beside.call(env("one", :places)).last))
    refute_includes Work.place, nice, "nobody else does"
  end

  # Of all processes that there are those of this parent.
  def children(parent)
    Dir["/proc/[0-9]*/stat"].select do |path|
      File.read(path)[/\) \S (\d+)/, 1].to_i == parent
    rescue SystemCallError
      false # it has just ended
    end
  end

  def forker = Apart.begin(Work.new(:sleeps), longest: 60).then { |pid, reading|
    reading.gets.split.last.to_i.tap { Apart.reap(pid) }
  }

  def test_what_breaks_there_is_said_and_leaves_nothing
    _, written = capture_subprocess_io do
      Apart.end_all # what is forked from now on says it here
      2.times { assert_equal 500, beside.call(env("one", :breaks)).first }
      assert_empty children(forker)
      Apart.end_all
    end
    assert_match(/apart: RuntimeError/, written)
    refute_match(/knee/, written)
  end

  def test_what_cannot_be_begun_leaves_the_club_its_place
    2.times { assert_raises(TypeError) { beside.call(env("one", Mutex.new)) } } # nothing that could go over
    Apart.stub(:begin, ->(*, **) { raise Apart::Forker::Gone }) { assert_equal 503, beside.call(env("one")).first }
    assert_equal 200, beside.call(env("one")).tap { |answer| answer.last.close }.first
  end

  def test_it_is_ended_when_nobody_wants_it_and_another_begins_where_the_forking_process_was_killed
    pid, reading = Apart.begin(Work.new(:sleeps), longest: 60)
    there, was = reading.gets.split.map(&:to_i)
    assert_equal pid, there
    Apart.reap(pid)
    assert_raises(Errno::ESRCH) { Process.kill(0, pid) }
    Process.kill(:KILL, was)
    refute_equal was, forker
  end

  # All of them have an end of this test's pipe: it is over when the last of them is.
  def test_it_ends_with_the_process_that_began_it_however_that_ends
    [[:began], %i[forker began]].each do |killed|
      reading, writing = IO.pipe
      began = fork do
        writing.write(Apart.begin(Work.new(:sleeps), longest: 60).last.gets)
        sleep
      end
      writing.close
      pids = {began: began, forker: reading.gets.split.last.to_i}
      killed.each { |which| Process.kill(:KILL, pids[which]) }
      Process.wait(began)
      assert reading.wait_readable(30), "it goes on without #{killed}"
      assert_nil reading.gets
    end
  end

  def test_every_such_route_is_in_the_contract
    contract = Api::Server.contract
    assert_operator Api::Room.large.size, :>, 8
    Api::Room.large.each do |verb, path|
      asked = contract.request(Rack::Request.new(Rack::MockRequest.env_for(path.gsub(/\{\w+\}/, SecureRandom.uuid),
        method: verb.upcase)))
      assert_equal [verb, path], [asked.request_method, asked.path_definition]
    end
  end
end
