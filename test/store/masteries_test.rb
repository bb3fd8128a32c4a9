require "support/database"

# What is kept of marks is what the marks say.
class MasteriesTest < StoreTest
  Book = JauntyBell::Core::Book
  DAY = Date.new(2026, 6, 1)

  def setup
    super
    @group = new_group
    @drills = %w[1-2 1-2-3 2-3].map { |text| new_combination(name: text, text: text)[:id] }
    @held = new_class(group: @group)[:id]
  end

  def masteries = Store::Masteries.of(db, club)

  # Random marks from a seed of some students, recorded a few at a time as a class would.
  def some_marks(random, students)
    marks = Array.new(120) do
      attempted = random.rand(4..16)
      {id: uuid, student_id: students.sample(random: random), combination_id: @drills.sample(random: random),
       rung: %w[count clock].sample(random: random), on: DAY - random.rand(0..160), attempted: attempted,
       clean: (attempted * random.rand(0.55..1.0)).round, broke_at: (0 if random.rand < 0.3), at: Clock.now}
    end
    marks.each_slice(9) { |slice| tell(@held, {marks: slice}, coach_id: nil) }
    marks
  end

  def test_kept_step_by_step_it_is_what_all_marks_say_at_once
    students = Array.new(3) { |i| new_student(group: @group, name: "Student #{i}") }
    marks = some_marks(Random.new(7), students)
    known = masteries.on(DAY, students: students)
    due = masteries.due(DAY, students)
    students.each do |id|
      by_key = marks.select { |mark| mark[:student_id] == id }
        .group_by { |mark| mark.values_at(:combination_id, :rung) }
      assert_equal by_key.keys.sort, known[id].keys.sort
      by_key.each do |key, list|
        anew = Book::Mastery.new(list.map { |mark| Book::Mastery::Mark.new(**mark.slice(:on, :attempted, :clean)) },
          on: DAY)
        kept = known[id][key]
        assert_equal [anew.state, anew.due_on, anew.faded_by, anew.attempted],
          [kept.state, kept.due_on, kept.faded_by, kept.attempted]
        assert_in_delta anew.sure_of, kept.sure_of, 1e-9
      end
      fading = known[id].select { |_, mastery| mastery.state == :fading }.keys.map(&:first).uniq.size
      assert_equal fading, due.fetch(id, 0), "counted by the database as by the core"
    end
  end

  # Without working out a mastery of each, what slipped is what each mastery says of itself.
  def test_what_slipped_and_why
    students = Array.new(4) { |i| new_student(group: @group, name: "Student #{i}") }
    some_marks(Random.new(3), students)
    found = [0, 20, 60, 150].map do |ahead|
      day = DAY + ahead
      said = masteries.on(day, students: students).transform_values do |known|
        known.group_by { |_, mastery| mastery.faded_by }.except(nil)
          .transform_values { |list| list.map { |(id, _), _| id }.uniq.sort }
      end.reject { |_, why| why.empty? }
      slipped = masteries.slipped(day, students).transform_values { |why| why.transform_values { |ids| ids.uniq.sort } }
      assert_equal said, slipped
      slipped
    end
    assert_equal %i[rough_marks time], found.flat_map { |each| each.values.flat_map(&:keys) }.uniq.sort
  end

  def test_links_are_what_all_marks_say
    students = [new_student(group: @group)]
    marks = some_marks(Random.new(11), students)
    tries = marks.map do |mark|
      Book::WeakLinks::Try.new(**mark.slice(:on, :combination_id, :attempted, :clean, :broke_at))
    end
    anew = Book::WeakLinks.new(tries, combinations.meanings(@drills), on: DAY).weak
    kept = masteries.weak_links(DAY, students: students).fetch(students.first, [])
    assert_equal anew.map { |link| [Notation.write(link.pair), link.score.round(9)] },
      kept.map { |link| [Notation.write(link.pair), link.score.round(9)] }
  end

  def test_a_student_s_own_half_life_is_worked_out_when_it_is_asked_for
    id = new_student(group: @group)
    some_marks(Random.new(3), [id])
    people = Store::People.new(db, club)
    people.half_life(id, 100)
    assert_equal [100], masteries.on(DAY, students: [id])[id].values.map(&:half_life).uniq
    people.half_life(id, nil)
    assert_equal [28], masteries.on(DAY, students: [id])[id].values.map(&:half_life).uniq
    [0, 400].each { |days| assert_raises(JauntyBell::Core::InvalidInput) { people.half_life(id, days) } }
  end

  def test_no_student_of_another_club
    other = new_club("Other")
    id = new_student(group: @group)
    some_marks(Random.new(5), [id])
    assert_empty Store::Masteries.of(db, other).on(DAY, students: [id])
  end
end
