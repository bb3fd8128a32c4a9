# Prints how long the Floor takes: its cue sheet, pairs, a class over HTTP, how soon a wall screen hears of a change,
# and the track of a whole class. Run with bin/measure floor; it starts its own database.
require_relative "ask"
require "socket"
require "jaunty_bell/files"

module MeasureFloor
  Floor = JauntyBell::Core::Floor
  LEVELS = %w[foundation building advanced].freeze

  class << self
    def run
      Ask.say_machine
      pairs
      Ask.with_demo("jaunty_floor") do |db, ask|
        held = db[:classes].where(ended_at: nil, card_id: db[:cards].where(name: "Hands first").select(:id))
          .order(:starts_at).first[:id]
        present = db[:students].limit(15).select_map(:id)
        Ask.say "HTTP: a class with its cue sheet", Ask.timed(20) { ask.call("/api/floor/classes/#{held}") }, "200 ms"
        Ask.say "HTTP: pairs of 15",
          Ask.timed(10) {
            ask.call("/api/floor/classes/#{held}/pairs", {present: present, locked: [], contact: false, holding: false})
          }, "2000 ms"
        Ask.say "HTTP: facts of one tap",
          Ask.timed(40) {
            ask.call("/api/floor/classes/#{held}/facts",
              {notes: [{id: SecureRandom.uuid, student_id: nil, text: "x", at: Clock.now.utc.iso8601}]})
          }, "200 ms"
        wall(ask, held)
        track(ask, held)
      end
    end

    private

    def pairs
      random = Random.new(3)
      [[15, "exact"], [40, "even"], [41, "odd, bounded"]].each do |size, how|
        crowd = Array.new(size) do |i|
          Floor::Partner.new(id: "p#{i}", name: "P", level: LEVELS.sample(random: random), kg: random.rand(45..95))
        end
        made = nil
        times = Ask.timed(8) { made = Floor::Pairs.new(crowd).made }
        Ask.say "core: pairs of #{size}, #{how} (gap #{made.gap} of #{made.total.round})", times, "2000 ms"
      end
    end

    # From the leader's word to the event on another connection.
    def wall(ask, held)
      socket = TCPSocket.new("127.0.0.1", ask.http.port)
      socket.write("GET /api/floor/classes/#{held}/live HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: #{ask.cookie}\r\n\r\n")
      said = ->(mark) { nil until socket.gets.include?("\"gone\":#{mark}") }
      device = SecureRandom.uuid
      mark = 0
      times = Ask.timed(40) do
        mark += 1
        ask.call("/api/floor/classes/#{held}/live", {device: device, take: true, moment: "ring",
          ring: {at: 1, gone: mark, running: false, extra: {}}}, method: :put)
        said.call(mark)
      end
      Ask.say "from the tablet's word to the wall's event", times, "500 ms"
    ensure
      socket&.close
    end

    def track(ask, held)
      answer = nil
      seconds = Benchmark.realtime { answer = ask.call("/api/floor/classes/#{held}/track.wav") }
      puts format("%-58s %.1f s for %d MB", "HTTP: the track of a whole class", seconds,
        answer.body.bytesize / 1_000_000)
    end
  end
end

Minitest.after_run { MeasureFloor.run }
