require "jaunty_bell/core"
require "jaunty_bell/stand_ins"

# What is counted and pointed out, on stand-ins whose truth is known, longer than the tests do it.
module Measure
  # Prints one line for each.
  class Record
    Core = JauntyBell::Core
    StandIns = JauntyBell::StandIns
    Pairs = Core::Floor::Pairs

    def run
      vouched
      pairs
      reviews
    end

    private

    def say(what, found) = puts(format("%-64s %s", what, found))

    def vouched
      [14, 7].each do |memory|
        found = StandIns::Vouched.new(squads: 24, memory: memory).to_h
        say "owned that still is on its due day, memory of #{memory} days",
          "#{found[:still]} of #{found[:owned]} (#{(found[:share] * 100).round(1)} %)"
      end
    end

    # Five adults and three juniors, some of whom must not meet, against every way there is.
    def pairs(classes = 1_500)
      random, ways = Random.new(1), every_way((0...8).to_a)
      missed = Array.new(classes) { missed?(random, ways) }
      say "pairings of 5 adults and 3 juniors that were not the best", "#{missed.count(true)} of #{classes}"
    end

    def missed?(random, ways)
      people = Array.new(8) do |i|
        Core::Floor::Partner.new(id: i, name: "P", kg: random.rand(45..95), junior: i > 4,
          level: Pairs::Match::LEVELS.sample(random: random))
      end
      made = Pairs.new(people,
        apart: Array.new(2) { (0..7).to_a.sample(2, random: random) }.tap { |apart| @apart = apart }).made
      graph = Pairs::Match.new(school: Core::Lexicon::School.default, contact: true, holding: true, apart: @apart,
        met: {}).graph(people)
      rank = ->(groups) {
        [groups.sum(&:size), -groups.count { |group| group.size == 3 },
          graph.total(groups).round(6)]
      }
      best = ways.select { |groups| groups.all? { |group| graph.allowed?(group) } }.map(&rank).max
      (best <=> rank.call(made.groups.map(&:ids))) == 1
    end

    # Every way to deal them out, without those who stay alone.
    def every_way(ids)
      return [[]] if ids.empty?
      first, *others = ids
      alone = every_way(others)
      [1, 2].flat_map { |more|
        others.combination(more).flat_map { |some| every_way(others - some).map { |rest| [[first, *some], *rest] } }
      } + alone
    end

    def reviews
      ["1-2", "1-2-3b-2", "1-1-2", "1-2-3-4-3-2"].product([0.6r, 0]).each do |text, pause|
        exact, hits, found, missing, untold = review(text, pause)
        say "review of #{text}, pause #{pause.to_f} s, 60 rounds at 70 to 240",
          (untold ==
            60) ? "sets cannot be told apart, and " \
            "it says so" : "sets exact #{exact}, precision #{hits.fdiv(found).round(3)}, recall " \
            "#{hits.fdiv(missing).round(3)}"
      end
    end

    def review(text, pause)
      combination, reading = Core::Bench::Notation.read(text), Core::Bench::Notation::Reading.new
      planned = ->(tempo) { Core::Floor::Review::Planned.of(combination, reading, tempo: tempo, pause: pause) }
      places = ->(sets) {
        sets.each_with_index.flat_map { |set, i| set.each_index.select { |k| set[k].nil? }.map { |k| [i, k] } }
      }
      (0...60).each_with_object([0] * 5) do |i, sums|
        sensor = StandIns::StrikeSensor.new(planned.call(70 + 170 * i / 59), seconds: 180, seed: i, misses: 0.1)
        sets = Core::Floor::Review.new(sensor.strikes, plan: planned.call(140)).sets
        next sums[4] += 1 unless sets
        told, truth = places.call(sets), places.call(sensor.truth)
        [(sets.size == sensor.truth.size) ? 1 : 0, (told & truth).size, told.size, truth.size]
          .each_with_index { |more, k| sums[k] += more }
      end
    end
  end
end

Measure::Record.new.run
