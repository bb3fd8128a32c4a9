require "support/database"
require "jaunty_bell/installed/command_line"

# A PostgreSQL that writes down what went wrong, as Debian's does, is told nothing of our rows.
class QuietTest < Minitest::Test
  ROLE = "jaunty-quiet"

  def setup
    @cluster = TestDatabase.cluster
    owner("postgres") { |db| db.run("CREATE DATABASE loud") }
    owner("postgres") do |db|
      db.run("ALTER DATABASE loud SET log_min_messages = 'warning'")
      db.run("ALTER DATABASE loud SET log_min_error_statement = 'error'")
      db.run("CREATE ROLE \"#{ROLE}\" LOGIN PASSWORD 'of-the-test'")
      db.run(JauntyBell::Installed::Install.quiet(ROLE))
    end
  end

  def teardown
    owner("postgres") do |db|
      db.run("DROP DATABASE loud")
      db.run("DROP ROLE \"#{ROLE}\"")
    end
  end

  def test_what_fails_is_not_written_down_with_its_values
    ours = URI(@cluster.url("loud")).tap { |uri| uri.user, uri.password = ROLE, "of-the-test" }
    Sequel.connect(ours.to_s) { |db| fails(db, "a tender shoulder") }
    owner("loud") { |db| fails(db, "of anybody else") }
    Timeout.timeout(60) { Thread.pass until written.include?("of anybody else") }
    refute_includes written, "tender"
  end

  private

  def owner(name, &) = Sequel.connect(@cluster.url(name), &)

  def fails(db, value) = assert_raises(Sequel::DatabaseError) { db.get(Sequel.cast(value, :integer)) }

  def written = Dir[File.join(@cluster.directory, "**/*.log")].map { |path| File.read(path) }.join
end
