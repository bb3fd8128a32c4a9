require "test_helper"

# What the tests do on a machine that gets nothing of its cores, by the kernel's count: /proc/stat as proc(5) lists it.
class StarvedTest < Minitest::Test
  CALM = {user: 60, idle: 40, steal: 0}.freeze # ticks in a second of one core
  TAKEN = {user: 1, idle: 40, steal: 59}.freeze
  Wrong = Minitest::Assertion.new("not what was expected")

  Tried = Struct.new(:failures)

  def test_shares
    before = cores(user: 10, idle: 20, steal: 5)
    after = cores(user: 40, idle: 70, steal: 25)
    assert_in_delta 0.2, after.taken(before)
    assert_in_delta 0.3, after.used(before)
    assert_in_delta 0.4, after.withheld(before)
    assert_equal 0, after.withheld(after)
  end

  def test_the_kernel_counts_what_is_used
    before = Cores.now
    Integer.sqrt(7**9_000) until Cores.now.ticks.sum > before.ticks.sum + 10
    assert_operator Cores.now.ticks.sum, :>, before.ticks.sum
    assert_includes 0.0..1.0, Cores.now.used(before)
  end

  def test_what_passes_is_tried_once = assert_equal([1, []], tries([TAKEN], [nil]))

  def test_what_fails_while_the_machine_had_its_cores_stays = assert_equal([1, [Wrong]], tries([CALM], [Wrong]))

  def test_what_fails_without_cores_is_tried_again_when_they_are_back
    times, failures = tries([TAKEN, TAKEN, TAKEN, CALM, CALM], [Wrong, nil])
    assert_equal [2, []], [times, failures]
    assert_equal 3, @paused, "seen twice without cores, then with them"
    assert_match(/\ATried again: Any#test, which failed while 98 % of .+: not what was expected$/, @output.string)
  end

  def test_what_fails_again_with_cores_has_failed =
    assert_equal([2, [Wrong]], tries([TAKEN, CALM, CALM], [Wrong, Wrong]))

  def test_it_is_not_tried_for_ever
    times, failures = tries([TAKEN] * 1_000, [Wrong] * 9)
    assert_equal [Starved::TIMES + 1, [Wrong]], [times, failures]
    assert_equal Starved::TIMES * Starved::LONGEST / Starved::LOOK, @paused
  end

  private

  def cores(user:, idle:, steal:) = Cores.new([user, 0, 0, idle, 0, 0, 0, steal])

  # How often a test is tried that ends so one time after the other, while the machine spends `seconds` so one after the
  # other, a try or a pause each; and its failures at last.
  def tries(seconds, ends)
    @paused, @output = 0, StringIO.new
    spent = {user: 0, idle: 0, steal: 0}
    tick = -> { spent = spent.merge(seconds.shift || CALM) { |_, one, two| one + two } }
    starved = Starved.new(cores: -> { cores(**spent) }, output: @output, pause: ->(_) {
      @paused += 1
      tick.call
    })
    times = 0
    result = starved.try("Any#test") do
      tick.call
      times += 1
      Tried.new([ends.shift].compact)
    end
    [times, result.failures]
  end
end
