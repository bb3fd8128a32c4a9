# Prints how long a student's own page and homework take over HTTP, and how much script the page's first screen loads.
require "securerandom"
require "zlib"
require_relative "ask"

class CornerMeasure
  ASSETS = File.expand_path("../web/dist/assets", __dir__)
  HOME = {have: ["mirror"], room: "mat", quiet: true}.freeze
  # Of the package that draws every page, and what it needs.
  SHARED = /\A(preload-helper|jsx-runtime|rolldown-runtime)/

  def self.run
    Ask.say_machine
    Ask.with_demo("jaunty_measure_corner") { |db, asker| new(db, asker).times }
    scripts
  end

  def initialize(db, asker)
    @db = db
    @asker = asker
    @student = db[:students].first(name: "Oona Ferrier")
    code = JauntyBell::Store::Corners.new(db, @student[:club_id])
      .make(id: SecureRandom.uuid, student_id: @student[:id], guardian: false, by: nil)[:code]
    @asker.more = {"Jaunty-Corner" => JauntyBell::Store::Corners.enter(db, code, device: "measure")}
  end

  def times
    {"a student's page" => "/api/corner", "what is theirs" => "/api/corner/theirs"}.each do |what, path|
      Ask.say("HTTP: #{what}", Ask.timed(60) { @asker.call(path) }, "200 ms")
    end
    Ask.say("HTTP: homework of 20 minutes, made", Ask.timed(40) {
      @db[:homeworks].where(student_id: @student[:id]).delete # so many on a day are not made for anybody
      @asker.call("/api/corner/homeworks", {id: SecureRandom.uuid, minutes: 20, home: HOME})
    }, "500 ms")
    Ask.say("HTTP: what a group has told", Ask.timed(60) { @asker.call("/api/corners/told") }, "200 ms")
  end

  # Kilobytes, packed, of the scripts that the first screen loads: its own, and what is shared.
  def self.scripts
    page = File.read(File.join(ASSETS, "../corner.html"))
    sizes = page.scan(%r{/assets/([\w.-]+\.js)}).flatten.uniq.to_h do |name|
      [name, Zlib.gzip(File.binread(File.join(ASSETS, name))).bytesize / 1000.0]
    end
    shared, own = sizes.partition { |name, _| name.match?(SHARED) }.map { |list| list.sum(&:last) }
    puts format("first screen: %.1f kB of script of its own (target 60), %.1f kB shared", own, shared)
  end
end

CornerMeasure.run
