require "support/database"
require "jaunty_bell/api"

# Plans in processes of their own: ended when nobody wants them, within limits, few at once.
class PlanJobsTest < Minitest::Test
  Jobs = JauntyBell::Services::Weeks::PlanJobs

  def setup = @kept = Queue.new

  def start(key, &work) = Jobs.start(key, keep: @kept.method(:push), &work)

  def test_what_is_made_is_kept
    start(:made) do |tell|
      tell.call(0.5)
      {"classes" => [1]}
    end
    Jobs.wait(:made)
    assert_equal({"classes" => [1]}, @kept.pop)
    assert_equal({running: false, done: 0.5, error: nil}, Jobs.state(:made))
  end

  def test_what_cannot_be_planned_is_said
    start(:refused) { raise JauntyBell::Core::InvalidInput, "Nobody comes." }
    Jobs.wait(:refused)
    assert_equal ["Nobody comes.", true], [Jobs.state(:refused)[:error], @kept.empty?]
  end

  def test_it_is_ended_at_once_and_leaves_nothing
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    start(:endless) { |tell| loop { tell.call(0.1) } }
    Thread.pass until Jobs.state(:endless)[:done].positive?
    Jobs.stop(:endless)
    Jobs.wait(:endless)
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, 5
    assert_equal [{running: false, done: 0.1, error: nil}, true], [Jobs.state(:endless), @kept.empty?]
  end

  def test_one_that_dies_or_wants_too_much_memory_is_said_and_harms_nobody
    start(:dead) { exit!(1) }
    start(:large) { Array.new(40) { "x" * 100_000_000 } }
    [:dead, :large].each { |key| Jobs.wait(key) }
    assert_equal [Jobs::BROKEN] * 2, [:dead, :large].map { |key| Jobs.state(key)[:error] }
    assert_empty @kept
  end

  def test_what_is_stopped_before_it_began_does_not_go_on
    20.times do |i|
      start([:early, i]) { sleep }
      Jobs.stop([:early, i])
      Jobs.wait([:early, i])
    end
    assert_empty @kept
  end

  def test_what_broke_is_written_down_without_its_words
    _, written = capture_subprocess_io do
      start(:broken) { raise ArgumentError, "somebody's knee" }
      Jobs.wait(:broken)
    end
    assert_includes written, "planning: ArgumentError"
    refute_includes written, "knee"
    assert_equal Jobs::BROKEN, Jobs.state(:broken)[:error]
  end

  def test_few_at_once_and_one_for_each_programme
    Jobs::MOST.times { |i| start([:busy, i]) { loop { sleep } } }
    start([:busy, 0]) { flunk }
    assert_raises(Jobs::Full) { start(:another) { 1 } }
  ensure
    Jobs::MOST.times { |i| [Jobs.stop([:busy, i]), Jobs.wait([:busy, i])] }
  end
end
