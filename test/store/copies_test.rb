require "support/replica"

# What a device may forget lies on two machines; what is read from the second one is not too old. With a server that
# really follows.
class CopiesTest < Minitest::Test
  Store = JauntyBell::Store

  def setup
    @replica = TestReplica.of_tests
    TestDatabase.open("jaunty_copies")
    @replica.start
    admin.run("ALTER SYSTEM SET synchronous_standby_names = '*'")
    admin.run("SELECT pg_reload_conf()")
    @db = Store::Database.open(TestDatabase.cluster.url("jaunty_copies"), copies: "two",
      replica: @replica.url("jaunty_copies"))
    until_true { admin[:pg_stat_replication].where(sync_state: "sync").any? }
    heard_of(Time.now)
  end

  # Others of these tests write to this server alone.
  def teardown
    admin.run("ALTER SYSTEM RESET synchronous_standby_names")
    admin.run("SELECT pg_reload_conf()")
    @db.disconnect
  end

  def admin = TestDatabase.open("jaunty_copies")

  def copies(wanted = "two", **how) = Store::Copies.new(@db, wanted, **how)

  def until_true = Timeout.timeout(30) { IO.select(nil, nil, nil, 0.02) until yield }

  def write = @db[:server_notes].insert(name: SecureRandom.uuid)

  def heard_of(at)
    @db[:processes].delete
    @db[:processes].insert(id: SecureRandom.uuid, name: "p", began_at: at, seen_at: at, memory_kb: 1,
      slow: Sequel.pg_jsonb([]), errors: Sequel.pg_jsonb([]))
  end

  def test_it_is_there_when_the_second_machine_has_it
    write
    log = copies.log
    assert copies.there?(log)
    assert_operator Sequel.connect(@replica.url("jaunty_copies")) { |there|
      there.get(Sequel.lit("pg_wal_lsn_diff(pg_last_wal_receive_lsn(), ?::pg_lsn)", log))
    }, :>=, 0
  end

  # A commit goes through at once: nobody hangs in it.
  def test_without_a_second_machine_nothing_is_acknowledged_and_nobody_hangs
    @replica.stop
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    write
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, 10
    refute copies(patience: 0.3).there?(copies.log)
    assert copies("one").there?(copies.log)
    until_true { admin[:pg_stat_replication].empty? }
    assert copies("two-or-alone").there?(copies.log)
  end

  # Sent again it stores nothing new; it is no safer for that.
  def test_what_was_stored_before_but_never_copied_is_not_acknowledged_when_it_is_sent_again
    @replica.stop
    name = SecureRandom.uuid
    2.times do # the second time nothing is written
      @db[:server_notes].insert_conflict.insert(name: name)
      refute copies(patience: 0.3).there?(copies.log)
    end
    @replica.start
    until_true { copies.there?(copies.log) }
  end

  def read(seen: nil) = Store::Replica.read(@db, seen: seen) { @db.get(Sequel.lit("pg_is_in_recovery()")) }

  def replica(command) = Sequel.connect(@replica.url("jaunty_copies")) { |there| there.run("SELECT #{command}()") }

  def test_pages_are_read_from_the_replica_as_long_as_it_is_fresh
    until_true { read }
    refute @db.get(Sequel.lit("pg_is_in_recovery()")), "and nothing else is"
    heard_of(Time.now - 60)
    until_true { !read }
  end

  def test_ones_own_change_is_always_seen
    until_true { read }
    replica("pg_wal_replay_pause")
    write
    seen = copies.log
    assert read, "somebody who changed nothing"
    refute read(seen: seen)
    assert read(seen: "what' no log is")
  ensure
    replica("pg_wal_replay_resume")
    until_true { read(seen: seen) }
  end

  def test_where_the_replica_is_gone_the_primary_is_read
    until_true { read }
    @replica.stop
    refute read
    Store::Replica.primary(@db) { write }
  end

  def test_what_is_written_in_between_goes_to_the_primary
    until_true { read }
    Store::Replica.read(@db, seen: nil) do
      assert_raises(Sequel::DatabaseError) { write }.then { |e| assert_operator Store::Away, :===, e }
      Store::Replica.primary(@db) { write }
    end
  end
end
