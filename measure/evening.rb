# An evening of many clubs: classes at the same time by simulated coaches over HTTP with think times, on two processes
# and one database of this machine; every other minute one club exports, imports and plans as hard as it can. Prints how
# long answers take, and whether every fact that was sent is there once. This machine may be a virtual one: a minute in
# which others on the same hardware took more than a little of it says how long answers take then, and is made up for.
# Run with bin/measure evening.
require "json"
require "socket"
require "tmpdir"
require "net/http"
require "jaunty_bell/store"
require_relative "../rehearsal/clubs"
require_relative "../rehearsal/evening"
require_relative "../rehearsal/verdict"
require_relative "busy"
require_relative "cores"
require_relative "growth"

class MeasureEvening
  HOST = "127.0.0.1"
  PROCESSES = 2
  WEEKS = 26 # of history
  THINK = 6 # seconds between two taps of a coach, on average
  LOOKED = 10 # seconds between two looks at how much memory is taken
  QUIET = 0.08 # of the cores' time others may take so much in a minute that counts
  LONGEST = 2 # times the minutes that were asked for, and it ends, however few of them count
  KINDS = {calm: "calm", busy: "one club busy", taken: "others took more"}.freeze
  SHARES = [0.5, 0.95, 0.99].freeze

  def initialize(clubs:, classes:, minutes:)
    @count = clubs
    @classes = [classes, clubs].min
    @minutes = minutes
    @taken, @used = [], []
  end

  # {clubs:, classes:, calm: {what => [50 %, 95 %, 99 %]}, …}, as it is printed.
  def run
    @folder = Dir.mktmpdir("jaunty-evening")
    File.chmod(0o755, @folder)
    cluster = JauntyBell::Store::Cluster.new(File.join(@folder, "postgres"), port: free_port)
    cluster.start
    db = JauntyBell::Store::Database.open(cluster.url)
    JauntyBell::Store::Database.migrate(db)
    coaches = filled(db)
    serve(cluster.url) { measure(db, coaches) }
  ensure
    cluster&.stop
    FileUtils.rm_rf(@folder)
  end

  private

  def filled(db)
    began = clock
    Rehearsal::Clubs.new(db).make(@count, weeks: WEEKS, coming: [@count, @classes + 1].min).tap do
      say format("%d clubs, %d students, %d marks, %d MB: made in %d s", @count, db[:students].count, db[:marks].count,
        db.get(Sequel.lit("pg_database_size(current_database())")) / 1_048_576, clock - began)
    end
  end

  def serve(url)
    @port = free_port
    environment = {"PORT" => @port.to_s, "DATABASE_URL" => url, "JAUNTY_DATA" => @folder, "JAUNTY_EMPTY" => "1",
                   "JAUNTY_PROCESSES" => PROCESSES.to_s}
    began = clock
    @server = spawn(environment, "ruby", "-W1", "-Ilib", "-e",
      'require "jaunty_bell/house"; JauntyBell::House.open', pgroup: true, out: File.join(@folder, "log"))
    wait { answers? }
    say format("two processes serve after %.1f s", clock - began)
    yield
  ensure
    Process.kill(:KILL, -@server)
    Process.wait(@server)
  end

  # The busy club is the largest of those that have no class.
  def measure(db, coaches)
    evening = Rehearsal::Evening.new(coaches.first(@classes), base: "http://#{HOST}:#{@port}", host: HOST,
      folder: @folder, seed: 1, think: THINK, ramp_up: [@classes / 2, 5].max, walls: true).begin
    sleep [@classes / 2, 5].max + 10
    memory, spans, done = [], KINDS.transform_values { [] }, Hash.new(0)
    until spans.values_at(:calm, :busy).sum(&:size) >= @minutes || spans.values.sum(&:size) >= @minutes * LONGEST
      minute((spans[:calm].size > spans[:busy].size) ? :busy : :calm, spans, memory, done)
    end
    tell(Rehearsal::Verdict.new(evening.end, db), memory, spans, done)
  end

  # Calm and busy minutes take turns, so that whatever else the machine does falls on both.
  def minute(kind, spans, memory, done)
    busy = Busy.new(HOST, @port, "coach#{large}@clubs.example", Rehearsal::Clubs::PASSWORD).begin if kind == :busy
    from, before = now, Cores.now
    spend(60, memory)
    after = Cores.now
    @taken << after.taken(before)
    counted = (@taken.last > QUIET) ? :taken : kind
    spans[counted] << (from...now)
    @used << after.used(before) if counted == :calm
    busy&.end&.each { |what, count| done[what] += count }
  end

  # A club of 500, where there is one.
  def large = (@count >= Rehearsal::Clubs::LARGE_EVERY) ? Rehearsal::Clubs::LARGE_EVERY - 1 : @count - 1

  def spend(seconds, memory)
    until_then = clock + seconds
    while clock < until_then
      sleep LOOKED
      memory << workers.map { |pid| File.read("/proc/#{pid}/status")[/^VmRSS:\s+(\d+)/, 1].to_i / 1024 }
    end
  end

  def workers = IO.popen(["pgrep", "-P", @server.to_s, "-f", "worker"], &:read).split

  def tell(verdict, memory, spans, done)
    say "", "#{@classes} classes at once for #{spans.values.sum(&:size)} minutes " \
      "(#{spans.map { |kind, list| "#{list.size} #{KINDS.fetch(kind)}" }.join(", ")}), " \
      "#{verdict.found["answers"].size} requests; ms at 50, 95, 99 %:"
    answers = verdict.found["answers"].map { |what, at, time, _| [what, at, time] }
    walls = verdict.found["shown"].map { |at, time| ["until a wall shows it", at, time] }
    [["all answers", answers], *answers.group_by(&:first).sort, ["until a wall shows it", walls]].each do |what, all|
      say format("  %-34s", what) +
        spans.map { |kind, list| "  #{KINDS.fetch(kind)} #{line(within(all, list))}" }.join
    end
    say "  answers that are none: #{verdict.found["answers"].map(&:last).reject { |s| s.between?(200, 299) }.tally}"
    say "  the busy club: #{done.map { |what, count| "#{count} × #{what}" }.join(", ")}"
    by_minute = memory.each_slice(60 / LOOKED).map { |some| some.last.join("+") }
    say "memory of the processes (MB), by the minute: #{by_minute.join(" ")}"
    say "of the cores' time others on the same hardware took, by the minute (%): #{percents(@taken)}",
      "of the cores' time coaches, processes and database took, calm minutes (%): #{percents(@used)}"
    told(verdict)
    keep(answers, spans)
  end

  # For the drawing of how it grows, where there were minutes that count.
  def keep(answers, spans)
    calm, loud = spans.values_at(:calm, :busy).map { |list| within(answers, list) }
    return if calm.empty? || loud.empty?
    at = JauntyBell::Clock.method(:within)
    Growth.keep({"clubs" => @count, "classes" => @classes, "minutes" => spans.values_at(:calm, :busy).sum(&:size),
      "on" => Date.today.iso8601, "median" => at.call(calm, 0.5), "p95" => at.call(calm, 0.95),
      "busy_median" => at.call(loud, 0.5), "busy_p95" => at.call(loud, 0.95)})
  end

  def percents(shares) = shares.map { |share| (share * 100).round }.join(" ")

  def within(all, spans) = all.select { |_, at, _| spans.any? { |span| span.cover?(at) } }.map(&:last)

  def told(verdict)
    wrong = verdict.wrong
    say "#{verdict.tapped.size} facts sent, #{verdict.stored.values.sum(&:size)} in the database, the longest wait " \
      "#{verdict.longest.round(1)} s. #{wrong.empty? ? "Nothing is lost, nothing is there twice." : wrong.join("; ")}"
  end

  def line(times)
    return "           none          " if times.empty?
    format("%7.1f %7.1f %7.1f", *SHARES.map { |share| JauntyBell::Clock.within(times, share) })
  end

  def answers?
    Net::HTTP.get_response(URI("http://#{HOST}:#{@port}/api/session")).code == "200"
  rescue SystemCallError
    false
  end

  def wait
    until yield
      sleep 0.2
    end
  end

  def free_port = TCPServer.open(HOST, 0) { |server| server.addr[1] }

  def say(*lines) = lines.each { |line| puts line }.then { $stdout.flush }

  def clock = JauntyBell::Clock.ticks

  def now = (Time.now.to_f * 1000).round
end

clubs, classes, minutes = ARGV.map { |each| Integer(each) }
MeasureEvening.new(clubs: clubs || 1_000, classes: classes || 200, minutes: minutes || 15).run
