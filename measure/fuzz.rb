# Throws random and mutated texts of up to 2,000 characters at the reader: it may refuse them with its own error and
# with nothing else, and no text may take it over 50 ms. A text that did is read three times more and its quickest
# counts, so that a pause of the machine or the garbage collector is not laid at its door. Run with bin/measure fuzz
# [TIMES] [SEED].
require "bundler/setup"
$LOAD_PATH.unshift File.expand_path("../lib", __dir__)
require "jaunty_bell/core"

module Fuzz
  Notation = JauntyBell::Core::Bench::Notation
  PIECES = (%w[1 2 3 4 5 6 3b 2h 7 12 - , + → -> ( ) [ ] x3 3x .. at close feint with lead rear left right slip roll
    kick low knee elbow step in
    out body leg head down forward around hard touch walk-up switch gallop pull back push é ß 𝟙 \u0000 % "
    '] + [" ", "  ", "\n", "\t"]).freeze
  SEEDS = ["1-2-3b-2", "(1-2)x3 - slip rear - 2", "1 [2] catch 2 3", "at close 3b-4b-3-4",
    "1-2-lead elbow with step in-rear knee-rear kick around", "feint (1-2)-3"].freeze
  SLOW = 0.050 # seconds

  class << self
    def run(times, seed)
      random = Random.new(seed)
      Notation.read("1-2")
      slowest, of, paused = 0, "", 0
      times.times do |i|
        text = (i % 3 == 0) ? mutated(random) : random_text(random)
        took = time(text)
        if took > SLOW
          paused += 1
          took = Array.new(3) { time(text) }.min
        end
        slowest, of = took, text if took > slowest
      end
      puts format("reader: %d texts, slowest %.1f ms (%d were slow once, none again)   target 50 ms", times,
        slowest * 1000, paused)
      abort "too slow: #{of[0, 200].inspect}" if slowest > SLOW
    end

    private

    # Seconds it takes to read or to refuse a text. Ends the run where anything else happens.
    def time(text)
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      begin
        Notation.read(text)
      rescue Notation::Unreadable
        nil
      end
      Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
    rescue => e
      abort "#{text.inspect} raised #{e.class}: #{e.message}"
    end

    def random_text(random)
      long = random.rand < 0.05
      Array.new(random.rand(1..(long ? 900 : 24))) { PIECES.sample(random: random) }
        .join(["", " ", "-"].sample(random: random))[0, 2_000]
    end

    def mutated(random)
      text = SEEDS.sample(random: random) * random.rand(1..4)
      random.rand(1..6).times { text.insert(random.rand(0..text.length), PIECES.sample(random: random)) }
      text.slice!(random.rand(0..text.length), random.rand(0..3))
      text[0, 2_000]
    end
  end
end

Fuzz.run(Integer(ARGV[0] || 200_000), Integer(ARGV[1] || 1))
