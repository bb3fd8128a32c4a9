require "test_helper"
require "socket"
require "tmpdir"
require "securerandom"
require "jaunty_bell/services"

Clock = JauntyBell::Clock # what a test calls today is the club's own day, whatever day the run is as on

# A real PostgreSQL of the tests' own on loopback: made once, gone at the end.
module TestDatabase
  class << self
    # A database of this name, migrated, as a Sequel::Database.
    def open(name = "jaunty_bell")
      @open ||= {}
      @open[name] ||= begin
        create(name) unless name == "jaunty_bell"
        JauntyBell::Store::Database.open(cluster.url(name)).tap { |db| JauntyBell::Store::Database.migrate(db) }
      end
    end

    def cluster
      @cluster ||= start
    end

    private

    def start
      folder = Dir.mktmpdir("jaunty-bell-test")
      File.chmod(0o755, folder)
      port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
      JauntyBell::Store::Cluster.new(folder, port: port, durable: false).tap do |cluster|
        cluster.start
        gone = lambda do
          @open&.each_value(&:disconnect)
          cluster.stop
          FileUtils.rm_rf(folder)
        end
        Minitest.after_run(&gone)
        # A program without tests ends whatever becomes of what it prints
        at_exit { gone.call if Minitest::Runnable.runnables.sum { |each| each.runnable_methods.size }.zero? }
      end
    end

    def create(name) = Sequel.connect(cluster.url("postgres")) { |db| db.run("CREATE DATABASE #{name}") }
  end
end

# A test in a transaction that is rolled back, with a club of its own.
class StoreTest < Minitest::Test
  Store = JauntyBell::Store
  Notation = JauntyBell::Core::Bench::Notation

  attr_reader :db, :club

  def run
    @db = database
    result = nil
    undone { result = super }
    result
  end

  def database = TestDatabase.open

  # What the block writes is gone afterwards.
  def undone(&) = @db.transaction(rollback: :always, auto_savepoint: true, &)

  def setup
    @club = new_club
  end

  def new_club(name = "Sluice Gate Boxing")
    uuid.tap do |id|
      db[:clubs].insert(id: id, name: name, time_zone: "Europe/London",
        settings: Sequel.pg_jsonb({"numbering" => "six"}))
    end
  end

  def uuid = SecureRandom.uuid

  # Somebody's place in a club, with a sign-in of its own: the id of the place.
  def new_place(club_id = club, role: "coach", name: "Coach C", email: "#{uuid}@example.test", hash: "x") =
    Store::Logins.new(db).place(club_id: club_id, login: {email: email, hash: hash}, name: name, role: role)

  # The id of somebody's place in a club.
  def place_of(email) = db[:accounts].where(login_id: db[:logins].where(email: email).select(:id)).get(:id)

  def new_group(club_id = club, name: "Noon group") =
    uuid.tap { |id| db[:groups].insert(club_id: club_id, id: id, name: name) }

  def new_student(club_id = club, group: new_group(club_id, name: "Group #{uuid}"), name: "Test Student", **facts)
    uuid.tap do |id|
      db[:students].insert(club_id: club_id, id: id, group_id: group, name: name, stance: "orthodox",
        level: "building", **facts)
    end
  end

  def combinations(club_id = club) = Store::Combinations.new(db, club_id)

  def cards(club_id = club) = Store::Cards.new(db, club_id)

  def classes(club_id = club) = Store::Classes.new(db, club_id)

  # Facts of a class as a device tells them.
  def tell(class_id, facts, coach_id: nil, club_id: club)
    JauntyBell::Services::Floor::Facts.new(JauntyBell::Services::Club.new(db, club_id, {id: coach_id}),
      class_id).take(facts)
  end

  def new_combination(club_id = club, name: "Two", text: "1-2") =
    combinations(club_id).add(id: uuid, name: name, combination: Notation.read(text))

  # A round as it is stored and sent.
  def round(**facts)
    {title: "Bag", work_s: 180, rest_s: 60, active: false, explain_s: 0, change_s: nil, drill_id: nil,
     combination_id: nil, exercise: nil, reps: nil, implement: nil, rung: "clock", effort: 6, intensity: nil,
     contact: true, tempo: nil, pause_s: nil, both_sides: nil, on_s: nil, off_s: nil, swap: "alone", every: nil,
     swap_s: nil, repeat: 1, keep: false, phases: [], capacity: 1, kit: [], beginners: nil, ahead: nil, flow_id: nil,
     written: nil}.merge(facts)
  end

  # A phase as it is stored and sent.
  def phase(name, **facts)
    {name: name, seconds: nil, other: false, rung: nil, effort: nil, sides: false, burst: false, exercise: nil,
     combination_id: nil, written: nil}.merge(facts)
  end

  def blocks(*rounds, kind: "bag") =
    [{kind: kind, title: "", laps: 1, importance: 3, work: nil, rest: nil, bells: "one", rounds: rounds}]

  def new_card(club_id = club, name: "Card", rounds: [round], **facts)
    derived = {rounds: rounds.size, seconds: 0, left_hand: 0, right_hand: 0}.merge(facts.delete(:derived).to_h)
    cards(club_id).add(id: uuid, name: name, minutes: 60, blocks: JSON.parse(JSON.generate(blocks(*rounds))),
      derived: derived, **facts)
  end

  def new_drill(club_id = club, name: "Drill", pool: [new_combination(club_id, name: uuid)[:id]], **facts)
    given = {implement: "air", manner: "clocked", tempo: 140, pause_s: 1, both_sides: false, rungs: ["air"],
             rest: "still", ladder: "up", breathing: true}
    Store::Drills.new(db, club_id).add(id: uuid, name: name,
      pool: pool.map { |id| {combination_id: id, at_rungs: []} }, **given, **facts)
  end

  def new_class(club_id = club, card: nil, group: nil, starts_at: Clock.now)
    classes(club_id).open(id: uuid, card_id: card, group_id: group, coach_id: nil, title: "Class", minutes: 60,
      starts_at: starts_at)
  end
end
