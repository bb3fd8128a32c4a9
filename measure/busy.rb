require "json"
require "net/http"
require "securerandom"

# A club that does all at once, again and again, each in a thread of its own: takes everything out, takes a list in,
# looks at reports and plans.
#
#   busy = Busy.new("127.0.0.1", 4000, "owner@club.example", password).begin
#   busy.end # => {"what" => how often}
class Busy
  WEEKDAYS = [1, 3, 5].freeze

  def initialize(host, port, login, password)
    @host = host
    @port = port
    @login = login
    @password = password
    @done = Hash.new(0)
  end

  def begin
    @cookie = sign_in
    @group = ask(:get, "/api/groups").first["id"]
    @student = ask(:get, "/api/book/squad?group=#{@group}")["students"].first["id"]
    @threads = %i[export whole import reports plan].map { |work| Thread.new { again(work) } }
    self
  end

  def end
    @over = true
    @threads.each { |thread| thread.join(60) }
    @done
  end

  private

  # Whoever asks has a machine of their own: here they stand behind whoever answers.
  def again(work)
    Process.setpriority(Process::PRIO_PROCESS, 0, 19) # of this thread alone
    until @over
      send(work)
      @done[work.to_s] += 1
    end
  rescue SystemCallError, IOError, Timeout::Error
    retry unless @over
  end

  def export = ask(:get, "/api/records/exports/marks.csv", read: false)

  def whole = ask(:get, "/api/records/club.json", read: false)

  def import
    lines = Array.new(2_000) { |i| "Student #{format("%03d", i % 500)},2026-10-#{1 + i % 28},#{i % 10},45" }
    ask(:post, "/api/records/imports",
      {kind: "log", text: "name,date,effort,minutes\n#{lines.join("\n")}", keep: "look"})
  end

  def reports = ask(:get, "/api/book/students/#{@student}/report.pdf", read: false)

  def plan
    @programme ||= programme
    ask(:post, "/api/weeks/programmes/#{@programme}/plans", {id: SecureRandom.uuid})
    IO.select(nil, nil, nil, 0.5) while !@over && ask(:get, "/api/weeks/programmes/#{@programme}/planning")["running"]
  end

  def programme
    shelf = ask(:get, "/api/bench/combinations").map { |each| each["id"] }
    card = ask(:get, "/api/card/cards").first["id"]
    start = Date.today + (8 - Date.today.cwday)
    settings = {start: start.iso8601, weeks: 12, holidays: [], pins: [], not_before: [], never: [], limits: {},
                times: WEEKDAYS.map { |day| {weekday: day, at: "18:30", minutes: 60} },
                goals: shelf.first(5).map { |id| {combination_id: id, rung: "clock", importance: 3} }}
    SecureRandom.uuid.tap { |id|
      ask(:post, "/api/weeks/programmes",
        {id: id, name: "Busy", group_id: @group, template_id: card, settings: settings})
    }
  end

  def sign_in
    answer = http.post("/api/account/login", JSON.generate(login: @login, password: @password),
      {"content-type" => "application/json"})
    answer.get_fields("set-cookie").map { |each| each.split(";").first }.join("; ")
  end

  def ask(method, path, body = nil, read: true)
    headers = {"cookie" => @cookie, "content-type" => "application/json"}
    answer = body ? http.post(path, JSON.generate(body), headers) : http.get(path, headers)
    unless answer.code.start_with?("2")
      raise "#{path} answered #{answer.code}: what the club does is not what is measured" if answer.code == "500"
      @done["refused: #{answer.code}"] += 1
      sleep Integer(answer["retry-after"] || 1)
    end
    JSON.parse(answer.body) if read && answer.body.to_s.start_with?("{", "[")
  end

  def http = Thread.current[:busy] ||= Net::HTTP.start(@host, @port, read_timeout: 120)
end
