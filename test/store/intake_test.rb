require "support/database"
require "jaunty_bell/files"

# Lines of a file against what a club has: who is meant, and why a line cannot be kept.
class StoreIntakeTest < StoreTest
  DAY = Date.new(2026, 6, 10)

  def setup
    super
    @group = new_group(name: "Noon")
    @ann = new_student(group: @group, name: "Ann Weir")
    2.times { new_student(group: @group, name: "Bo Twice") }
    new_combination(name: "Two bells", text: "1-2")
  end

  def intake(kind) = Store::Intake.new(db, club, kind, today: DAY, account_id: nil)

  def read(kind, text) = JauntyBell::Files::Intake.new(kind, text).lines

  # Why each line cannot be kept, nil where it can.
  def why(kind, text) = intake(kind).checked(read(kind, text)).map(&:problem)

  LOG = "student,date,effort,minutes,title\n"

  def test_who_is_meant
    assert_equal [nil, nil, "Nobody here is called \"Ann\": check the spelling, or take in the roster first.",
      "2 students are called \"Bo Twice\": give one of them another name."],
      why("log",
        LOG + "Ann Weir,2026-06-01,5,60,\nANN WEIR,2026-06-02,5,60,\nAnn,2026-06-01,5,60,\nBo Twice,2026-06-01,5,60,\n")
  end

  def test_the_same_line_twice
    assert_equal [nil, "It stands twice in the file.", nil],
      why("log",
        LOG + "Ann Weir,2026-06-01,5,60,\nAnn Weir,2026-06-01,5,60,\nAnn Weir,2026-06-01,5,60,the second run\n")
    intake("log").keep(read("log", LOG + "Ann Weir,2026-06-01,5,60,\n"))
    assert_equal ["It is on record already."], why("log", LOG + "Ann Weir,2026-06-01,5,60,\n")
  end

  def test_days_to_come
    assert_equal [nil, "2026-06-11 is still to come."],
      why("log", LOG + "Ann Weir,2026-06-10,5,60,\nAnn Weir,2026-06-11,5,60,\n")
  end

  def test_marks
    text = "student,combination,rung,date,attempted,clean\n"
    assert_equal [nil, "There is no combination \"Three bells\" on your shelf.", "Attempts go from 1 to 1,000.",
      "6 clean of 5 attempted: clean cannot be more than attempted."],
      why("marks",
        text + "Ann Weir,two BELLS,count,2026-06-01,5,5\nAnn Weir,Three bells,count,2026-06-01,5,5\nAnn Weir,Two " \
        "bells,count,2026-06-02,0,0\nAnn Weir,Two bells,count,2026-06-03,5,6\n")
    assert_equal 1,
      intake("marks").keep(read("marks",
        text + "Ann Weir,Two bells,count,2026-06-01,5,5\nNobody,Two bells,count,2026-06-01,5,5\n")), "good ones only"
    assert_equal [5], Store::Masteries.of(db, club).on(DAY, students: [@ann])[@ann].values.map(&:cleaned)
  end

  def test_a_roster
    text = "name,group,kg,born\n"
    assert_equal [nil, "\"ann weir\" is on the roster already.", "There is no group \"Night\". Yours: Noon.",
      "A weight goes from 10 to 300 kg.", "A birthday lies in the past."],
      why("roster",
        text + "Cy New,noon,60,\nann weir,Noon,,\nDi New,Night,,\nEd New,Noon,3,\nFi New,Noon,,2027-01-01\n")
  end

  def test_a_recording_needs_a_class_of_that_day
    held = classes.open(id: uuid, card_id: nil, group_id: @group, coach_id: nil, title: "Class", minutes: 60,
      starts_at: Time.utc(2026, 6, 1, 18))[:id]
    tell(held, {attendances: [{id: uuid, student_id: @ann, at: Time.utc(2026, 6, 1, 18)}]}, coach_id: nil)
    text = "student,date,round,ms,bpm\n"
    assert_equal [nil, "Ann Weir was at no class on 2026-06-02."],
      why("heart", text + "Ann Weir,2026-06-01,1,0,100\nAnn Weir,2026-06-02,1,0,100\n")
    intake("heart").keep(read("heart", text + (0..3).map { |i| "Ann Weir,2026-06-01,2,#{i * 1000},#{100 + i}\n" }.join))
    assert_equal [[held, 1, 4]],
      db[:recordings].where(student_id: @ann).select_map(%i[class_id round samples])
        .map { |id, round, samples| [id, round, samples.size] }
  end

  def test_another_club_s_names_mean_nobody
    other = Store::Intake.new(db, new_club("Other"), "log", today: DAY, account_id: nil)
    assert_match(/Nobody here is called/, other.checked(read("log", LOG + "Ann Weir,2026-06-01,5,60,\n")).first.problem)
  end
end
