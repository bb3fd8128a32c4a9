require "support/database"
require "stringio"
require "jaunty_bell/keeping"
require_relative "../../demo/club"

# A backup and what is restored from it; a club moved from one server to another.
class KeepingTest < Minitest::Test
  Keeping = JauntyBell::Keeping
  Store = JauntyBell::Store
  Backup = Store::Backup

  def setup
    @folder = Dir.mktmpdir
    @file = File.join(@folder, "club.dump")
    @from, @to = TestDatabase.open("keeping_from"), TestDatabase.open("keeping_to")
    [@from, @to].each { |db| [:clubs, :logins].each { |table| db[table].delete } }
    JauntyBell::Demo::Club.new(@from, today: Date.new(2026, 6, 15), weeks: 2).load(hash: "x")
  end

  def teardown
    [@from, @to].each(&:disconnect)
    FileUtils.rm_rf(@folder)
  end

  def url(db) = TestDatabase.cluster.url(db.opts[:database])

  # What every table holds, whatever the order of its rows.
  def everything(db) = Store::Database.tables(db).sort.to_h { |table| [table, db[table].all.map(&:to_s).sort] }

  # Exit code, what was printed, what was refused.
  def keeping(db, command, *arguments)
    before = ENV["DATABASE_URL"]
    ENV["DATABASE_URL"] = url(db)
    output, errors = StringIO.new, StringIO.new
    [Keeping.run(command, arguments, output: output, errors: errors), output.string, errors.string]
  ensure
    ENV["DATABASE_URL"] = before
  end

  def test_what_is_restored_is_what_was_backed_up
    was = everything(@from)
    code, said, = keeping(@from, "backup", @file)
    assert_equal 0, code
    assert_match(/club\.dump: \d+ kB/, said)
    assert_equal "600", (File.stat(@file).mode & 0o777).to_s(8), "for nobody else to read"
    code, said, why = keeping(@to, "restore", @file)
    assert_equal [0, "1 club is back as on the day of the backup.\n"], [code, said], why
    assert_equal was, everything(@to)
  end

  def test_it_does_not_overwrite_unless_that_is_said
    keeping(@from, "backup", @file)
    @from[:students].where(name: "Oona Ferrier").update(name: "Oona Changed")
    code, _, why = keeping(@from, "restore", @file)
    assert_equal [2, "The database has clubs in it already: say --replace to put the backup in their place.\n"],
      [code, why]
    assert_equal 1, @from[:students].where(name: "Oona Changed").count
    assert_equal 0, keeping(@from, "restore", @file, "--replace").first
    assert_equal 1, @from[:students].where(name: "Oona Ferrier").count
  end

  def test_a_backup_that_is_cut_off_changes_nothing
    keeping(@from, "backup", @file)
    was = everything(@from)
    [0.4, 0.7, 0.95].each do |share|
      cut = "#{@file}.#{share}"
      File.binwrite(cut, File.binread(@file).then { |all| all[0, (all.size * share).round] })
      assert_equal 2, keeping(@from, "restore", cut, "--replace").first, "#{share} of it"
      assert_equal was, everything(@from)
    end
  end

  def test_what_is_no_backup_changes_nothing
    was = everything(@from)
    File.write(@file, "not one")
    [["restore", @file, "--replace"], ["restore", File.join(@folder, "nowhere")], ["backup", "/proc/nowhere"],
      ["backup", "a", "b"], ["club", "sing"], ["club", "export", "Nobody's", @file], ["club", "import", @file]]
      .each do |call|
      code, _, why = keeping(@from, *call)
      assert_equal [2, 1], [code, why.lines.size], "#{call.inspect}: #{why}"
    end
    assert_equal was, everything(@from)
  end

  def test_a_club_moves_to_another_server
    name = @from[:clubs].get(:name)
    assert_equal [0, "#{name}\n"], keeping(@from, "club", "list").first(2)
    assert_equal 0, keeping(@from, "club", "export", name, @file).first
    code, said, = keeping(@to, "club", "import", @file)
    assert_equal 0, code
    assert_match(/nell@tickethall\.example  \w{16}/, said)
    again = File.join(@folder, "again")
    keeping(@to, "club", "export", name, again)
    assert_equal JSON.parse(File.read(@file)), JSON.parse(File.read(again))
    code, _, why = keeping(@to, "club", "import", @file)
    assert_equal 2, code
    assert_match(/is on this server already/, why)
  end
end
