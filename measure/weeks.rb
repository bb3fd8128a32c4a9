# Prints how long a programme takes to plan: the largest there is, and the demo's page over HTTP. Run with bin/measure
# weeks; it starts its own database.
require_relative "ask"
require "jaunty_bell/stand_ins"

module MeasureWeeks
  Weeks = JauntyBell::Core::Weeks
  Learning = JauntyBell::Core::Learning
  START = Date.new(2026, 6, 1)

  class << self
    def run
      Ask.say_machine
      [[40, 30, 12, 3, 6], [12, 8, 8, 2, 5]].each { |sizes| plan(*sizes) }
      page
    end

    private

    def page
      Ask.with_demo("measure_weeks") do |db, ask|
        id = db[:programmes].get(:id)
        Ask.say "HTTP: a programme", Ask.timed(30) { ask.call("/api/weeks/programmes/#{id}") }, "200 ms"
        Ask.say "HTTP: the programmes", Ask.timed(30) { ask.call("/api/weeks/programmes") }, "200 ms"
      end
    end

    # Students, combinations, weeks, classes a week, places a class.
    def plan(students, combinations, weeks, classes, places)
      random = Random.new(5)
      shelf = shelf(combinations)
      programme = Weeks::Programme.new(start: START, weeks: weeks, slots: places, usual: 900,
        times: [1, 3, 5].first(classes).map { |day| Weeks::MeetingTime.new(weekday: day, at: "18:30", minutes: 60) },
        goals: shelf.keys.map { |id|
          Weeks::Goal.new(combination_id: id, rung: %w[count clock move].sample(random: random),
            importance: random.rand(1..5))
        })
      learners = Array.new(students) do |i|
        Weeks::Learner.new(id: i, name: i.to_s, keen: random.rand(0.5..0.95))
      end
      marked = marked(students, shelf.keys.first(6), random)
      model = -> { Learning::Model.new(marked, shelf: shelf.transform_values(&:what)) }
      Ask.say "core: the learner model of #{students} students and #{marked.size} marks of three years",
        Ask.timed(3) { model.call }, "2 s"
      what = "core: #{weeks} weeks × #{classes} classes × #{places} places × #{students} students × #{combinations} " \
        "combinations"
      Ask.say what,
        Ask.timed(3) {
          Weeks::Layout.new(programme, shelf: shelf, learners: learners, model: model, today: START)
            .plan(seed: random.rand(100))
        }, (students > 20) ? "10 s" : "2 s"
    end

    def shelf(count)
      strikes = %w[1 2 3 4 5 6]
      texts = (2..4).flat_map { |size| strikes.repeated_permutation(size).map { |list| list.join("-") } }
      texts.first(36).concat(texts.drop(36).each_slice(37).map(&:first)).first(count)
        .to_h do |text|
          [text, JauntyBell::Core::Card::Named.new(id: text, name: text,
            what: JauntyBell::Core::Bench::Notation.read(text))]
        end
    end

    # Three years of two classes a week, most there, three combinations in each.
    def marked(students, ids, random)
      (0...312).flat_map do |i|
        day = START.jd - 3 * 364 + (3.5 * i).floor
        Array.new(students) { |s| s }.select { random.rand < 0.7 }.flat_map do |student|
          ids.sample(3, random: random).map { |id|
            Learning::Marked.new(student, id, random.rand(1..2), day, 10, random.rand(4..10), random.rand(3))
          }
        end
      end
    end
  end
end

MeasureWeeks.run
