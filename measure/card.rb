# Prints how long the Card takes: sums and findings while typing, making it fit, paper. Run with bin/measure card; it
# starts its own database.
require_relative "ask"
require "jaunty_bell/files"

module MeasureCard
  Card = JauntyBell::Core::Card
  SHELF = %w[1-2 1-2-3b-2 2-3-2 1-1-2 1-2-3-rear\ kick 2-3-2-rear\ low\ kick 1-2-switch-lead\ kick].map { |text|
    Card::Named.new(id: text, name: text, what: JauntyBell::Core::Bench::Notation.read(text))
  }.freeze

  class << self
    def run
      Ask.say_machine
      core
      fits
      http
    end

    private

    def say(...) = Ask.say(...)

    def timed(...) = Ask.timed(...)

    def core
      company = Card::Company.new(students: 15,
        school: JauntyBell::Core::Lexicon::School.default
          .with("kit" => {"focus-mitts" => 5, "long-pads" => 8, "hanging-bag" => 15}))
      [[12, "100 ms"], [40, "300 ms"]].each do |size, target|
        blocks = card(Random.new(1), size)
        say "core: sums and findings with mends, #{size} rounds",
          timed(20) {
            JauntyBell::Files::CardSumsJson.new(Card::Plan.new(blocks, minutes: 90, company: company)).to_h
          }, target
      end
    end

    # Two hundred cards of about forty rounds, half of them with a load limit too: every one fitted once.
    def fits
      random = Random.new(9)
      {"time alone" => false, "time and load" => true}.each do |what, limited|
        times = Array.new(100) do
          plan = Card::Plan.new(card(random, 40, ranges: true), minutes: random.rand(40..75))
          load = limited ? random.rand(3..6) * plan.minutes : nil
          Benchmark.realtime { Card::Fit.new(plan, load: load).blocks } * 1000
        end.sort
        puts format("%-58s median %7.2f ms   95 %% %7.2f ms   slowest %7.2f ms   target 300 ms",
          "core: make 40 rounds fit, #{what}", times[50], times[95], times.last)
      end
    end

    # Rounds of seven blocks; with ranges the fit may choose freely.
    def card(random, size, ranges: false)
      kinds = %w[warm-up technique bag mitts pads partner cool-down]
      counts = kinds.to_h { |kind| [kind, %w[warm-up cool-down].include?(kind) ? 1 : (size - 2) / 5] }
      counts["bag"] += size - counts.values.sum
      kinds.map do |kind|
        work = random.rand(12..30) * 5
        effort = random.rand(2..8)
        rounds = Array.new(counts[kind]) do
          Card::Round.new(title: kind,
            combination: (SHELF.sample(random: random) unless %w[warm-up cool-down].include?(kind)), work: work,
            rest: 30, explain: random.rand(0..3) * 10, effort: effort + random.rand(0..1),
            swap: %w[mitts pads partner].include?(kind) ? "even" : "alone", keep: random.rand < 0.1)
        end
        Card::Block.new(kind: kind, rounds: rounds, importance: random.rand(1..5),
          work: (ranges ? [work / 10 * 5, work] : nil), rest: (ranges ? [15, 30] : nil))
      end
    end

    def http
      Ask.with_demo("jaunty_measure_card") do |db, ask|
        row = db[:cards].first(name: "Tuesday, kicks off the hands")
        draft = {minutes: 75, blocks: JSON.parse(JSON.generate(row[:blocks])), group_id: row[:group_id], students: nil}
        say "HTTP: sums and findings of a class of 12 rounds", timed(60) { ask.call("/api/card/sums", draft) }, "100 ms"
        say "HTTP: a card", timed(60) { ask.call("/api/card/cards/#{row[:id]}") }, "200 ms"
        say "HTTP: make it fit an hour",
          timed(30) { ask.call("/api/card/fits", draft.merge(limit_minutes: 60, limit_load: nil)) }, "300 ms"
        say "HTTP: the cards", timed(60) { ask.call("/api/card/cards") }, "200 ms"
        say "HTTP: five weeks of the calendar",
          timed(60) { ask.call("/api/calendar?from=#{Clock.today - 14}&days=35") }, "200 ms"
        say "HTTP: for the wall (PDF)", timed(10) { ask.call("/api/paper/cards/#{row[:id]}/wall.pdf") }, "1000 ms"
      end
    end
  end
end

MeasureCard.run
