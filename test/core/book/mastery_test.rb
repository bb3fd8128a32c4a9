require "support/generated"

class MasteryTest < Minitest::Test
  include CoreTest

  Mastery = JauntyBell::Core::Book::Mastery
  DAY = Date.new(2026, 3, 31)

  # Marks as [days ago, attempted, clean].
  def mastery(*marks, on: DAY, **facts)
    Mastery.new(marks.map { |ago, attempted, clean|
      Mastery::Mark.new(on: DAY - ago, attempted: attempted, clean: clean)
    }, on: on, **facts)
  end

  # marks → state
  STATES = {
    [] => :new, [[0, 0, 0]] => :new, [[0, 5, 2]] => :learning, [[0, 40, 40]] => :learning,
    [[0, 20, 20], [1, 20, 20]] => :owned, [[100, 20, 20], [101, 20, 20]] => :fading,
    [[30, 20, 20], [29, 20, 20], [0, 40, 5]] => :fading, [[3, 10, 5], [0, 10, 6]] => :learning
  }.freeze

  def test_states
    STATES.each { |marks, state| assert_equal state, mastery(*marks).state, marks.inspect }
  end

  def test_what_made_it_fade
    assert_equal :time, mastery([100, 20, 20], [101, 20, 20]).faded_by
    assert_equal :rough_marks, mastery([30, 20, 20], [29, 20, 20], [0, 40, 5]).faded_by
    assert_nil mastery([0, 20, 20], [1, 20, 20]).faded_by
  end

  # What one pass over the days says, against judging each day from scratch.
  def test_the_history_of_holding_is_that_of_each_day_judged_alone
    random = Random.new(4)
    40.times do
      marks = Array.new(random.rand(1..12)) do
        [random.rand(0..90), attempted = random.rand(1..20), random.rand((attempted / 2)..attempted)]
      end
      whole = mastery(*marks)
      alone = marks.map(&:first).uniq.sort.reverse.map { |ago| mastery(*marks, on: DAY - ago).owned? }
      expected = if whole.owned? then :owned
      elsif alone.any? then :fading
      else :learning
      end
      assert_equal expected, whole.state, marks.inspect
      assert_equal alone.last ? :time : :rough_marks, whole.faded_by, marks.inspect if expected == :fading
    end
  end

  def test_marks_after_the_day_do_not_count_yet
    assert_equal :new, mastery([0, 20, 20], on: DAY - 1).state
  end

  def test_due_is_where_sure_of_meets_seven_tenths
    told = mastery([10, 30, 28], [0, 20, 20])
    later = ->(days) { Mastery.from(told.known, on: DAY + days).sure_of }
    due = (told.due_on - DAY).to_i
    assert_operator later.call(due), :<, 0.70
    assert_operator later.call(due - 1), :>=, 0.70
    assert_in_delta told.due_in, due, 1
    assert_nil mastery([0, 5, 1]).due_in
    assert_nil mastery.due_on
  end

  def test_rough_repetitions_count
    assert_operator mastery([0, 65, 25]).score, :<, 0.4
  end

  def test_impossible_counts_are_refused
    assert_equal "clean", assert_raises(Core::InvalidInput) { mastery([0, 5, 6]) }.path
    assert_equal "attempted", assert_raises(Core::InvalidInput) { mastery([0, -1, 0]) }.path
    assert_equal "half_life", assert_raises(Core::InvalidInput) { mastery([0, 5, 5], half_life: 0) }.path
  end

  def test_sure_of_lies_below_the_score_and_once_below_seven_tenths_stays_there_without_practice
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 40) do |seed:|
      random = Random.new(seed)
      marks = Array.new(random.rand(1..5)) {
        attempted = random.rand(1..30)
        [random.rand(0..60), attempted, random.rand((attempted / 2)..attempted)]
      }
      held = (0..120).step(5).map { |days| mastery(*marks, on: DAY + days).sure_of >= Mastery::OWNED }
      assert_equal held.sort_by { |yes| yes ? 0 : 1 }, held, "seed #{seed}"
      assert_operator mastery(*marks).sure_of, :<, mastery(*marks).score
    end
  end

  def test_words
    words = Core::Book::PlainWords
    assert_equal ["within a day", "about 1 day", "about 9 days", "about 7 weeks", "about 4 months"],
      [0.2, 1, 9.2, 52.4, 120].map { |days| words.days(days) }
    assert_equal ["very sure", "fairly sure", "half sure", "not sure yet"],
      [0.9, 0.7, 0.5, 0.1].map { |value| words.sureness(value) }
    assert_nil words.days(nil)
  end

  # The short way and the long one say the same.
  def test_held_either_way
    random = Random.new(8)
    60.times do
      marks = Array.new(random.rand(0..4)) do
        JauntyBell::Core::Book::Mastery::Mark.new(on: Date.new(2026, 6, 1) - random.rand(0..40),
          attempted: (n = random.rand(0..20)), clean: (n * random.rand(0.6..1.0)).round)
      end
      on = Date.new(2026, 6, 1) + random.rand(0..30)
      assert_equal JauntyBell::Core::Book::Mastery.new(marks, on: on).owned?,
        JauntyBell::Core::Book::Mastery.owned?(marks, on: on), marks.inspect
    end
  end
end
