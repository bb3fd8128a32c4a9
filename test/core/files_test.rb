require "test_helper"
require "json"
require "jaunty_bell/files"

# Open formats that need no database: lists of combinations, and JSON-ready answers.
class FilesTest < Minitest::Test
  include CoreTest

  Files = JauntyBell::Files

  def lines(text, **facts) = Files::CombinationList.read(text, Notation::Reading.new, **facts)

  # a line → [name, notation as written, tags]
  LINES = {
    "Ticket punch: 1-2-3b-2" => ["Ticket punch", "1-2-3b-2", []], "1-2" => ["1-2", "1-2", []],
    "jab, cross #basics" => ["1-2", "jab, cross", ["basics"]], "A: 1 #two-words #b" => ["A", "1", ["two words", "b"]],
    "  Spaced :  1-2  " => ["Spaced", "1-2", []], "#tag 1-2" => nil, "# only words" => nil, "" => nil
  }.freeze

  def test_lines
    LINES.each do |line, expected|
      told = lines(line).first
      assert_equal [expected], [told && [told.name, told.notation, told.tags]], line
    end
  end

  def test_numbers_problems_and_names_taken
    told = lines("1-2\n\nX: 1-hok\nY: 1\nY: 2\nZ: 3", taken: ["Z"])
    assert_equal [1, 3, 4, 5, 6], told.map(&:number)
    assert_equal [true, false, true, false, false], told.map { |line| line.problem.nil? }
    assert_match(/1 to 80/, lines("#{"n" * 81}: 1-2").first.problem)
  end

  def test_a_pace_says_what_it_solved_and_what_is_unlikely
    analysis = Bench.analyse("1-2-1-2-1-2")
    assert_equal :sets, Files::PaceJson.new(analysis).to_h[:solved]
    assert_nil Files::PaceJson.new(analysis).to_h[:unlikely]
    fast = Files::PaceJson.new(Bench.analyse("1-2-1-2-1-2"), tempo: 400r, pause: 0r).to_h
    assert_match(/6.7 strikes a second for 180 s is unlikely/, fast[:unlikely])
    assert_nil Files::PaceJson.new(Bench.analyse("1-2"), tempo: 400r, pause: 0r, work: 9).to_h[:unlikely]
  end

  def test_an_analysis_is_plain_data
    told = JSON.parse(JSON.generate(Files::AnalysisJson.new(Bench.analyse("1-[1]-rear parry-2 with step in-rear " \
      "kick around")).to_h))
    assert_equal %w[self partner self self self], told["actions"].map { |action| action["by"] }
    assert_equal({"technique" => "step-in", "family" => "step", "label" => "step in", "side" => nil},
      told["actions"][3]["with"])
    assert_equal "around", told["actions"][4]["recovery"]
    assert_equal told["actions"].size, told["holder"].size
    assert_equal told["set_time"].round(3), told["frames"].last["at"].round(3)
  end
end
