require "test_helper"
require "jaunty_bell/core"

# Small groups and programmes to plan for.
module Programmes
  Weeks = JauntyBell::Core::Weeks
  Book = JauntyBell::Core::Book
  Learning = JauntyBell::Core::Learning
  Notation = JauntyBell::Core::Bench::Notation
  Named = JauntyBell::Core::Card::Named
  MONDAY = Date.new(2026, 6, 1)
  SHELF = {"two" => "1-2", "three" => "1-2-3", "four" => "1-2-3-2", "kick" => "2-3-rear low kick"}
    .to_h { |id, text| [id, Named.new(id: id, name: id.capitalize, what: Notation.read(text))] }.freeze
  HELD = [[3, 12, 12], [10, 12, 11], [17, 12, 11]].freeze # days ago, attempted, clean
  LEARNING = [[3, 12, 8], [10, 12, 7]].freeze
  QUICK = {few: 0, tried: 3, moves: 60}.freeze # a search that is soon over
  COUNT = {["two", "count"] => HELD}.freeze

  def evidence(days, on: MONDAY) =
    Book::Evidence.of(days.map { |ago, attempted, clean|
      Book::Mastery::Mark.new(on: on - ago, attempted: attempted, clean: clean)
    }, half_life: 28)

  def learner(id, known = COUNT, **facts)
    Weeks::Learner.new(id: id, name: id.capitalize, known: known.transform_values { |days| evidence(days) }, **facts)
      .tap { |learner| known_days[learner] = known }
  end

  # What learners were made with, for the model of their marks.
  def known_days = @known_days ||= {}.compare_by_identity

  def marked(learners, on: MONDAY)
    learners.flat_map { |learner|
      known_days.fetch(learner, {}).flat_map { |(id, rung), days|
        days.map { |ago, attempted, clean|
          Learning::Marked.new(learner.id, id, JauntyBell::Core::Bench::Rungs.rank(rung), on.jd - ago, attempted, clean)
        }
      }
    }.sort_by.with_index { |mark, i| [mark.day, i] }
  end

  def model(learners) = Learning::Model.new(marked(learners), shelf: SHELF.transform_values(&:what))

  def squad_of(size, known = COUNT, **facts) = Array.new(size) { |i| learner("s#{i}", known, **facts) }

  def goal(id, rung = "count", importance: 3) = Weeks::Goal.new(combination_id: id, rung: rung, importance: importance)

  def programme(*goals, weeks: 4, days: [2], slots: 2, **facts)
    Weeks::Programme.new(start: MONDAY, weeks: weeks,
      times: days.map { |day| Weeks::MeetingTime.new(weekday: day, at: "18:30", minutes: 60) }, goals: goals,
      slots: slots, **facts)
  end

  def layout(programme, learners: squad_of(4), **facts) =
    Weeks::Layout.new(programme, shelf: SHELF, learners: learners, model: model(learners), today: MONDAY, **facts)

  # [[day of the month, [[id, rung, times], …]], …]
  def told(plan) =
    plan.classes.map do |planned|
      [planned.meeting.on.day, planned.places.map { |place| [place.combination_id, place.rung, place.times] }]
    end
end
