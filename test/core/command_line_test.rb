require "test_helper"
require "json"
require "stringio"
require "tempfile"
require "jaunty_bell/command_line"

class CommandLineTest < Minitest::Test
  def run_command(*arguments, input: "")
    output, errors = StringIO.new, StringIO.new
    code = JauntyBell::CommandLine.run(arguments, input: StringIO.new(input), output: output, errors: errors)
    [code, output.string, errors.string]
  end

  def told(...)
    code, output, errors = run_command(...)
    assert_equal [0, ""], [code, errors]
    JSON.parse(output)
  end

  def test_combo
    combo = told("combo", "1-3", "--implement", "hanging-bag", "--level", "foundation", "--tempo", "120",
      "--work", "3:00")
    assert_equal ["1-3", "jab, lead hook", 2.0, 1.0], combo.values_at("canonical", "spoken", "beats", "set_time")
    assert_equal({"technique" => "hook", "side" => "lead", "hand" => "left", "level" => "head", "contact" => true},
      combo["actions"][1].slice("technique", "side", "hand", "level", "contact"))
    assert_equal [["half-wound", "cue", 1], ["range-in", "cue", 1]],
      combo["findings"].map { |finding| finding.values_at("rule", "severity", "at") }
    assert_equal ["1-4", "1-slip lead-3", "1-roll lead-3"], combo["findings"][0]["fixes"].map { |fix| fix["notation"] }
    assert_equal 112, combo["round"]["sets"]
  end

  def test_combo_of_a_text_that_can_be_read_in_part
    status, out, err = run_command("combo", "1-2-hok-2", "--partly")
    assert_equal 2, status
    assert_match(/"hok" at character 5 is no technique here\. Nearest: hook/, err)
    told = JSON.parse(out)
    assert_equal ["1-2-▢-2", [{"text" => "hok", "at" => 4, "length" => 3, "index" => 2}]],
      told.values_at("canonical", "gaps")
    assert_equal 3, told["counts"]["strikes"]
    assert_equal 2, run_command("combo", "1-2-hok-2").first
    assert_equal [0, "1-2"],
      run_command("combo", "1-2", "--partly").then { |code, said, _| [code, JSON.parse(said)["canonical"]] }
  end

  def test_combo_in_another_scheme_stance_and_school
    assert_equal "right jab, left uppercut",
      told("combo", "1-5", "--scheme", "swapped", "--stance", "southpaw")["by_hand"]
    assert_includes told("combo", "1-2", "--school", "finish=exit-step")["findings"]
      .map { |finding| finding["rule"] }, "open-finish"
    assert_equal({"text" => "1-2-7", "spoken" => "jab, cross, lead hook to the body",
      "by_hand" => "left jab, right cross, left hook to the body"}, told("write", "1-2-3b", "--scheme", "eight"))
  end

  def in_file(text) =
    Tempfile.create("jaunty") { |file| file.tap { |open| open.write(text) }.flush && yield(file.path) }

  PROGRAMME = {today: "2026-11-26", start: "2026-11-30", weeks: 3, times: [{weekday: 2, at: "18:30", minutes: 60}],
               slots: 2, combinations: {"Two" => "1-2", "Three" => "1-2-3"},
               goals: [{combination: "Three", rung: "count"}],
               students: [{name: "Ana",
                           marks: [{combination: "Two", rung: "count", on: "2026-11-20", attempted: 12, clean: 12},
                             {combination: "Two", rung: "count", on: "2026-11-13", attempted: 12, clean: 12}]},
                 {name: "Bo", keen: 0.5, holds: [{blocks: ["all"], from: "2026-11-01"}]}]}.freeze

  def test_plan
    plan = in_file(JSON.generate(PROGRAMME)) { |path| told("plan", path) }
    assert_equal [3, true], [plan["classes"].size, plan["exact"]]
    first = plan["classes"].first["places"].first
    assert_equal ["Ana"], first["said"].map { |said| said["student_id"] }, "who is held back does nothing"
    assert_equal [{"rung" => "count", "place" => "group", "student_ids" => ["Ana"]}], first["lanes"]
    assert_equal %w[Ana Bo], plan["outlooks"].first["students"].map { |student| student["student_id"] }
    {{weeks: 20} => "2 to 12 weeks", {start: "soon"} => "not a date",
     {goals: [{combination: "Moon", rung: "count"}]} => "None of the goals", {students: []} => "no one to plan for",
     {combinations: {"Two" => "banana"}} => "banana"}.each do |change, says|
      code, output, errors = in_file(JSON.generate(PROGRAMME.merge(change))) { |path| run_command("plan", path) }
      assert_equal [2, ""], [code, output]
      assert_includes errors, says
    end
    assert_equal 2, in_file("{") { |path| run_command("plan", path) }.first
  end

  def test_simulate
    squads = JSON.generate(squads: [{name: "few", students: 4, learning: "power"}])
    code, output, errors = in_file(squads) { |path|
      run_command("simulate", "--squads", path, "--seeds", "3..3", "--weeks", "2", "--ways", "planned,habit")
    }
    assert_equal [0, "1 of 1 seasons\n"], [code, errors]
    said = JSON.parse(output)
    assert_equal [["few", 3, "planned"], ["few", 3, "habit"]],
      said["seasons"].map { |season| season.values_at("squad", "seed", "way") }
    assert_equal ["habit"], said["squads"]["few"]["ahead"].keys
    {["--weeks", "40"] => /--weeks goes from 2 to 12/, ["--seeds", "a"] => /--seeds is a count/,
     ["--ways", "luck"] => /"luck" is no way/, ["--squads", "nowhere"] => /no file nowhere/}.each do |given, says|
      assert_match says, run_command("simulate", *given).last
    end
    assert_match(/A squad has no "mood"/, in_file('{"squads":[{"mood":1}]}') { |path|
      run_command("simulate", "--squads", path).last
    })
  end

  def test_pairs
    people = {students: [{id: "ana", kg: 60}, {id: "bo", kg: 61}, {id: "cy", kg: 90}], met: [["ana", "bo", 3]]}
    made = in_file(JSON.generate(people)) { |path| told("pairs", path) }
    assert_equal [[%w[ana bo]], ["cy"]], [made["groups"].map { |group| group["ids"].sort },
      made["stuck"].map { |one| one["id"] }]
    assert_equal ["1 kg apart", "met 3 days ago"], made["groups"].first["reasons"]
    bad = {"{" => /no file of students/, '{"students":[{"kg":1}]}' => /no file of students/,
           '{"students":[{"id":"a","level":"best"}]}' => /"best" is not a level/}
    bad.each { |text, says| assert_match says, in_file(text) { |path| run_command("pairs", path) }.last }
  end

  def test_homework
    asked = {minutes: 12, have: ["mirror"], room: "mat", quiet: true, drill: [{combination: "1-2", name: "Two bells"},
      {kind: "next", combination: "1-clinch"}]}
    made = in_file(JSON.generate(asked)) { |path| told("homework", path) }
    assert_equal [720, ["1-clinch"]], [made["seconds"], made["left_out"].map { |each| each["name"] }]
    drilled = made["blocks"].flat_map { |block| block["rounds"] }.select { |round| round["combination"] }
    assert_equal [["Two bells", "mirror"]], drilled.map { |round| round.values_at("combination", "on") }.uniq
    bad = {"{" => /no file of homework/, "{}" => /no file of homework/,
           '{"minutes":10,"drill":[{"combination":"1-hok"}]}' => /hok/,
           '{"minutes":10,"drill":[{"combination":"1","kind":"old"}]}' => /"old" is no reason to drill/,
           '{"minutes":10,"drill":[{"combination":"1","rung":"top"}]}' => /"top" is not a rung/,
           '{"minutes":90,"drill":[{"combination":"1"}]}' => /from 5 to 45 minutes/,
           '{"minutes":10,"drill":[{"combination":"1"}],"holds":[{"matter":"x","blocks":["all"]}]}' => /not a matter/}
    bad.each { |text, says| assert_match says, in_file(text) { |path| run_command("homework", path) }.last }
  end

  def test_a_figure_drawn
    out = StringIO.new
    assert_equal 0, JauntyBell::CommandLine.run(["figure", "1-2", "--svg"], output: out)
    assert_equal %w[guard 1 2], out.string.scan(%r{<text[^>]*>([^<]*)</text>}).flatten
  end

  def test_review
    felt = "ms,hand,g\n0,left,20\n430,right,21\n1460,left,20\n2900,left,19\n3330,right,18\nx,left,1\n"
    review = told("review", "1-2", input: felt)
    assert_equal [5, 3, 2, 1, 0], review.values_at("strikes", "sets", "whole", "missed", "extra")
    assert_equal [7], review["unread"].map { |each| each["line"] }
    assert_match(/sees hands alone/, run_command("review", "rear kick", input: felt).last)
  end

  def test_parts_like_frames_and_the_holder
    parts = told("parts", "1-2-3", "--weak", "2")
    assert_equal [%w[forward 1], %w[forward 1-2], %w[backward 3], %w[backward 2-3], %w[link 1-2], %w[link 2-3],
      ["around", "1-2-3"], ["steps", "1 with step in-2-3-step out"]],
      parts.map { |part| part.values_at("kind", "notation") }
    like = told("like", "1-2-3", input: "1-2\n1-2-3-2\n\n5-6\n")
    assert_equal [["1-2-3-2", 0.666667], ["1-2", 0.5]],
      like["like"].map { |row| [row["combination"], row["share"].round(6)] }
    assert_equal [["1-2", "drop"], ["1-2-3-2", "add"]],
      like["one_step"].map { |row| row.values_at("combination", "step") }
    combo = told("combo", "1-2")
    assert_equal [0.0, "set", 135.0],
      combo["frames"].first.then { |frame| [frame["at"], frame["phase"], frame["target"][0]] }
    assert_equal %w[right right], combo["holder"].map { |show| show["pad"] }
    assert_equal %w[right left],
      told("combo", "1-2", "--school", "catch_cross=lead")["holder"].map { |show| show["pad"] }
  end

  def test_pace_works_out_what_is_left_out
    assert_equal [71, 284], told("pace", "1-2-3b-2", "--work", "3:00").values_at("sets", "strikes")
    assert_in_delta 199.00498, told("pace", "1-2-3-4", "--sets", "100", "--work", "180")["tempo"], 1e-5
    assert_equal "work", told("pace", "1-2", "--sets", "10")["solved"]
    assert_equal "pause", told("pace", "1-2", "--sets", "10", "--work", "60", "--tempo", "140")["solved"]
  end

  def test_load_and_mastery_from_csv
    load = told("load", input: "date,load\n2026-01-01,100\n2026-01-01,50\n2026-01-03,200\n")
    assert_equal ["2026-01-03", 3, nil], load.values_at("on", "days_known", "acute_7")
    mastery = told("mastery", "--on", "2026-01-29", "--half-life", "28", input: "2026-01-01,10,10\n")
    assert_in_delta 6.0 / 7, mastery["score"]
  end

  CARD = {
    "format" => "jaunty-bell/card", "version" => 1, "name" => "Evening", "minutes" => 30,
    "drills" => [{"name" => "Tens", "implement" => "focus-mitts", "manner" => "counted-then-clocked", "count" => 10,
                  "tempo" => 140, "pause_s" => 0.6, "both_sides" => false, "rungs" => ["count"], "rest" => "still",
                  "ladder" => "up", "breathing" => true, "pool" => [{"combination" => "One two", "at_rungs" => []}]}],
    "combinations" => [{"name" => "One two",
                        "meaning" => {"items" => [{"technique" => "jab", "side" => "lead", "level" => "head"},
                          {"technique" => "cross", "side" => "rear", "level" => "head"}]}}],
    "blocks" => [
      {"kind" => "warm-up", "rounds" => [{"title" => "Rope", "work_s" => 300, "exercise" => "rope", "effort" => 3}]},
      {"kind" => "mitts", "rounds" => [{"title" => "Tens", "work_s" => 120, "drill_id" => "Tens", "swap" => "even"}]},
      {"kind" => "circuit",
       "rounds" => [{"title" => "Bag", "work_s" => 120, "rest_s" => 30, "combination_id" => "One two",
                     "implement" => "hanging-bag"}, {"title" => "Core", "work_s" => 120, "rest_s" => 30,
                                                     "exercise" => "core-work"}]}
    ]
  }.freeze

  def with_card(card = CARD)
    Tempfile.create(["card", ".json"]) do |file|
      file.write(JSON.generate(card))
      file.flush
      yield file.path
    end
  end

  def test_card_fit_and_rotate
    with_card do |path|
      card = told("card", path, "--students", "6")
      assert_equal [6, "counted-then-clocked", "focus-mitts"],
        [card["students"], *card["rounds"][1].values_at("manner", "implement")]
      assert_equal card["total"],
        card["share"].values_at("striking", "holding", "moving", "resting", "standing").sum.round
      fitted = told("fit", path, "--minutes", "14")
      assert_equal [true, nil], fitted.values_at("possible", "reason")
      assert_operator fitted["total"], :<=, 14 * 60
      assert_match(/more than the 3 minutes/, told("fit", path, "--minutes", "3")["reason"])
      assert_operator told("fit", path, "--minutes", "20", "--load", "90")["planned_load"], :<=, 90
      version = told("version", path, "--without", "partners,bags", "--load", "100")
      assert_operator version["planned_load"], :<=, 100
      assert_equal %w[alone],
        version["blocks"].flat_map { |block| block["rounds"].map { |round| round.fetch("swap", "alone") } }.uniq
      late = told("late", path, "--at", "5:00", "--minutes", "8")
      assert_includes 12 * 60..13 * 60, late["ends"], "it ends eight minutes on, or a little sooner"
      assert(late["changes"].all? { |change| change["work"].nil? || change["work"] < change["planned"] })
      rotation = told("rotate", path, "--students", "3").first
      sheet = told("cues", path, "--students", "6", "--seed", "4")
      assert_equal card["total"] * 1000, sheet["duration"]
      assert_equal sheet, told("cues", path, "--students", "6", "--seed", "4")
      assert_includes sheet["segments"].flat_map { |segment| segment["cues"].map { |cue| cue["kind"] } }, "count"
      assert_equal [[1, 1, 1], 3, 1, ["Bag", "Core", "waits"]],
        [rotation["groups"], rotation["bells"], rotation["waits"], rotation["table"].first]
    end
  end

  def test_paths
    square = told("path", "step in, step left, step out, step right")
    assert_equal ["square", 104.0, [0.0, 0.0], false],
      [square["shape"], square["length"], square["ends"].values_at("x", "y"), square["crossed"]]
    assert_equal [[0.0, 0.0], [60.0, 0.0]], told("path", "step in 60cm")["points"]
    assert_equal "T", told("path", "T", "--size", "150")["shape"]
    {["path", "1-2"] => /steps alone/, ["path", "square", "--size", "5000"] => /from 5 cm to 10 m/,
     ["path", "step in 40m"] => /from 5 cm to 10 m/, ["path"] => /in quotes/}.each do |asked, says|
      status, _, errors = run_command(*asked)
      assert_equal 2, status, asked.inspect
      assert_match says, errors
    end
  end

  # A card of every kind of drill as a file: what is heard of each is on the cue sheet.
  def test_cues_of_every_kind
    combinations = {"Off the jab" => "slip rear-2", "Two" => "1-2", "Out and back" => "gallop in-gallop out"}
    file = {
      "format" => "jaunty-bell/card", "version" => 1, "name" => "All", "minutes" => 30,
      "combinations" => combinations.map { |name, text|
        {"name" => name, "meaning" => JauntyBell::Core::Bench::Notation.read(text).to_data}
      },
      "flows" => [{"name" => "Warm", "phases" => [
        {"name" => "hip circles", "seconds" => 20, "sides" => true, "exercise" => "hip-circles"},
        {"name" => "squats", "seconds" => 30, "exercise" => "squats"}
      ]}],
      "drills" => [
        {"name" => "Read", "implement" => "focus-mitts", "manner" => "read", "pool" => [
          {"combination" => "Off the jab", "feed" => "their jab"}, {"combination" => "Two", "feed" => "red"}
        ]},
        {"name" => "Trade", "implement" => "partner", "manner" => "trade", "intensity" => "touch",
         "trade" => {"turn" => "last to finish", "expected" => 4}, "pool" => [{"combination" => "Two"}]},
        {"name" => "Steps", "implement" => "air", "manner" => "called", "pool" => [{"combination" => "Out and back"}]}
      ],
      "blocks" => [
        {"kind" => "warm-up", "rounds" => [{"title" => "Warm", "flow_id" => "Warm"}]},
        {"kind" => "mitts", "rounds" => [{"title" => "Read", "drill_id" => "Read", "work_s" => 60, "swap" => "even"},
          {"title" => "Trade", "drill_id" => "Trade", "work_s" => 60}, {"title" => "Steps", "drill_id" => "Steps",
                                                                        "work_s" => 30}]},
        {"kind" => "bag", "rounds" => [{"title" => "Out", "combination_id" => "Two", "work_s" => 90,
                                        "phases" => [{"name" => "steady"}, {"name" => "burst", "seconds" => 30,
                                                                            "burst" => true}]}]}
      ]
    }
    with_card(file) do |path|
      heard = told("cues", path)["segments"].flat_map { |segment| segment["cues"] }.filter_map { |cue| cue["text"] }
      ["hip circles, left, twenty seconds", "Other side", "squats, thirty seconds", "their jab", "red",
        "Touch. Begin in turn. Back and forth until one stops. Last to finish counts.", "gallop in, gallop out",
        "Last thirty seconds. No stopping"].each { |text| assert_includes heard, text }
      assert_equal 70, told("card", path)["runs"][0].then { |run| run["to"] - run["bell"] }
      version = told("version", path, "--without", "partners", "--for", "beginners")
      refute(version["blocks"].flat_map { |block| block["rounds"] }.any? { |round| round["drill_id"] == "Trade" })
    end
  end

  def test_card_files_that_will_not_do
    with_card do |path|
      assert_equal [2, "Say how long the class is: --minutes N.\n"], run_command("fit", path).values_at(0, 2)
    end
    with_card do |path|
      assert_equal [2, "Say how many students there are: --students N.\n"], run_command("rotate", path).values_at(0, 2)
    end
    with_card { |path| assert_match(/--at M:SS/, run_command("late", path)[2]) }
    with_card do |path|
      assert_match(/--for is any of beginners.*not "sleepy"/, run_command("version", path, "--for", "sleepy")[2])
    end
    with_card { |path| assert_match(/Say what the version is for/, run_command("version", path)[2]) }
    with_card(CARD.merge("blocks" => [])) do |path|
      assert_match(/no circuit/, run_command("rotate", path, "--students", "3")[2])
    end
    with_card({"some" => "thing"}) { |path| assert_match(/no card of ours/, run_command("card", path)[2]) }
    assert_match(/no file/, run_command("card", "/nowhere/card.json")[2])
    assert_match(/Name the card's file/, run_command("card")[2])
  end

  # arguments → what the line on standard error says
  BAD = {
    ["combo", "1-hok"] => /"hok" at character 3.*hook/, ["write", "1"] => /which scheme/,
    ["parts", "1-x"] => /no technique/, ["combo"] => /Write the combination/, ["dance"] => /Say what to compute/,
    [] => /Say what to compute/, ["combo", "1", "--scheme", "seven"] => /no numbering scheme "seven"/,
    ["combo", "1", "--implement", "chair"] => /no implement "chair"/,
    ["combo", "1", "--stance", "crane"] => /--stance is one of/,
    ["combo", "1", "--tempo", "fast"] => /--tempo must be a number/, ["combo", "1", "--tempo", "0"] => /more than 0/,
    ["combo", "1", "--school", "finish=bow"] => /not a choice/, ["combo", "1", "--frobnicate"] => /invalid option/,
    ["pace", "1", "--work", "soon"] => /m:ss/, ["pace", "1-2", "--sets", "9000", "--work", "3:00"] => /no tempo fits/,
    ["load"] => /no row/, ["mastery"] => /no row/, ["pace", "1", "--sets", "1.5"] => /whole number/
  }.freeze

  def test_bad_input_is_one_line_and_exit_2
    BAD.each do |arguments, says|
      code, output, errors = run_command(*arguments)
      assert_equal [2, "", 1], [code, output, errors.lines.size], arguments.inspect
      assert_match says, errors, arguments.inspect
    end
    ["2026-13-40,5\n", "2026-01-01,many\n", "2026-01-01\n", "\"2026"].each do |rows|
      assert_equal 2, run_command("load", input: rows).first, rows
    end
    assert_match(/clean cannot be more/, run_command("mastery", input: "2026-01-01,5,6\n").last)
  end

  # {command and arguments, standard input} → what is said, in one line
  def test_numbers_no_computer_keeps_and_rows_that_are_none
    {[%w[load], "date,load\n2026-01-01,1e400\n"] => /Line 2: 1e400 is too large/,
     [%w[load], "2026-01-01,-1e300\n"] => /too large/, [%w[mastery], "2026-01-01,1e400,1\n"] => /too large/,
     [%w[load], "2026-01-01,NaN\n"] => /is not a number/, [%w[load], "0000-00-00,1\n"] => /is not a date/}
      .each do |(arguments, input), says|
      code, output, errors = run_command(*arguments, input: input)
      assert_equal [2, "", 1], [code, output, errors.lines.size], input
      assert_match says, errors
    end
  end

  # What docs/schemas/card.schema.json asks of a drill, and no more.
  def test_a_drill_of_a_card_s_file_with_only_what_it_must_have
    jab = {name: "Two",
           meaning: {items: [{technique: "jab", side: "lead", level: "head"},
             {technique: "cross", side: "rear", level: "head"}]}}
    file = {format: "jaunty-bell/card", version: 1, name: "Least", minutes: 30, combinations: [jab],
            drills: [{name: "D", implement: "air", manner: "clocked", pool: [{combination: "Two"}]}],
            blocks: [{kind: "technique", rounds: [{title: "D", drill_id: "D", work_s: 60}]}]}
    Tempfile.create("least") do |io|
      io.write(JSON.generate(file)) && io.flush
      assert_equal 60, told("card", io.path)["total"]
      file[:drills].first.delete(:pool)
      File.write(io.path, JSON.generate(file))
      code, output, errors = run_command("card", io.path)
      assert_equal [2, "", 1], [code, output, errors.lines.size]
    end
  end
end
