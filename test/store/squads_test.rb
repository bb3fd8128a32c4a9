require "support/database"

# A group as a planner knows it.
class SquadsTest < StoreTest
  TODAY = Date.new(2026, 6, 15)

  def setup
    super
    @group = new_group
    @ana, @bo, @cy = %w[Ana Bo Cy].map { |name| new_student(group: @group, name: name) }
    @two, @three = new_combination[:id], new_combination(name: "Three", text: "1-2-3")[:id]
    @card = new_card[:id]
  end

  def squads =
    Store::Squads.new(db, club, @group, masteries: Store::Masteries.of(db, club), half_life: 28, today: TODAY)

  # A class so many days ago: who came, {student => [attempted, clean]} at two, and efforts.
  def held(ago, came:, marks: {}, efforts: {}, runs: [])
    day = TODAY - ago
    row = classes.open(id: uuid, card_id: @card, group_id: @group, coach_id: nil, title: "Held", minutes: 60,
      starts_at: day.to_time + 18 * 3600)
    tell(row[:id], {attendances: came.map { |id| {id: uuid, student_id: id, at: row[:starts_at]} },
      round_runs: runs.each_with_index.map { |id, i|
        {id: uuid, round: i, title: "R", combination_id: id, worked_s: 100, outcome: "done", at: row[:starts_at]}
      },
      marks: marks.map { |id, (attempted, clean)|
        {id: uuid, student_id: id, combination_id: @two, rung: "count", on: day, attempted: attempted, clean: clean,
         at: row[:starts_at]}
      },
      efforts: efforts.map { |id, effort|
        {id: uuid, student_id: id, on: day, effort: effort, minutes: 60, estimated: false, at: row[:starts_at]}
      }}, coach_id: nil)
    classes.close(row[:id], row[:starts_at] + 3600)
  end

  def test_who_comes_and_what_they_know
    4.times { |i| held(3 + 7 * i, came: [@ana, *(@bo if i.zero?)], marks: {@ana => [12, 12]}) }
    known = squads.learners(away: 21)
    assert_equal %w[Ana Bo], known.map(&:name), "who has not come for long is not planned for"
    assert_equal [5 / 6r, 2 / 6r].map(&:to_f), known.map(&:keen)
    assert_equal [[[@two, "count"]], []], known.map { |learner| learner.known.keys }
    assert_equal 4, known.first.known.values.first.days
    assert_equal ["Cy"], squads.away(21)
    assert_equal 3,
      Store::Squads.new(db, club,
        new_group(name: "New").tap { |id| 3.times { |i| new_student(group: id, name: "N#{i}") } },
        masteries: Store::Masteries.of(db, club), half_life: 28, today: TODAY).learners(away: 21).size,
      "a group that has had no class yet is whole"
  end

  def test_loads_by_day_and_the_usual_week
    held(10, came: [@ana, @bo], efforts: {@ana => 6, @bo => 8})
    held(6, came: [@ana], efforts: {@ana => 5})
    held(3, came: [@ana], efforts: {@ana => 5})
    assert_equal({TODAY - 10 => 420.0, TODAY - 6 => 300.0, TODAY - 3 => 300.0}, squads.loads(TODAY - 28))
    assert_equal 510.0, squads.usual(TODAY)
    assert_equal 420.0, squads.usual(TODAY - 7)
    assert_nil squads.usual(TODAY - 60)
  end

  def test_days_and_marks_since
    held(10, came: [@ana], marks: {@ana => [10, 7]})
    held(3, came: [@ana, @bo], marks: {@ana => [10, 8], @bo => [10, 5]})
    assert_equal [TODAY - 10, TODAY - 3], squads.class_days(TODAY - 20)
    assert_equal({[@ana, @two, "count"] => [7, 8], [@bo, @two, "count"] => [5]},
      squads.marks(TODAY - 20).transform_values { |marks| marks.map(&:clean) })
  end

  # One a day, in order of days, with who marked.
  def test_marks_for_the_model
    held(10, came: [@ana], marks: {@ana => [10, 7]})
    held(3, came: [@ana, @bo], marks: {@ana => [10, 8], @bo => [10, 5]})
    rows = squads.marked
    assert_equal [[@ana, 7], [@ana, 8], [@bo, 5]], rows.map { |row|
      [row.student, row.clean]
    }.sort_by { |student, clean| [(student == @ana) ? 0 : 1, clean] }
    assert_equal [(TODAY - 10).jd, (TODAY - 3).jd], rows.map(&:day).uniq
    assert_equal [[@two, 1, 10]], rows.map { |row| [row.combination, row.rung, row.attempted] }.uniq
    db[:marks].update(taken_back_at: Time.now)
    assert_empty squads.marked
  end
end
