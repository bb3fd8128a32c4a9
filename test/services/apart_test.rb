require "test_helper"
require "open3"

# Work in a process of its own: it ends with whoever asked for it.
class ApartTest < Minitest::Test
  CLOSES = <<~RUBY
    require "jaunty_bell/services"
    apart = JauntyBell::Services::Apart
    Long = Struct.new(:seconds) { def call(writing) = writing.puts(Process.pid).then { sleep seconds } }
    apart.prepare
    Thread.new { apart.finish(Long.new(600), longest: 600) }
    pid, reading = apart.begin(Long.new(600), longest: 600)
    puts reading.gets
    apart.end_all
  RUBY

  # As a server does while something is worked out: neither waits for it nor leaves it behind.
  def test_a_process_that_closes_takes_its_work_along
    said, status = Timeout.timeout(60) { Open3.capture2e("ruby", "-W1", "-Ilib", "-e", CLOSES) }
    assert status.success?, said
    Timeout.timeout(20) { IO.select(nil, nil, nil, 0.05) while alive?(Integer(said)) }
  end

  private

  def alive?(pid)
    Process.kill(0, pid)
  rescue Errno::ESRCH
    false
  end
end
