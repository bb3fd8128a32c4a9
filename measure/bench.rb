# Prints how long the parts take that must feel instant. Run with bin/measure; it starts its own database.
require_relative "ask"
require "zlib"

module Measure
  Core = JauntyBell::Core
  RANDOM = Random.new(5)
  TWELVE = "1-2-3b-2-slip rear-2-3-roll lead-3-2-step out-rear kick"
  SIXTY_FOUR = "(#{TWELVE})x5-1-2-3-2"
  ROUGH = (["1-3-3b-2-2"] * 12).join("-") + "-1-2-3-3"

  class << self
    def run
      Ask.say_machine
      core
      http
      script
    end

    private

    def say(...) = Ask.say(...)

    def timed(...) = Ask.timed(...)

    def core
      say "core: read and analyse 12 actions, mends tried", timed(400) { Core::Bench.analyse(TWELVE).findings }, "2 ms"
      say "core: read and analyse 64 actions, mends tried",
        timed(60) { Core::Bench.analyse(SIXTY_FOUR).findings }, "10 ms"
      say "core: read and analyse 64 actions with much to mend",
        timed(40) { Core::Bench.analyse(ROUGH).findings }, "10 ms"
      shelf = Core::Bench::Likeness.new(Array.new(2_000) { |i| [i, made(RANDOM.rand(2..10))] }.to_h)
      wanted = made(6)
      say "core: like and one step away among 2,000",
        timed(60) { [shelf.like(wanted), shelf.one_step(wanted)] }, "50 ms"
      say "core: read 64 actions", timed(200) { Core::Bench::Notation.read(SIXTY_FOUR) }, "10 ms"
    end

    # A combination of so many actions drawn at random.
    def made(size)
      text = Array.new(size) {
        ["1", "2", "3", "3b", "4", "5b", "6", "slip rear", "roll lead", "rear kick", "lead kick", "step in", "switch",
          "rear knee"].sample(random: RANDOM)
      }.join("-")
      Core::Bench::Notation.read(text)
    end

    def http
      Ask.with_demo("jaunty_measure") do |db, ask|
        say "HTTP: analysis of 12 actions", timed(400) { ask.call("/api/bench/analysis", {notation: TWELVE}) }, "15 ms"
        say "HTTP: the shelf of the demo club", timed(100) { ask.call("/api/bench/combinations") }, "200 ms"
        say "HTTP: the squad page of the demo club", timed(60) { ask.call("/api/book/squad") }, "200 ms"
        student = db[:students].first(name: "Oona Ferrier")[:id]
        say "HTTP: a student's page", timed(100) { ask.call("/api/book/students/#{student}") }, "200 ms"
        say "HTTP: the weeks", timed(60) { ask.call("/api/weeks") }, "200 ms"
        card = db[:cards].first[:id]
        say "HTTP: a card with its sums", timed(100) { ask.call("/api/card/cards/#{card}") }, "200 ms"
      end
    end

    def script
      assets = Dir[File.expand_path("../web/dist/assets/*.js", __dir__)]
      return puts("script: build the interface first (bin/build)") if assets.empty?
      first = assets.select { |path| File.basename(path).match?(/\A(index|BenchPlace|Wrap|queries)/) }
      sizes = ->(list) { list.sum { |path| Zlib.gzip(File.read(path)).bytesize } / 1000.0 }
      puts format("%-58s %.0f kB of %.0f kB in all (gzip)   target 250 kB", "script: the first screen",
        sizes.call(first), sizes.call(assets))
    end
  end
end

Minitest.after_run { Measure.run }
