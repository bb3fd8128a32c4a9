require "support/database"
require_relative "../../demo/club"

# The nightly backup: written, restored for a trial, compared, copied on; and what is said where one of it fails.
class NightlyTest < Minitest::Test
  Nightly = JauntyBell::Store::Nightly

  def setup
    @folder = Dir.mktmpdir("nightly")
    @db = TestDatabase.open("nightly")
    %i[clubs logins].each { |table| @db[table].delete }
    JauntyBell::Demo::Club.new(@db, today: Date.new(2026, 6, 15), weeks: 1).load(hash: "x")
  end

  def teardown
    @db.disconnect
    FileUtils.rm_rf(@folder)
  end

  def url = TestDatabase.cluster.url("nightly")

  def notes = File.join(@folder, "health")

  def night(kind = Nightly, **more) =
    kind.new(url, backups: File.join(@folder, "backups"), notes: notes, **more)

  def test_written_restored_and_found_equal
    there = File.join(@folder, "stick").tap { |path| Dir.mkdir(path) }
    told = night(to: there).run
    assert told[:ok], told[:said]
    assert_operator told[:tables], :>, 50
    assert_equal [File.basename(told[:file])], Dir.children(there)
    assert_equal 0o600, File.stat(told[:file]).mode & 0o777
    assert_equal [true, there], Nightly.last(notes).values_at("ok", "copied")
    assert_empty Sequel.connect(TestDatabase.cluster.url("postgres")) { |db|
      db[:pg_database].where(datname: Nightly::SCRATCH).all
    }, "the trial is put away"
  end

  # A program that wrote only half.
  class Forgetful < Nightly
    private

    def restored(file) = super.merge("marks" => "0 0")
  end

  def test_a_restore_that_is_not_the_same_is_said
    told = night(Forgetful).run
    refute told[:ok]
    assert_match(/marks differ/, told[:said])
    assert_equal false, Nightly.last(notes)["ok"]
  end

  def test_what_fails_is_noted
    told = night(to: File.join(@folder, "no stick here")).run
    assert_equal [false, true], [told[:ok], told[:said].include?("is the disk in?")]
    File.write(File.join(@folder, "file"), "")
    refute Nightly.new(url, backups: "/proc/nowhere", notes: notes).run[:ok]
    refute Nightly.new(url.sub("/nightly", "/nothing"), backups: @folder, notes: notes).run[:ok]
    assert_nil Nightly.last(@folder)
  end

  def test_a_fortnight_is_kept
    backups = File.join(@folder, "backups")
    FileUtils.mkdir_p(backups)
    20.times { |i| File.write(File.join(backups, format("nightly-202601%02d-033000.dump", i + 1)), "x") }
    night.run
    assert_equal Nightly::KEPT, Dir.children(backups).size
  end
end
