require "support/database"

# Accounts of before become logins with a place in their club, and nobody is signed out; and back again.
class LoginsMigrationTest < Minitest::Test
  def setup
    Sequel.connect(TestDatabase.cluster.url("postgres")) { |server| server.run("CREATE DATABASE before_logins") }
    @db = JauntyBell::Store::Database.open(TestDatabase.cluster.url("before_logins"))
    Sequel.extension :migration
    to(18)
  end

  def teardown = @db.disconnect

  def to(version) = Sequel::Migrator.run(@db, JauntyBell::Store::Database::MIGRATIONS, target: version)

  def test_there_and_back
    club = SecureRandom.uuid
    @db[:clubs].insert(id: club, name: "Old club", time_zone: "Europe/London")
    coach = @db[:accounts].insert(club_id: club, email: "ann@old.example", password_hash: "hash", name: "Ann",
      role: "coach")
    @db[:account_active_session_keys].insert(account_id: coach, session_id: "key")
    JauntyBell::Store::Database.migrate(@db)
    found = JauntyBell::Store::School.account(@db, coach, ["key"])
    assert_equal [coach, club, "Ann", "ann@old.example", "coach"], found.values_at(:id, :club_id, :name, :email, :role)
    logins = JauntyBell::Store::Logins.new(@db)
    assert_equal [coach, "hash"], logins.of("ANN@old.example").values_at(:id, :password_hash)
    other = SecureRandom.uuid
    @db[:clubs].insert(id: other, name: "Other club", time_zone: "Europe/London")
    second = logins.place(club_id: other, login: {id: coach}, name: "Ann", role: "owner")
    fresh = logins.place(club_id: other, login: {email: "bo@old.example", hash: "h"}, name: "Bo", role: "coach")
    refute_equal coach, @db[:accounts].where(id: fresh).get(:login_id), "ids go on where they were"
    to(18)
    assert_equal [["ann@old.example", "hash"], ["bo@old.example", "h"]],
      @db[:accounts].order(:email).select_map(%i[email password_hash])
    assert_nil @db[:accounts].first(id: second), "somebody in several clubs keeps the first one"
    assert_equal [coach], @db[:account_active_session_keys].select_map(:account_id)
  end
end
