require "test_helper"
require "jaunty_bell/files"

# Tables as they come from spreadsheets and by hand, read line by line.
class IntakeTest < Minitest::Test
  Files = JauntyBell::Files
  InvalidInput = JauntyBell::Core::InvalidInput

  def lines(kind, text, **how) = Files::Intake.new(kind, text, **how).lines

  # What a log's line is read as: [student, day, effort, minutes], or why it is not.
  def log(row, heading: "student,date,effort,minutes") =
    lines("log", "#{heading}\n#{row}\n").first.then do |line|
      line.problem || line.facts.values_at("student", "on", "effort", "minutes")
    end

  DAY = Date.new(2026, 11, 5)

  def test_lines_of_a_log
    {
      "Ann,2026-11-05,6.5,60" => ["Ann", DAY, 6.5, 60],
      "  Ann ,5.11.2026, 6 , 60 " => ["Ann", DAY, 6.0, 60],
      "Ann,05/11/2026,6,60" => ["Ann", DAY, 6.0, 60],
      "\"Bell, Ann\",2026-11-05,6,60" => ["Bell, Ann", DAY, 6.0, 60],
      "Ann,2026-13-05,6,60" => "\"2026-13-05\" is no date: write 2026-11-25 or 25.11.2026.",
      "Ann,31.2.2026,6,60" => "\"31.2.2026\" is no date: write 2026-11-25 or 25.11.2026.",
      "Ann,yesterday,6,60" => "\"yesterday\" is no date: write 2026-11-25 or 25.11.2026.",
      "Ann,2026-11-05,six,60" => "\"six\" is no number.",
      "Ann,2026-11-05,6,60.5" => "\"60.5\" is no whole number.",
      ",2026-11-05,6,60" => "student is empty.",
      "Ann,2026-11-05,6" => "minutes is empty."
    }.each { |row, expected| assert_equal expected, log(row), row }
  end

  # 5 November is 11/5 where the month stands first; with points between, the day does everywhere.
  def test_dates_in_the_club_s_own_order
    JauntyBell::Core::Ways.go_by("US") do
      ["11/5/2026", "5.11.2026", "2026-11-05"].each { |day| assert_equal DAY, log("Ann,#{day},6,60")[1], day }
      assert_equal "\"25/11/2026\" is no date: write 2026-11-25 or 11/25/2026.", log("Ann,25/11/2026,6,60")
    end
  end

  def test_semicolons_tabs_and_decimal_commas
    assert_equal ["Ann", DAY, 6.5, 60], log("Ann;2026-11-05;6,5;60", heading: "student;date;effort;minutes")
    assert_equal ["Ann", DAY, 6.5, 60], log("Ann\t2026-11-05\t6.5\t60", heading: "student\tdate\teffort\tminutes")
    assert_equal ["Ann", DAY, 6.5, 60], log("Ann,2026-11-05,6.5,60", heading: "\uFEFFWho,DAY,RPE,Duration")
  end

  def test_lines_keep_their_own_numbers
    text = "student,date,effort,minutes\n\nAnn,2026-11-05,6,60\n,,,\nBo,2026-11-05,x,60\n"
    assert_equal [[3, nil], [5, "\"x\" is no number."]], lines("log", text).map { |line| [line.number, line.problem] }
  end

  def test_columns_by_hand
    intake = Files::Intake.new("log", "a,b\n1,2\n")
    assert_equal [%w[student on effort minutes], []], [intake.missing, intake.lines]
    by_hand = {"student" => 3, "on" => 2, "effort" => 1, "minutes" => 0}
    assert_equal ["Ann", DAY, 6.0, 60],
      lines("log", "a,b,c,d\n60,6,2026-11-05,Ann\n", columns: by_hand).first.facts
        .values_at("student", "on", "effort", "minutes")
    assert_equal "minutes is empty.",
      lines("log", "a,b,c,d\n60,6,2026-11-05,Ann\n", columns: by_hand.merge("minutes" => 9)).first.problem
  end

  def test_choices
    assert_equal "\"upright\" is not one of orthodox, southpaw, square.",
      lines("roster", "name,group,stance\nAnn,Noon,upright\n").first.problem
    assert_equal [true, "southpaw"],
      lines("roster", "name,group,stance,elsewhere\nAnn,Noon,Southpaw,YES\n").first.facts
        .values_at("elsewhere", "stance")
    assert_equal "\"perhaps\" is neither yes nor no.",
      lines("roster", "name,group,elsewhere\nAnn,Noon,perhaps\n").first.problem
  end

  def test_what_is_no_table
    ["", " \n \n", "a,b\n\"open"].each do |text|
      assert_raises(InvalidInput, text.inspect) { Files::Intake.new("log", text) }
    end
    assert_raises(InvalidInput) { Files::CsvTable.new("a\n" + "1\n" * (Files::CsvTable::MOST_ROWS + 1)) }
    assert_empty lines("log", "student,date,effort,minutes\n")
  end

  # Whatever is thrown at it is either lines with reasons, or a refusal; it never breaks.
  def test_garbage
    random = Random.new(4)
    pieces = ["student", "date", ",", ";", "\t", "\n", "\r\n", "\"", "2026-11-05", "6", "ä", "\u0000", "=1+1", " ", "'"]
    300.times do
      text = Array.new(random.rand(1..40)) { pieces.sample(random: random) }.join
      Files::Intake::KINDS.each_key do |kind|
        lines(kind, text).each { |line| assert(line.problem || line.facts.any?, text.inspect) }
      rescue InvalidInput => e
        refute_empty e.message
      end
    end
  end
end
