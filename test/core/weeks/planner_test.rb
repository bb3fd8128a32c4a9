require "support/programmes"

# What a plan may be, and that it is a good one.
class PlannerTest < Minitest::Test
  include Programmes

  def test_every_place_of_every_class_is_filled
    plan = layout(programme(goal("three"), goal("kick"), weeks: 6, days: [2, 5], slots: 3)).plan(**QUICK)
    assert_equal 12, plan.classes.size
    plan.classes.each { |planned| assert_equal 3, planned.places.sum(&:times), planned.meeting.on.to_s }
  end

  def test_what_it_builds_on_comes_first
    beginners = squad_of(4, {})
    plan = layout(programme(goal("three"), weeks: 8, days: [1, 3, 5], slots: 1), learners: beginners)
      .plan(**QUICK, moves: 200)
    firsts = plan.classes.flat_map(&:places).uniq(&:combination_id)
    assert_equal ["two", :new], firsts.first.then { |place| [place.combination_id, place.kind] }
    three = plan.classes.flat_map(&:places).find { |place| place.combination_id == "three" }
    if three
      before = plan.classes.take_while { |planned| !planned.places.include?(three) }.flat_map(&:places).last
      assert_operator before.after, :>=, 0.55, "enough hold two before three is begun"
    end
  end

  # A rung is begun only when the share that is asked for is expected to hold the one beneath.
  def test_a_rung_is_begun_when_enough_hold_the_one_beneath
    [1, 60, 95].each do |go_up|
      layout = layout(programme(goal("two", "move"), weeks: 10, days: [1, 4], slots: 1,
        limits: Weeks::Limits.new(go_up: go_up)))
      found = Weeks::Planner.new(layout.timetable, layout.squad, **QUICK).find
      found.schedule.each do |id, places|
        gates = layout.timetable.strands[id].course(places).gates.compact
        gates.each { |share| assert_operator share, :>=, go_up / 100.0 }
      end
    end
  end

  def test_at_most_one_new_thing_a_class_and_none_in_its_last_third
    wanted = %w[three four kick two].map { |id| goal(id, "clock") }
    plan = layout(programme(*wanted, weeks: 6, days: [1, 3, 5], slots: 3)).plan(**QUICK)
    plan.classes.each do |planned|
      slots = planned.places.flat_map { |place| [place] * place.times }
      fresh = planned.places.select { |place| %i[new climb].include?(place.kind) }
      assert_operator fresh.size, :<=, 1, planned.meeting.on.to_s
      fresh.each { |place| assert_operator slots.index(place), :<, 2 }
    end
  end

  def test_pins_bars_and_not_before
    day = MONDAY + 1
    pinned = programme(goal("three"), weeks: 4,
      pins: [Weeks::Pin.new(combination_id: "kick", on: day + 7, rung: "clock")], never: [["three", day]],
      not_before: {"two" => day + 14})
    plan = layout(pinned).plan
    by_day = plan.classes.to_h { |planned| [planned.meeting.on, planned.places] }
    kick = by_day[day + 7].find { |place| place.combination_id == "kick" }
    assert_equal ["clock", true], [kick.rung, kick.pinned], "a pin stands above the order"
    refute_includes by_day[day].map(&:combination_id), "three"
    [day, day + 7].each { |on| refute_includes by_day[on].map(&:combination_id), "two" }
  end

  def test_holidays_have_no_class
    days = programme(goal("two"), weeks: 3, days: [2, 4], holidays: [MONDAY + 8]).meetings
      .map { |meeting| [meeting.on.day, meeting.week] }
    assert_equal [[2, 0], [4, 0], [11, 1], [16, 2], [18, 2]], days
  end

  def test_the_same_seed_makes_the_same_plan
    one, two, other = [5, 5, 6].map { |seed|
      told(layout(programme(goal("three", "clock"), goal("kick"), weeks: 8, days: [2, 5], slots: 3))
        .plan(**QUICK, seed: seed))
    }
    assert_equal one, two
    refute_nil other
  end

  # Against an exhaustive search of its own: every way to fill every class, each looked at by what it may be alone.
  def test_small_ones_are_as_good_as_any
    [[goal("three")], [goal("two", "clock"), goal("kick")], [goal("three", importance: 5), goal("kick", importance: 1)]]
      .each do |goals|
      layout = layout(programme(*goals, weeks: 3, slots: 2),
        learners: squad_of(3, COUNT.merge(["kick", "count"] => LEARNING)))
      plan = layout.plan
      assert plan.exact
      assert_in_delta Exhaustive.new(layout).best, plan.value, 1e-9, goals.inspect
      searched = Weeks::Planner.new(layout.timetable, layout.squad, few: 0, tried: 10, moves: 400).find
      assert_operator searched.value, :<=, plan.value + 1e-9
      assert_operator searched.value, :>=, plan.value - 0.02, "the search for large ones comes close on small ones"
    end
  end

  # All assignments of (combination, rung) to places; those that break the order are thrown out afterwards.
  class Exhaustive
    def initialize(layout)
      @timetable = layout.timetable
      @strands = @timetable.strands.values
      @classes = @timetable.classes
    end

    def best
      drills = @strands.flat_map { |strand| (0..strand.top).map { |rung| [strand.id, rung] } }
      hours = drills.repeated_combination(@timetable.slots).map(&:tally)
        .select { |hour| hour.keys.map(&:first).uniq.size == hour.size && hour.values.max <= @timetable.limits.at_once }
      ([hours] * @classes).reduce([[]]) { |plans, ways| plans.product(ways).map { |plan, way| plan + [way] } }
        .filter_map { |plan| value(plan) }.max
    end

    private

    def value(plan)
      schedule = @strands.to_h do |strand|
        [strand.id,
          plan.each_with_index.filter_map { |hour, index|
            hour.find { |(id, _), _| id == strand.id }&.then { |(_, rung), times| [index, rung, times] }
          }]
      end
      return unless in_order?(schedule)
      @strands.sum { |strand| @timetable.term(strand, schedule[strand.id]) }
    end

    def in_order?(schedule)
      fresh = Hash.new(0)
      schedule.all? do |id, places|
        strand = @strands.find { |each| each.id == id }
        stands = strand.begun
        places.all? do |index, rung, _|
          earlier = places.select { |place| place[0] < index }
          next rung == stands if rung <= stands
          fresh[index] += 1
          ready = rung.zero? ? strand.bases.all? do |base|
            !schedule.key?(base) || held(base, index, schedule[base], 0)
          end : held(id, index, earlier, rung - 1)
          rung == stands + 1 && ready && stands = rung
        end
      end && fresh.values.all? { |count| count <= 1 }
    end

    def held(id, index, places, rung) = @strands.find { |each| each.id == id }.share_at(index, places, rung) >= 0.6
  end

  def test_no_plan_is_above_its_bound
    random = Random.new(7)
    12.times do
      known = {["two", "count"] => [[random.rand(1..9), 12, random.rand(6..12)],
        [random.rand(10..20), 12, random.rand(5..12)]]}
      layout = layout(programme(goal("three", %w[count clock].sample(random: random), importance: random.rand(1..5)),
        goal("kick"), weeks: random.rand(2..6), days: [1, 4], slots: random.rand(1..3)),
        learners: squad_of(random.rand(1..5), known, keen: random.rand(0.3..1.0)))
      found = Weeks::Planner.new(layout.timetable, layout.squad, few: 0, tried: 2, moves: 60).find
      assert_operator found.value, :<=, found.bound + 1e-9
    end
  end

  def test_it_says_how_far_it_is_and_can_be_stopped
    layout = layout(programme(goal("three", "clock"), goal("kick"), weeks: 8, days: [2, 5], slots: 3))
    told = []
    layout.plan(**QUICK) { |done| told << done }
    assert_equal [0.0, 1.0], [told.first, told.last]
    assert_equal told.sort, told
    assert_equal :stopped, catch(:enough) { layout.plan(**QUICK) { |done| throw :enough, :stopped if done > 0.2 } }
  end

  # Laid out again from a plan that was: what the order allows of it stays.
  def test_it_goes_on_from_a_plan
    layout = layout(programme(goal("three"), goal("kick"), weeks: 8, days: [2, 5], slots: 3))
    first = Weeks::Planner.new(layout.timetable, layout.squad, **QUICK, few: 0).find.schedule
    times = first.transform_values { |places| places.to_h { |index, _, over| [index, over] } }
    again = Weeks::Resume.new(layout.timetable).from(times)
    assert_equal first.reject { |_, places| places.empty? }, again.reject { |_, places| places.empty? }
  end

  def test_why_here
    plan = layout(programme(goal("three"), weeks: 6, days: [2, 5])).plan(**QUICK)
    places = plan.classes.flat_map(&:places)
    assert_match(/\ANew to the group: it builds on Two, which enough own by then; the only new thing that day\./,
      places.find { |place| place.kind == :new }.why)
    assert_match(/\AA review: \d of 4 own it to a count, and what is not drilled fades\./,
      places.find { |place| place.kind == :review }.why)
    places.each { |place| refute_empty place.why }
  end
end
