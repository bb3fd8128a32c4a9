require "support/programmes"

# What a plan may be, and that it is a good one.
class PlannerTest < Minitest::Test
  include Programmes

  NEARLY = [[3, 12, 10], [10, 12, 9], [17, 12, 7]].freeze
  MIXED = {["two", "count"] => NEARLY, ["kick", "count"] => LEARNING}.freeze

  def places(plan) = plan.classes.flat_map(&:places)

  def of(plan, id) = plan.classes.map { |planned| planned.places.find { |place| place.combination_id == id } }

  # Programmes of all sorts, from a seed: [programme, learners].
  def any(seed)
    random = Random.new(seed)
    goals = SHELF.keys.sample(random.rand(1..4), random: random).map { |id|
      goal(id, %w[count clock move].sample(random: random), importance: random.rand(1..5))
    }
    learners = Array.new(random.rand(2..8)) { |i|
      known = [{}, COUNT, MIXED, {["two", "count"] => LEARNING}].sample(random: random)
      learner("s#{i}", known, keen: random.rand(0.3..1.0))
    }
    [programme(*goals, weeks: random.rand(2..6), days: [2, 5].first(random.rand(1..2)), slots: random.rand(1..4)),
      learners]
  end

  # [combination, student, rung] of a place: some do another combination instead.
  def done_at(place)
    others = place.instead.flat_map { |lane| lane.student_ids.map { |id| [lane.combination_id, id, lane.rung] } }
    elsewhere = others.map { |_, id, _| id }
    place.said.reject { |said| elsewhere.include?(said.student_id) }
      .map { |said| [place.combination_id, said.student_id, said.rung] } + others
  end

  def done(planned) = planned.places.flat_map { |place| done_at(place) }

  # Each seed with what it made, so that a failure can be tried again.
  def plans
    (1..25).each do |seed|
      programme, learners = any(seed)
      layout = layout(programme, learners: learners)
      yield layout, layout.plan(**QUICK, seed: seed), "seed #{seed}"
    end
  end

  def test_the_order_and_the_variety_of_the_trade
    plans do |layout, plan, seed|
      new = layout.strands.select(&:new?).map(&:id)
      plan.classes.each_with_index do |planned, index|
        assert_operator planned.places.sum(&:times), :<=, layout.programme.slots, seed
        assert_equal planned.places.uniq(&:combination_id), planned.places, seed
        assert_operator planned.places.count { |place| place.kind == :new }, :<=, 1, seed
        planned.places.each { |place| assert_operator place.times, :<=, 2, seed }
        four = plan.classes[index, 4]
        next if four.size < 4
        every = four.map { |each| done(each).map(&:first) }.reduce(:&)
        assert_empty every, "#{seed}: four classes running"
      end
      new.each do |id|
        at = of(plan, id).each_index.select { |i| of(plan, id)[i] }
        next if at.empty? || at[0] + 1 >= plan.classes.size
        days = plan.classes.map { |planned| planned.meeting.on }
        next if days[at[0] + 1] > days[at[0]] + 7
        assert at[1] && days[at[1]] <= days[at[0]] + 7, "#{seed}: #{id} comes back within a week"
      end
    end
  end

  # At most one thing a class that a learner has not done, none in its last third, and one rung after another.
  def test_what_is_new_to_each_learner
    plans do |layout, plan, seed|
      met = layout.squad.learners.to_h { |one|
        [one.id, one.known.keys.to_h { |id, rung|
          [id, layout.ladder.index(rung)]
        }]
      }
      plan.classes.each do |planned|
        early = (planned.places.sum(&:times) * 2/3r).ceil
        fresh, at = Hash.new(0), 0
        planned.places.each do |place|
          done_at(place).each do |id, student, name|
            rung, had = layout.ladder.index(name), met[student][id]
            assert_operator rung, :<=, (had || -1) + 1, "#{seed}: a rung follows the one below"
            if (had && rung > had) || (had.nil? && id != place.combination_id)
              fresh[student] += 1
              assert_operator at, :<, early, "#{seed}: none in the last third"
            end
            met[student][id] = [had || -1, rung].max
          end
          at += place.times
        end
        assert_operator fresh.values.max || 0, :<=, 1, seed
      end
    end
  end

  def test_lanes_are_of_everybody_and_few
    plans do |layout, plan, seed|
      places(plan).each do |place|
        assert_equal layout.squad.learners.map(&:id).sort, place.lanes.flat_map(&:student_ids).sort, seed
        assert_operator place.lanes.size, :<=, 3, seed
        assert_equal [place.rung], place.lanes.select { |lane| lane.place == :group }.map(&:rung), seed
        place.lanes.each do |lane|
          assert_equal [lane.rung], place.said.select { |said|
            lane.student_ids.include?(said.student_id)
          }.map(&:rung).uniq
        end
      end
    end
  end

  # What some do instead of a combination builds on it or is what it builds on, and stands in no other place of that
  # class.
  def test_what_is_done_instead
    plans do |layout, plan, seed|
      plan.classes.each do |planned|
        ids = planned.places.flat_map { |place| [place.combination_id, *place.instead.map(&:combination_id).uniq] }
        assert_equal ids.uniq, ids, seed
        planned.places.each do |place|
          strands = layout.timetable.strands
          place.instead.each do |lane|
            other, own = strands[lane.combination_id], strands[place.combination_id]
            assert (lane.place == :ahead) ? other.bases.include?(own.id) : own.bases.include?(other.id), seed
            assert_empty lane.student_ids - place.lanes.flat_map(&:student_ids), seed
          end
        end
      end
    end
  end

  def test_who_has_it_goes_on_and_who_is_lost_goes_back
    has = {["two", "count"] => (1..12).map { |back| [7 * back, 12, 12] }}
    lost = {["three", "count"] => (1..12).map { |back| [7 * back + 3, 12, 1] }}
    squad = Array.new(6) { |i| (i < 4) ? learner("has#{i}", has) : learner("lost#{i - 4}", lost) }
    pins = %w[two kick].each_with_index.map { |id, week|
      Weeks::Pin.new(combination_id: id, on: MONDAY + 1 + 7 * week, rung: nil)
    }
    plan = layout(programme(goal("two"), goal("three"), weeks: 4, slots: 1, pins: pins), learners: squad).plan(**QUICK)
    lanes = places(plan).flat_map { |place|
      place.instead.map { |lane| [place.combination_id, lane.combination_id, lane.place, lane.student_ids] }
    }.uniq
    assert_includes lanes, ["two", "three", :ahead, %w[has0 has1 has2 has3]]
    assert_includes lanes, ["three", "two", :behind, %w[lost0 lost1]]
  end

  def test_two_halves_each_do_their_own
    ready, behind = {["two", "count"] => [[3, 12, 12], [10, 12, 12]], ["two", "clock"] => [[3, 12, 11], [10, 12, 11]]},
      {["two", "count"] => [[3, 12, 6], [10, 12, 5]]}
    halves = Array.new(8) { |i| learner("s#{i}", i.even? ? ready : behind) }
    place = of(layout(programme(goal("two", "move"), weeks: 4), learners: halves).plan(**QUICK), "two").compact.first
    assert_equal [["count", %w[s1 s3 s5 s7]], ["move", %w[s0 s2 s4 s6]]],
      place.lanes.map { |lane| [lane.rung, lane.student_ids] }
  end

  # As far as variety lets it: no place stands empty while something else could have it.
  def test_no_place_is_left_empty
    plan = layout(programme(goal("three"), goal("kick"), weeks: 6, days: [2, 5], slots: 3),
      learners: squad_of(4, MIXED)).plan(**QUICK)
    assert_equal 12, plan.classes.size
    full = plan.classes.count { |planned| planned.places.sum(&:times) == 3 }
    assert_operator full, :>=, 10
  end

  # Something most can do and something that is being learned, as far as the classes running let it.
  def test_a_class_mixes_what_is_owned_and_what_is_learned
    known = {["two", "count"] => HELD, ["two", "clock"] => HELD, ["kick", "count"] => [[3, 12, 6], [10, 12, 5]]}
    plan = layout(programme(goal("kick", "move"), goal("three", "move"), goal("four", "move"), weeks: 5, days: [2, 5],
      slots: 3), learners: squad_of(5, known)).plan(**QUICK)
    mixed = plan.classes.count { |planned| planned.places.any? { |place| place.kind == :review } }
    assert_operator mixed, :>=, 7, "of ten, the first without: it stood three times running before"
    plan.classes.each { |planned| assert(planned.places.any? { |place| place.kind != :review }) }
  end

  def test_what_it_builds_on_comes_first
    plan = layout(programme(goal("three"), weeks: 8, days: [1, 3, 5], slots: 1), learners: squad_of(4, {}))
      .plan(**QUICK, moves: 200)
    firsts = places(plan).uniq(&:combination_id)
    assert_equal [["two", :new], ["three", :new]], firsts.map { |place| [place.combination_id, place.kind] }
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

  # As often as a coach wants it, whatever variety says.
  def test_pins_stand_above_variety
    days = (0..5).map { |week| MONDAY + 1 + 7 * week }
    plan = layout(programme(goal("two"), weeks: 6,
      pins: days.map { |on| Weeks::Pin.new(combination_id: "two", on: on, rung: nil) })).plan(**QUICK)
    assert_equal 6, of(plan, "two").compact.count(&:pinned)
  end

  # What stood in the last three classes has stood often enough, also when the plan is made again.
  def test_classes_that_are_over_count_for_variety
    often = {["two", "count"] => [[4, 12, 9], [11, 12, 9], [18, 12, 8]]}
    plan = layout(programme(goal("two"), goal("kick"), slots: 1), learners: squad_of(3, often)).plan(**QUICK)
    assert_equal "kick", plan.classes.first.places.first&.combination_id
  end

  def test_holidays_have_no_class
    days = programme(goal("two"), weeks: 3, days: [2, 4], holidays: [MONDAY + 8]).meetings
      .map { |meeting| [meeting.on.day, meeting.week] }
    assert_equal [[2, 0], [4, 0], [11, 1], [16, 2], [18, 2]], days
  end

  def test_the_same_seed_makes_the_same_plan
    one, two = [5, 5].map { |seed|
      told(layout(programme(goal("three", "clock"), goal("kick"), weeks: 8, days: [2, 5], slots: 3))
        .plan(**QUICK, seed: seed))
    }
    assert_equal one, two
  end

  # Against an exhaustive search of its own: every way to fill every class, those that may not be thrown out afterwards.
  def test_small_ones_are_as_good_as_any
    [[goal("three")], [goal("two", "clock"), goal("kick")], [goal("three", importance: 5), goal("kick", importance: 1)]]
      .each do |goals|
      layout = layout(programme(*goals, weeks: 3, slots: 2), learners: squad_of(3, MIXED))
      plan = layout.plan
      assert plan.exact
      assert_in_delta Exhaustive.new(layout).best, plan.value, 1e-9, goals.inspect
      searched = Weeks::Planner.new(layout.timetable, layout.squad, few: 0, tried: 10, moves: 400).find
      assert_operator searched.value, :<=, plan.value + 1e-9
      assert_operator searched.value, :>=, plan.value - 0.02, "the search for large ones comes close on small ones"
    end
  end

  # Every assignment of combinations to the places of every class.
  class Exhaustive
    def initialize(layout)
      @timetable = layout.timetable
      @days = layout.meetings.map(&:on)
    end

    def best
      hours = @timetable.strands.keys.repeated_combination(@timetable.slots).map(&:tally)
      ([hours] * @days.size).reduce([[]]) { |plans, ways| plans.product(ways).map { |plan, way| plan + [way] } }
        .filter_map { |plan| value(plan) }.max
    end

    private

    def value(plan)
      schedule = @timetable.strands.keys.to_h { |id|
        [id, plan.each_with_index.filter_map { |hour, index| [index, hour[id]] if hour.key?(id) }]
      }
      return unless lawful?(plan, schedule)
      schedule.sum { |id, places| @timetable.term(@timetable.strands[id], places) }
    end

    def lawful?(plan, schedule)
      new = @timetable.strands.values.select(&:new?)
      firsts = new.to_h { |strand| [strand.id, schedule[strand.id].dig(0, 0)] }.compact
      firsts.values.tally.all? { |_, count| count <= 1 } && plan.all? { |hour| hour.values.max <= 2 } &&
        schedule.all? { |id, places| few?(@timetable.strands[id], places.map(&:first)) } &&
        firsts.all? { |id, first|
          soon?(schedule[id], first) && @timetable.strands[id].bases.all? { |base|
            !firsts.key?(base) && new.none? { |strand| strand.id == base } || (firsts[base] && firsts[base] < first)
          }
        }
    end

    # Never a fourth class running, those before counted.
    def few?(strand, at)
      line = "1" * strand.running + @days.each_index.map { |index| at.include?(index) ? "1" : "0" }.join
      !line.include?("1111")
    end

    def soon?(places, first) = first + 1 == @days.size || places.dig(1, 0) == first + 1
  end

  def test_no_plan_is_above_what_it_is_held_against
    plans { |_, plan, seed| assert_operator plan.value, :<=, plan.bound + 1e-9, seed }
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
    again = Weeks::Resume.new(layout.timetable).from(first.transform_values(&:to_h))
    assert_equal first.reject { |_, places| places.empty? }, again.reject { |_, places| places.empty? }
  end

  def test_why_here
    plan = layout(programme(goal("three"), weeks: 6, days: [2, 5])).plan(**QUICK)
    whys = places(plan).map(&:why)
    assert(whys.any? { |why|
      why.match?(/\ANew to the group; it builds on Two, which they have met\..* It comes back on \d+ Jun\.\z/)
    })
    assert(whys.any? { |why|
      why.start_with?("A review: everybody can do it to a count, and what is not done fades.")
    }, whys.join("\n"))
    whys.each { |why| refute_match(/%/, why, "people and dates, not percentages") }
  end
end
