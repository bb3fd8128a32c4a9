require "test_helper"
require "socket"
require "tmpdir"
require "securerandom"
require "jaunty_bell/store"

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
        Minitest.after_run do
          @open&.each_value(&:disconnect)
          cluster.stop
          FileUtils.rm_rf(folder)
        end
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
    @db = TestDatabase.open
    result = nil
    @db.transaction(rollback: :always, auto_savepoint: true) { result = super }
    result
  end

  def setup
    @club = new_club
  end

  def new_club(name = "Sluice Gate Boxing")
    uuid.tap { |id| db[:clubs].insert(id: id, name: name, time_zone: "Europe/London", settings: Sequel.pg_jsonb({"numbering" => "six"})) }
  end

  def uuid = SecureRandom.uuid

  def new_group(club_id = club, name: "Noon group") = uuid.tap { |id| db[:groups].insert(club_id: club_id, id: id, name: name) }

  def new_student(club_id = club, group: new_group(club_id, name: "Group #{uuid}"), name: "Test Student", **facts)
    uuid.tap { |id| db[:students].insert(club_id: club_id, id: id, group_id: group, name: name, stance: "orthodox", level: "building", **facts) }
  end

  def combinations(club_id = club) = Store::Combinations.new(db, club_id)

  def cards(club_id = club) = Store::Cards.new(db, club_id)

  def classes(club_id = club) = Store::Classes.new(db, club_id)

  def new_combination(club_id = club, name: "Two", text: "1-2") = combinations(club_id).add(id: uuid, name: name, combination: Notation.read(text))

  def round(**facts)
    {block: "bag", title: "Bag", combination_id: nil, work_s: 180, rest_s: 60, explain_s: 0, tempo: 140, pause_s: 0.6, share: "alone",
     both_sides: false, effort: 6, rung: "clock"}.merge(facts)
  end

  def new_class(club_id = club, card: nil, group: nil)
    classes(club_id).open(id: uuid, card_id: card, group_id: group, coach_id: nil, title: "Class", minutes: 60, starts_at: Time.now)
  end
end
