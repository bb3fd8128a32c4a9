require "support/database"

# Tables of facts are cut into parts by club while they are used, and whatever ends it, every fact stays.
class PartitionsTest < Minitest::Test
  Store = JauntyBell::Store
  Partitions = Store::Partitions

  # As a database of an older version, filled.
  def setup
    name = "jaunty_parts_#{SecureRandom.hex(4)}"
    Sequel.connect(TestDatabase.cluster.url("postgres")) { |server| server.run("CREATE DATABASE #{name}") }
    @url = TestDatabase.cluster.url(name)
    @db = Store::Database.open(@url)
    Sequel.extension :migration
    Sequel::Migrator.run(@db, Store::Database::MIGRATIONS, target: 22)
    @clubs = Array.new(3) { |nth| club(nth) }
  end

  def teardown = @db.disconnect

  def club(nth)
    SecureRandom.uuid.tap do |id|
      @db.run(<<~SQL)
        INSERT INTO clubs (id, name, time_zone) VALUES ('#{id}', 'Club #{nth}', 'UTC');
        INSERT INTO groups (club_id, id, name) VALUES ('#{id}', gen_random_uuid(), 'All');
        INSERT INTO students (club_id, id, group_id, name, stance, level)
          SELECT '#{id}', gen_random_uuid(), g.id, 'S' || n, 'orthodox', 'building'
          FROM groups g, generate_series(1, 10) n WHERE g.club_id = '#{id}';
        INSERT INTO efforts (club_id, id, student_id, "on", effort, minutes, at)
          SELECT '#{id}', gen_random_uuid(), s.id, date '2026-01-01' + n, 5, 60, now()
          FROM students s, generate_series(1, 40) n WHERE s.club_id = '#{id}';
      SQL
    end
  end

  def parts(**how) = Partitions.new(@db, rest: 0, batch: 100, **how)

  def facts(db = @db) = db[:efforts].order(:id).all

  def effort(db, club, effort: 6)
    student = db[:students].where(club_id: club).get(:id)
    {club_id: club, id: SecureRandom.uuid, student_id: student, on: Date.new(2026, 5, 1), effort: effort, minutes: 45,
     at: Time.now}
  end

  def test_what_follows_a_table_follows_its_parts
    @db.run(<<~SQL)
      CREATE TABLE heard (student_id uuid);
      CREATE FUNCTION hear() RETURNS trigger LANGUAGE plpgsql AS
        $$ BEGIN INSERT INTO heard SELECT student_id FROM changed; RETURN NULL; END $$;
      CREATE TRIGGER hear AFTER INSERT ON efforts REFERENCING NEW TABLE AS changed
        FOR EACH STATEMENT EXECUTE FUNCTION hear();
    SQL
    parts.run
    assert_empty @db[:heard].all, "what is only copied is no change"
    told = effort(@db, @clubs.first)
    @db[:efforts].insert(told)
    assert_equal [told[:student_id]], @db[:heard].select_map(:student_id)
  end

  def test_every_fact_is_in_a_part_of_its_club
    was, views = facts, @db[:presences].count
    shape = ->(table) {
      [@db.fetch("SELECT conname, pg_get_constraintdef(oid) AS rule FROM pg_constraint WHERE conrelid = ?::regclass " \
        "ORDER BY 1", table).all, @db.indexes(table.to_sym), @db.schema(table.to_sym).map { |name, facts|
                                                               [name, facts.except(:oid)]
                                                             }]
    }
    before = Partitions::TABLES.to_h { |table| [table, shape.call(table.to_s)] }
    assert_equal :whole, parts.state[:efforts]
    lines = []
    parts.run { |line| lines << line }
    assert_equal [:parted], parts.state.values.uniq
    assert_equal [was, views], [facts, @db[:presences].count]
    assert_includes lines, "efforts: in #{Partitions::PARTS} parts."
    before.each { |table, found| assert_equal found, shape.call(table.to_s), "keys, rules and indexes of #{table}" }
    @clubs.each do |id|
      assert_equal 1, @db[:efforts].where(club_id: id).distinct.select_map(Sequel.lit("tableoid::regclass::text")).size
    end
    assert_raises(Sequel::UniqueConstraintViolation) { @db[:efforts].insert(was.first) }
    assert_raises(Sequel::ForeignKeyConstraintViolation) {
      @db[:efforts].insert(was.first.merge(id: SecureRandom.uuid, student_id: SecureRandom.uuid))
    }
    assert_empty Store::Database.tables(@db).grep(/parted|_p\d/)
    assert_equal 0, @db[:partitioning].count
  end

  # Writers go on all the while; what they were told is kept is kept, as they left it.
  def test_it_is_used_all_the_while
    stop, left, errors = false, Queue.new, Queue.new
    writers = Array.new(3) { |nth|
      Thread.new {
        begin
          write(nth) { stop }.each { |row| left << row }
        rescue => e
          errors << e
        end
      }
    }
    parts(batch: 25).run
    stop = true
    writers.each(&:join)
    assert_empty Array.new(errors.size) { errors.pop.message }
    assert_equal :parted, parts.state[:efforts]
    kept = facts.to_h { |row| [row[:id], row[:effort].to_i] }
    truth = Array.new(left.size) { left.pop }.to_h
    assert_operator truth.size, :>, 20
    assert_equal truth, kept.slice(*truth.keys)
    assert_equal 1_200 + truth.size, kept.size + @gone.to_i
  end

  # Adds facts, changes and deletes some of its own and changes those of before: [[id, effort]] as they are left.
  def write(nth)
    db, mine, random = Store::Database.open(@url), {}, Random.new(nth)
    club = @clubs[nth]
    old = db[:efforts].where(club_id: club).select_map(:id)
    until yield
      row = effort(db, club)
      db[:efforts].insert(row)
      mine[row[:id]] = 6
      changed = [*mine.keys, *old].sample(random: random)
      value = random.rand(10)
      db[:efforts].where(club_id: club, id: changed).update(effort: value)
      old.include?(changed) ? next : mine[changed] = value
      next unless random.rand < 0.2
      db[:efforts].where(club_id: club, id: changed).delete
      mine.delete(changed)
    end
    mine.to_a
  ensure
    db.disconnect
  end

  def broken_off
    parts.run { |line| raise Interrupt if line.match?(/efforts: 300/) }
  rescue Interrupt
    parts.state
  end

  def test_broken_off_it_goes_on_from_there
    was = facts
    assert_equal 300, broken_off[:efforts]
    @db[:efforts].insert(added = effort(@db, @clubs.first))
    @db[:efforts].where(id: was.first[:id]).update(effort: 9)
    assert_equal was.size + 1, facts.size
    lines = []
    parts.run { |line| lines << line }
    assert_equal "efforts: 400 rows copied …", lines.grep(/efforts: \d+ rows/).first, "not from the beginning"
    assert_equal [9, 6], [was.first[:id], added[:id]].map { |id| @db[:efforts].where(id: id).get(:effort).to_i }
    assert_equal was.size + 1, facts.size
  end

  def test_or_is_taken_back
    was = facts
    broken_off
    assert_equal [:efforts], parts.back
    assert_equal [:parted, :whole], parts.state.values_at(:marks, :efforts)
    assert_equal was, facts
    assert_empty @db.fetch("SELECT tgname FROM pg_trigger WHERE NOT tgisinternal AND tgrelid = 'efforts'::regclass").all
    assert_empty parts.back
  end

  def test_a_copy_that_is_not_equal_is_put_away
    was = facts
    error = assert_raises(Partitions::Unequal) do
      parts.run { |line| @db[:efforts_parted].where(id: was.last[:id]).delete if line.match?(/efforts: 1200/) }
    end
    assert_match(/efforts is not equal/, error.message)
    assert_equal [:whole, was], [parts.state[:efforts], facts]
  end

  def test_one_at_a_time
    parts.run do |line|
      next unless line.match?(/efforts: 300/)
      other = Store::Database.open(@url)
      assert_raises(Store::Conflict) { Partitions.new(other).run }
      other.disconnect
    end
  end

  # The migration is the same, and a database of today has them from the start.
  def test_a_start_of_this_version_cuts_them
    Store::Database.migrate(@db)
    assert_equal [:parted], parts.state.values.uniq
    Store::Database.migrate(@db)
  end
end
