require "support/database"
require "jaunty_bell/api"

# Plans in processes of their own: ended when nobody wants them, within limits, few at once, seen by every process of
# the service. They are made in threads, which no transaction of a test reaches: in a database of their own.
class PlanJobsTest < Minitest::Test
  Jobs = JauntyBell::Services::Weeks::PlanJobs
  Kept = JauntyBell::Store::PlanJobs

  def setup
    @kept = Queue.new
    @club = new_club
  end

  def teardown = db[:clubs].delete

  def db = @db ||= TestDatabase.open("jaunty_jobs")

  def uuid = SecureRandom.uuid

  def new_club = uuid.tap { |id|
    db[:clubs].insert(id: id, name: "Jobs", time_zone: "UTC", settings: Sequel.pg_jsonb({}))
  }

  def programme(club = @club)
    group, card, id = uuid, uuid, uuid
    db[:groups].insert(club_id: club, id: group, name: group)
    db[:cards].insert(club_id: club, id: card, name: card, minutes: 60, blocks: Sequel.pg_jsonb([]))
    db[:programmes].insert(club_id: club, id: id, group_id: group, template_id: card, name: "P",
      settings: Sequel.pg_jsonb({}))
    [club, id]
  end

  def jobs(key = programme, **at) = Jobs.new(db, *key, **at)

  # What is planned goes to another process: here the name of one of these.
  Work = Struct.new(:name) do
    def call(&tell) = send(name, &tell)

    private

    def by_halves
      yield 161/333r
      sleep 2 * Jobs::TOLD_EVERY
      yield 1/2r
      {"classes" => [1]}
    end

    def nobody_comes = raise(JauntyBell::Core::InvalidInput, "Nobody comes.")

    def on_and_on = loop { yield 0.1 }

    def dies = exit!(1)

    def wants_memory = Array.new(40) { "x" * 100_000_000 }

    def sleeps = sleep

    def breaks = raise(ArgumentError, "somebody's knee")

    def seven = 7
  end

  def start(jobs, work) = jobs.tap { jobs.start(Work.new(work), keep: @kept.method(:push)) }

  def test_what_is_made_is_kept
    key = programme
    jobs = start(jobs(key), :by_halves)
    assert_equal({"classes" => [1]}, @kept.pop)
    jobs.wait
    assert_equal [false, nil], jobs.state.values_at(:running, :error)
    assert_equal jobs.state, jobs(key).state, "whichever process is asked"
  end

  def test_what_cannot_be_planned_is_said
    jobs = start(jobs(), :nobody_comes)
    jobs.wait
    assert_equal ["Nobody comes.", true], [jobs.state[:error], @kept.empty?]
  end

  # From another process of the service.
  def test_it_is_ended_soon_and_leaves_nothing
    key = programme
    start(jobs(key), :on_and_on)
    other = jobs(key)
    Thread.pass until other.state[:done].positive?
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    other.stop
    other.wait
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, 20
    assert_equal [{running: false, done: 0.1, error: nil}, true], [other.state, @kept.empty?]
  end

  def test_one_that_dies_or_wants_too_much_memory_is_said_and_harms_nobody
    %i[dies wants_memory].each do |work|
      jobs = start(jobs(), work)
      jobs.wait
      assert_equal Jobs::BROKEN, jobs.state[:error]
    end
    assert_empty @kept
  end

  def test_what_is_stopped_before_it_began_does_not_go_on
    5.times do
      jobs = start(jobs(), :sleeps)
      jobs.stop
      jobs.wait
    end
    assert_empty @kept
  end

  def test_what_broke_is_written_down_without_its_words
    jobs = jobs()
    _, written = capture_subprocess_io do
      JauntyBell::Services::Apart.end_all # what is forked from now on says it here
      start(jobs, :breaks)
      jobs.wait
      JauntyBell::Services::Apart.end_all
    end
    assert_includes written, "apart: ArgumentError"
    refute_includes written, "knee"
    assert_equal Jobs::BROKEN, jobs.state[:error]
  end

  def test_few_at_once_on_a_machine_and_one_in_a_club
    key = programme
    going = [start(jobs(key), :sleeps), start(jobs(programme(new_club)), :sleeps)]
    start(jobs(key), :seven) # the same again: nothing
    assert_match(/of your club/, assert_raises(Jobs::Full) { start(jobs(programme), :seven) }.message)
    assert_match(/2 plans/, assert_raises(Jobs::Full) { start(jobs(programme(new_club)), :seven) }.message)
    elsewhere = start(jobs(programme(new_club), machine: "another"), :seven)
    assert_equal [7, true], [@kept.pop, @kept.empty?]
    elsewhere.wait
  ensure
    going&.each { |each| [each.stop, each.wait] }
  end

  # As after a kill: nobody says anything any more.
  def test_a_plan_whose_process_died_is_said_and_blocks_nobody
    key = programme
    Kept.new(db, *key).claim(uuid, machine: "m", most: 2)
    assert jobs(key).state[:running]
    db[:plan_jobs].update(seen_at: Time.now - Kept::SILENT - 1)
    assert_equal [false, Kept::DIED], jobs(key).state.values_at(:running, :error)
    start(jobs(key), :seven)
    assert_equal 7, @kept.pop
    jobs(key).wait
    assert_nil jobs(key).state[:error]
  end
end
