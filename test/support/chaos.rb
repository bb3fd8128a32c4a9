require "support/interface"
require "support/database"
require "jaunty_bell/api"
require "jaunty_bell/web_server"

# Whole classes on devices that fail, from a seed (test/support/chaos_device.ts): cut, late, lost and doubled requests,
# kills, clocks that are set, a second device that takes the lead. What the database holds at the end is what was tapped
# and what rang, once each.
class Chaos
  # Time as the devices have it, which goes faster than ours.
  module Virtual
    def now = Thread.current[:chaos_now] || super
  end

  class Clocked
    def initialize(app) = @app = app

    def call(env)
      Thread.current[:chaos_now] = env["HTTP_X_NOW"] && Time.at(env["HTTP_X_NOW"].to_f / 1000).utc
      @app.call(env)
    ensure
      Thread.current[:chaos_now] = nil
    end
  end

  PASSWORD = "a-long-enough-password"

  # A part of the truth, or of what was found, as it can be compared: rounds in their order, everything else in any.
  def self.plain(value)
    return value.reject { |_, each| each == 0 }.sort if value.is_a?(Hash)
    value.first.is_a?(Hash) ? value.map(&:to_a) : value.sort
  end

  def self.same?(truth, found) = found.all? { |what, value| plain(truth[what]) == plain(value) }

  attr_reader :db

  def initialize
    JauntyBell::Clock.singleton_class.prepend(Virtual)
    ENV["JAUNTY_SECRET"] ||= "s" * 64
    @db = TestDatabase.open("jaunty_chaos")
    @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    @server = Puma::Server.new(Clocked.new(JauntyBell::Api::Server.build(db, secret: ENV["JAUNTY_SECRET"])), nil,
      {min_threads: 1, max_threads: 4, log_writer: Puma::LogWriter.null})
    @server.add_tcp_listener("127.0.0.1", @port)
    @server.run
    club
  end

  def stop = @server.stop(true)

  # One class from a seed: [what was tapped and rang, what the database holds].
  def run(seed)
    JauntyBell::Api::Throttle.reset
    held = ask("POST", "/api/floor/classes", id: SecureRandom.uuid, card_id: @card, group_id: @group)
    given = {base: "http://127.0.0.1:#{@port}", cookie: @cookie, classId: held["id"], seed: seed, students: @students,
             combination: @combination, drift: [0, -7_200_000, 90_000][seed % 3]}
    output, errors, status = Open3.capture3("node", bundle, JSON.generate(given), chdir: InterfaceTest::WEB)
    raise "seed #{seed}: #{errors}" unless status.success?
    [JSON.parse(output), found(held["id"])]
  end

  private

  def bundle =
    @bundle ||= InterfaceTest.written("chaos-device", File.read(File.join(__dir__, "chaos_device.ts")))
      .then { InterfaceTest.bundled("chaos-device") }

  def uuid = SecureRandom.uuid

  def club
    @club = uuid
    db[:clubs].insert(id: @club, name: "Chaos", time_zone: "Europe/London", settings: Sequel.pg_jsonb({}))
    @group = uuid
    db[:groups].insert(club_id: @club, id: @group, name: "All")
    @students = Array.new(6) do |i|
      uuid.tap do |id|
        db[:students].insert(club_id: @club, id: id, group_id: @group, name: "Student #{i}", stance: "orthodox",
          level: "building")
      end
    end
    JauntyBell::Store::Logins.new(db).place(club_id: @club, name: "Coach", role: "coach",
      login: {email: "coach@chaos.test", hash: JauntyBell::Api::Accounts.hash(PASSWORD)})
    @combination = JauntyBell::Store::Combinations.new(db, @club)
      .add(id: uuid, name: "Two", combination: JauntyBell::Core::Bench::Notation.read("1-2"))[:id]
    sign_in
    blocks = [{kind: "bag", title: "", laps: 1, importance: 3, work: nil, rest: nil, rounds: Array.new(5) { round }}]
    @card = ask("POST", "/api/card/cards", id: uuid, name: "Chaos", minutes: 60, level: nil, group_id: nil,
      blocks: blocks)["id"]
  end

  def round
    {title: "Two", work_s: 60, rest_s: 20, active: false, explain_s: 5, change_s: nil, drill_id: nil,
     combination_id: @combination, exercise: nil, reps: nil, implement: nil, rung: "clock", effort: 6, intensity: nil,
     contact: false, tempo: nil, pause_s: nil, both_sides: nil, on_s: nil, off_s: nil, swap: "alone", every: nil,
     swap_s: nil, repeat: 1, keep: false, phases: [], capacity: 1, kit: [], beginners: nil, ahead: nil}
  end

  def sign_in
    answer = post("/api/account/login", login: "coach@chaos.test", password: PASSWORD)
    @cookie = answer.get_fields("set-cookie").map { |each| each.split(";").first }.join("; ")
  end

  def ask(_method, path, **body)
    answer = post(path, **body)
    raise answer.body unless answer.code.start_with?("2")
    JSON.parse(answer.body)
  end

  def post(path, **body)
    require "net/http"
    Net::HTTP.post(URI("http://127.0.0.1:#{@port}#{path}"), JSON.generate(body),
      {"content-type" => "application/json", "cookie" => @cookie}.compact)
  end

  def found(class_id)
    of = ->(table) { db[table].where(club_id: @club, class_id: class_id) }
    {"marks" => of[:marks].where(taken_back_at: nil).select_hash(:id, :clean),
     "notes" => of[:notes].order(:at, :text).select_map(:text),
     "efforts" => of[:efforts].where(taken_back_at: nil).select_map(%i[student_id effort estimated minutes])
       .to_h { |id, effort, estimated, minutes| [id, [effort.to_i, estimated, minutes]] },
     "rang" => of[:round_runs].where(counts: true).order(:at).select_map(%i[round worked_s outcome])
       .map { |round, worked, outcome| {"round" => round, "worked_s" => worked, "outcome" => outcome} },
     "here" => of[:attendances].where(taken_back_at: nil).group_and_count(:student_id).as_hash(:student_id, :count),
     "present" => present(of)}
  end

  def present(of)
    comings, goings = of[:attendances].where(taken_back_at: nil).select_hash_groups(:student_id, :at),
      of[:departures].select_hash_groups(:student_id, :at)
    comings.select { |id, list|
      JauntyBell::Core::Floor::Presence.of(comings: list, goings: goings.fetch(id, [])).spans.last.last.nil?
    }.keys
  end
end
