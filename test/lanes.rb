require "etc"
require "open3"

# Every test, in jobs that run side by side, one for each core: each job is a process with a database and a browser of
# its own. What depends on dates runs once more as on DATES, a sixth of the files on each of them, in turn: beside all
# the rest there is no time for more. bin/test runs this where no part is named.
#
#   ruby test/lanes.rb        # all of it
#   ruby test/lanes.rb dates  # all that depends on dates, as on each of them
class Lanes
  Job = Struct.new(:name, :files, :weight, :today, keyword_init: true)

  # Each weekday, a month's end, a leap day, both changes of summer time, New Year; noon, a minute after midnight and
  # the last of the evening: a run is over before the day is, for a test that begins on one day and ends on the next
  # fails by the luck of the seed.
  DATES = %w[2026-11-23T12:00 2026-11-24T12:00 2026-11-25T00:01 2026-11-26T12:00 2026-11-27T19:00 2026-11-28T12:00
    2026-11-29T23:40
    2026-11-30T12:00 2028-02-29T12:00 2026-03-29T12:00 2026-10-25T01:30 2027-01-01T00:01].freeze
  DATED = /\bClock\.|support\/history|Demo::Club/ # a test that says this depends on the day,
  ANY_DAY = /support\/contract|The same on any day/ # but these: what they send and refuse is the same on any
  PARTS = %w[core interface stand_ins reference store services installed api chaos].freeze
  SYSTEM_JOBS = 9
  ROOT = File.expand_path("..", __dir__)

  def self.run(only) = exit(new(only).run ? 0 : 1)

  def initialize(only)
    @jobs = ((only == "dates") ? dated : whole + system + dated(each: 6)).sort_by { |job| -job.weight }
    @lock = Mutex.new
    @sums = Hash.new(0)
    @failed = {}
  end

  # Whether all went well.
  def run
    queue = Queue.new(@jobs).close
    trap("INT") { @stopped = true }
    Array.new([Etc.nprocessors, 2].max) { Thread.new { work(queue) } }.each(&:join)
    @failed.each { |name, why| puts "", "FAILED: #{name}", why } # last, where nobody has to look for it
    puts
    puts "#{@sums[:runs] - @sums[:wrong]} passed, #{@sums[:wrong]} failed, #{@sums[:skips]} skipped"
    @failed.empty?
  end

  private

  def work(queue)
    while !@stopped && (job = queue.pop)
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      output, status = Open3.capture2e(environment(job), *command(job), chdir: ROOT)
      @lock.synchronize { tell(job, output, status, Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) }
    end
  end

  def environment(job) = job.today ? {"JAUNTY_TODAY" => job.today} : {}

  def command(job) =
    ["ruby", "-W1", "-Itest", "-Ilib", "-e",
      "ARGV.each { |file| require File.expand_path(file) }; ARGV.clear", *job.files]

  def tell(job, output, status, seconds)
    puts output.lines.grep(/^Tried again: /)
    line = output.lines.grep(/\d+ runs, \d+ assertions/).last.to_s
    runs, assertions, failures, errors, skips = line.scan(/\d+/).map(&:to_i)
    @sums[:runs] += runs.to_i
    @sums[:wrong] += failures.to_i + errors.to_i
    @sums[:skips] += skips.to_i
    good = status.success? && runs
    @failed[job.name] = what_failed(output) unless good
    puts good ? format("%-28s %4d s  %s", job.name, seconds,
      line.strip) : "#{"=" * 20} #{job.name}, after #{seconds.round} s\n#{output}"
    $stdout.flush
    assertions
  end

  # The tests that failed, each with what it says first; or how a job ended that came to none.
  def what_failed(output)
    told = output.split(/^(?=\s*\d+\) (?:Failure|Error):)/).drop(1)
    return output.lines.last(15).join if told.empty?
    told.map { |each| each.lines.grep_v(%r{/gems/}).first(16).join }.join("\n")
  end

  def files(part) = Dir.chdir(ROOT) { Dir["test/#{part}/**/*_test.rb"] }

  def weigh(file) = File.read(File.join(ROOT, file)).scan(/^\s+def test_/).size

  def whole =
    [job(PARTS.first(4).join(" "), PARTS.first(4).flat_map { |part| files(part) }, 60),
      *PARTS.drop(4).map { |part| job(part, files(part), 60) }]

  # The real interface, in jobs of about the same size.
  def system
    jobs = Array.new(SYSTEM_JOBS) { [] }
    files("system").sort_by { |file| -weigh(file) }.each do |file|
      jobs.min_by { |list| list.sum { |each| weigh(each) } } << file
    end
    jobs.each_with_index.map { |list, i| job("system #{i + 1}", list, 100) }
  end

  # One file of so many (`each`) on a date, on the next date the next.
  def dated(each: 1)
    list = (files("store") + files("services") + files("api") + files("dates"))
      .select { |file| File.read(File.join(ROOT, file)).then { |text| text.match?(DATED) && !text.match?(ANY_DAY) } }
    DATES.each_with_index.map do |date, i|
      job("as on #{date}", list.select.with_index { |_, at| (at + i) % each == 0 }, 40, today: date)
    end
  end

  def job(name, files, weight, today: nil) = Job.new(name: name, files: files, weight: weight, today: today)
end

Lanes.run(ARGV.first)
