require "support/api"

class CardApiTest < ApiTest
  def plain(blocks) = JSON.parse(JSON.generate(blocks), symbolize_names: true)

  def test_sums_while_editing
    drill = new_combination(text: "1-2-3b-2")
    call(:post, "/api/card/sums",
      **draft(round(combination_id: drill[:id]), round(title: "Rope", work_s: 300), minutes: 10))
    assert_equal [540, -60], answer.values_at(:total, :over)
    assert_equal [[71, 284], [false, false]], answer[:rounds].map { |each| each.values_at(:sets, :strikes) }
    assert_equal 142, answer[:counts][:by_hand][:left]
    assert_equal [180, 300, 60], answer[:share].values_at(:striking, :moving, :resting).map(&:to_i)
  end

  def test_sums_of_a_drill_take_its_own_settings
    pool = [new_combination(name: "a", text: "1-2")[:id], new_combination(name: "b", text: "3-4")[:id]]
    drill = new_drill(pool: pool, implement: "focus-mitts", manner: "counted", count: 10)
    call(:post, "/api/card/sums", **draft(round(drill_id: drill[:id], swap: "even", work_s: 10), kind: "mitts"))
    assert_equal ["Drill", "focus-mitts", "counted", pool.first],
      answer[:rounds][0].values_at(:what, :implement, :manner, :combination_id)
    assert_equal 20, answer[:rounds][0][:sets]
    assert_operator answer[:total], :>, 60
  end

  def test_findings_come_with_mends_that_can_be_had
    call(:post, "/api/card/sums", **draft(round(combination_id: new_combination[:id], effort: 8)))
    found = answer[:findings].find { |each| each[:rule] == "never-down" }
    assert_equal ["Three minutes to come down"], found[:mends]
    mend = {rule: "never-down", at: found[:at], mend: found[:mends].first}
    asked = draft(round(combination_id: new_combination(name: "Three")[:id], effort: 8))
    call(:post, "/api/card/mends", **asked, **mend)
    assert_equal %w[bag cool-down], answer[:blocks].map { |block| block[:kind] }
    call(:post, "/api/card/mends", **draft, **mend)
    assert_refused 404, says: /changed meanwhile/
  end

  def test_saving_and_reading_back
    drill = new_combination
    id = uuid
    rounds = [round(title: "Rope", exercise: "rope"),
      round(combination_id: drill[:id], swap: "every", every: 30, both_sides: true, effort: 7, tempo: 132.5,
        on_s: 20, off_s: 10,
        phases: [phase("own", seconds: 60), phase("other", other: true, rung: "move", effort: 8)], kit: ["shin pads"],
        beginners: "count")]
    call(:post, "/api/card/cards", id: id, **saved(*rounds, name: "Tuesday"))
    assert_equal 201, status, last_response.body
    read = call(:get, "/api/card/cards/#{id}")
    assert_equal plain(blocks(*rounds)), read[:blocks]
    assert_equal [1, 2], read.values_at(:version, :rounds)
    call(:put, "/api/card/cards/#{id}", version: 1, **saved(*rounds.reverse, name: "Tuesday", minutes: 45))
    assert_equal [2, plain(blocks(*rounds.reverse))], answer.values_at(:version, :blocks)
    call(:put, "/api/card/cards/#{id}/archived", version: 2, archived: true)
    assert_empty call(:get, "/api/card/cards")
    assert_equal [id], call(:get, "/api/card/cards?kind=archived").map { |row| row[:id] }
  end

  # what is wrong with the second of three rounds → what is said of it
  MISTAKES = {
    {drill_id: SecureRandom.uuid} => /not on your shelf/, {exercise: "yoga"} => /no exercise/,
    {swap: "every"} => /how long a turn is/, {on_s: 100, off_s: 100} => /longer than the 180 s/,
    {written: {text: "1-2", meaning: {items: "x"}}} => /cannot be read any more/,
    {phases: Array.new(31) { |i| {name: "Part #{i}", seconds: 1, other: false, rung: nil, effort: nil} }} =>
      /at most 30 phases; this has 31/
  }.freeze

  def test_a_mistake_in_one_round_never_empties_the_card
    right = call(:post, "/api/card/sums", **draft(round(work_s: 60), round, round(work_s: 90)))
    MISTAKES.each do |facts, says|
      sums = call(:post, "/api/card/sums", **draft(round(work_s: 60), round(**facts), round(work_s: 90)))
      assert_equal 200, status, facts.inspect
      assert_equal right.values_at(:total, :over), sums.values_at(:total, :over), facts.inspect
      found = sums[:findings].select { |each| each[:rule] == "cannot-be" }
      assert_equal [["fault", [0, 1]]], found.map { |each| each.values_at(:severity, :at) }, facts.inspect
      assert_match says, found.first[:reason]
    end
  end

  def test_versions_and_templates
    card = new_card(rounds: [round(title: "First")])
    call(:put, "/api/card/cards/#{card[:id]}", version: 1, **saved(round(title: "Second")))
    assert_equal [2, 1], call(:get, "/api/card/cards/#{card[:id]}/versions").map { |row| row[:version] }
    assert_equal "First", call(:get, "/api/card/cards/#{card[:id]}/versions/1")[:blocks][0][:rounds][0][:title]
    call(:get, "/api/card/cards/#{card[:id]}/versions/9")
    assert_refused 404
    call(:put, "/api/card/cards/#{card[:id]}/template", version: 2, template: true)
    assert_equal [card[:id]], call(:get, "/api/card/cards?kind=templates").map { |row| row[:id] }
  end

  def test_make_it_fit_proposes_and_saves_nothing
    call(:post, "/api/card/fits",
      **draft(*Array.new(4) { |i| round(title: "Round #{i}", work_s: 300, keep: true) }, minutes: 20),
      limit_minutes: 15, limit_load: nil)
    assert_equal [true, nil, 15], answer.values_at(:possible, :reason, :minutes)
    assert_operator answer[:sums][:over], :<=, 0
    assert_equal ["changed"], answer[:changes].map { |change| change[:kind] }.uniq
    assert_equal 0, db[:cards].count
    call(:post, "/api/card/fits", **draft(round(work_s: 600, keep: true), minutes: 20), limit_minutes: 4,
      limit_load: nil)
    assert_equal false, answer[:possible]
    assert_match(/1:00 more than the 4 minutes/, answer[:reason])
  end

  def test_variants_and_differences
    call(:post, "/api/card/variants",
      **draft(round(combination_id: new_combination[:id], swap: "even"), kind: "mitts"), kinds: ["no partner"])
    assert_equal [{name: "work", was: "3:00", is: "1:20"}, {name: "partners", was: "half the round each", is: "alone"},
      {name: "done on", was: "as usual", is: "air"}], answer[:changes][0][:fields]
    call(:post, "/api/card/variants", **draft(round), kinds: [])
    assert_refused 422, path: "kinds"
    call(:post, "/api/card/variants",
      **draft(round(combination_id: new_combination(name: "More")[:id], swap: "even", effort: 8), kind: "mitts"),
      kinds: ["no partner", "no bag"], to_load: 300)
    assert_equal [["effort", "8", "5"], ["partners", "half the round each", "alone"], ["done on", "as usual", "air"]],
      answer[:changes][0][:fields].map { |field| field.values_at(:name, :was, :is) }
        .reject { |name, _, _| name == "work" }
    call(:post, "/api/card/differences", **draft(round(title: "New")), other: plain(blocks(round(title: "Old"))))
    assert_equal [%w[added New], %w[removed Old]], answer.map { |change| change.values_at(:kind, :title) }
  end

  def test_the_group_s_students_holds_and_history_count
    group = new_group
    students = Array.new(3) { |i| new_student(group: group, name: "Student #{i}") }
    Store::Care.new(db, club).add(id: uuid, student_id: students[0], matter: "elbow", blocks: ["right hand"],
      from: Clock.today - 1, to: nil, note: "secret")
    drill = new_combination(text: "1-2-3")
    call(:post, "/api/card/sums",
      **draft(round(combination_id: drill[:id], swap: "every", every: 60), kind: "partner", group_id: group))
    assert_equal 3, answer[:students]
    assert_equal %w[held uneven-turns],
      answer[:findings].map { |each| each[:rule] }.select { |rule| %w[held uneven-turns uneven-trio].include?(rule) } &
        %w[held uneven-turns]
    assert_match(/Student 0 must not strike with the right hand/,
      answer[:findings].find { |each| each[:rule] == "held" }[:reason])
    refute_includes last_response.body, "secret"
    call(:post, "/api/card/sums", **draft(round, group_id: group, students: 8))
    assert_equal 8, answer[:students]
  end

  def test_two_coaches_on_one_card
    card = new_card
    call(:put, "/api/card/cards/#{card[:id]}", version: 1, **saved(round(title: "Theirs"), name: "Theirs"))
    call(:put, "/api/card/cards/#{card[:id]}", version: 1, **saved(round(title: "Mine"), name: "Mine"))
    assert_refused 409
    assert_equal ["Theirs"], answer[:current][:blocks][0][:rounds].map { |each| each[:title] }
    assert_equal "Theirs", cards.find(card[:id])[:name]
  end

  def test_a_drill_archived_since_is_said_and_loses_nothing
    drill = new_drill
    card = new_card(rounds: [round(drill_id: drill[:id])])
    Store::Drills.new(db, club).archive(drill[:id], version: 1, archived: true)
    assert_equal ["gone"],
      call(:get, "/api/card/cards/#{card[:id]}")[:sums][:findings].map { |each| each[:rule] } & ["gone"]
    call(:put, "/api/card/cards/#{card[:id]}", version: 1, **saved(round(drill_id: drill[:id])))
    assert_equal 200, status
  end

  # what is wrong with a round → the path, refused by the contract
  BAD = {
    {work_s: 0} => "work_s", {work_s: -5} => "work_s", {work_s: 3601} => "work_s", {work_s: 90.5} => "work_s",
    {rest_s: -1} => "rest_s", {effort: 10.5} => "effort",
    {title: ""} => "title", {combination_id: "x"} => "combination_id", {tempo: 0} => "tempo", {swap: "trio"} => "swap",
    {rung: "moon"} => "rung", {repeat: 0} => "repeat"
  }.freeze
  # … and by the core
  UNFIT = {{on_s: 100, off_s: 100} => "on_s", {swap: "every"} => "every", {exercise: "jab"} => "exercise",
           {exercise: "yoga"} => nil, {implement: "chair"} => nil}.freeze

  def test_bad_rounds_are_refused_with_their_place_and_nothing_is_saved
    card = new_card
    BAD.each do |change, field|
      call(:put, "/api/card/cards/#{card[:id]}", version: 1, **saved(round, round(**change)))
      assert_refused 400, path: "blocks/0/rounds/1/#{field}"
    end
    UNFIT.each do |change, field|
      call(:put, "/api/card/cards/#{card[:id]}", version: 1, **saved(round, round(**change)))
      assert_refused 422, **(field ? {path: "blocks/0/rounds/1/#{field}"} : {})
    end
    call(:put, "/api/card/cards/#{card[:id]}", version: 1, **saved(minutes: 361))
    assert_refused 400, path: "minutes", says: /360 or less/
    call(:post, "/api/card/sums", **draft(kind: "circuit"))
    assert_refused 422, path: "blocks/0/rounds", says: /no station/
    assert_equal 1, cards.find(card[:id])[:version]
  end
end
