require "support/api"

# A club's own techniques and numbering, its school settings, and how they work everywhere.
class SchoolApiTest < ApiTest
  CORKSCREW = {name: "Corkscrew", family: "punch", plane: "straight", range: %w[long mid], sides: %w[lead rear],
               side: "lead", levels: %w[head body], level: "head"}.freeze

  def analyse(notation, **more) = call(:post, "/api/bench/analysis", notation: notation, **more)

  def keep(notation, name: "Kept") = call(:post, "/api/bench/combinations", id: uuid, name: name, notation: notation)

  def test_a_technique_of_one_s_own_works_everywhere
    call(:post, "/api/school/techniques", **CORKSCREW)
    assert_equal [201, "corkscrew"], [status, answer[:own_techniques].first[:id]]
    analyse("1-rear corkscrew body-2")
    assert_equal "jab, rear corkscrew to the body, cross", answer[:reading][:spoken]
    assert_equal "bar",
      answer[:reading][:actions][1].then { |action| (action[:plane] == "straight") ? "bar" : action[:plane] }
    row = keep("1-rear corkscrew")
    assert_equal "1-rear corkscrew", row[:notation]
    card = new_card(rounds: [round(combination_id: row[:id])])
    assert_equal 200, call(:get, "/api/card/cards/#{card[:id]}").then { status }
    call(:post, "/api/floor/classes", id: uuid, card_id: card[:id], group_id: nil)
    assert_equal 201, status
    assert_includes call(:get, "/api/bench/lexicon")[:techniques].map { |technique| technique[:id] }, "corkscrew"
  end

  def test_one_in_use_is_not_removed_and_says_where
    call(:post, "/api/school/techniques", **CORKSCREW)
    row = keep("(1-lead corkscrew)x2", name: "Twister")
    call(:delete, "/api/school/techniques/corkscrew")
    assert_refused 409, says: /used in Twister/
    call(:put, "/api/bench/combinations/#{row[:id]}", version: 1, name: "Twister", notation: "1-2")
    call(:delete, "/api/school/techniques/corkscrew")
    assert_equal [200, []], [status, answer[:own_techniques]]
    call(:delete, "/api/school/techniques/corkscrew")
    assert_refused 404
  end

  def test_one_that_a_number_stands_for_is_not_removed
    call(:post, "/api/school/techniques", **CORKSCREW)
    call(:put, "/api/school/numbers",
      numbers: {"1" => {technique: "jab"}, "2" => {technique: "corkscrew", side: "rear"}})
    call(:delete, "/api/school/techniques/corkscrew")
    assert_refused 409, says: /our own numbers/
  end

  def test_unsound_and_taken_techniques_are_refused
    call(:post, "/api/school/techniques", **CORKSCREW, range: %w[long close])
    assert_refused 422, path: "techniques/corkscrew/range"
    call(:post, "/api/school/techniques", name: "jab", family: "punch", plane: "straight", range: %w[long])
    assert_refused 422, path: "technique/sides"
    call(:post, "/api/school/techniques", **CORKSCREW, name: "jab")
    assert_refused 422, says: /taken|share/
    call(:post, "/api/school/techniques", name: "x1", family: "punch")
    assert_refused 400, path: "name"
    call(:post, "/api/school/techniques", name: "Headbutt", family: "head")
    assert_refused 400, path: "family"
    assert_equal 0, db[:techniques].count
  end

  def test_one_is_tried_on_an_example_before_it_is_kept
    call(:post, "/api/school/techniques/trials", technique: CORKSCREW, notation: "1-rear corkscrew-2")
    assert_equal [200, "jab, rear corkscrew, cross"], [status, answer[:reading][:spoken]]
    call(:post, "/api/school/techniques/trials", technique: CORKSCREW, notation: "1-corkscrw")
    assert_equal [["corkscrew"], ["corkscrw"]], [answer[:unreadable][:suggestions],
      answer[:gaps].map { |gap| gap[:text] }]
    call(:post, "/api/school/techniques/trials", technique: CORKSCREW.except(:level), notation: "1-2")
    assert_refused 422, path: "technique/level", says: /where it lands/
    assert_equal 0, db[:techniques].count
  end

  def test_a_finding_that_this_school_teaches_so
    call(:put, "/api/school/taught-so", rule: "lead-kick-load", taught: true)
    assert_equal %w[by on], answer[:settings][:taught_so][:"lead-kick-load"].keys.map(&:to_s)
    finding = analyse("1-lead kick")[:reading][:findings].first
    assert_equal ["lead-kick-load", "school", []], finding.values_at(:rule, :taught, :fixes)
    assert_equal 2.75, answer[:reading][:beats], "and it costs no half beat"
    call(:put, "/api/school/taught-so", rule: "lead-kick-load", taught: false)
    assert_nil analyse("1-lead kick")[:reading][:findings].first[:taught]
    call(:put, "/api/school/taught-so", rule: "made-up", taught: true)
    assert_refused 422, path: "rule"
  end

  def test_a_table_is_changed_a_number_at_a_time
    call(:put, "/api/school/settings", settings: {kit: {"focus-mitts" => 4, "long-pads" => 3}, hall: 120})
    call(:put, "/api/school/settings", settings: {kit: {"focus-mitts" => 5}})
    assert_equal [{"focus-mitts": 5, "long-pads": 3}, 120, "six"], answer[:settings].values_at(:kit, :hall, :numbering)
    call(:put, "/api/school/settings", settings: {kit: {trampoline: 1}})
    assert_refused 422, path: "kit"
  end

  def test_another_club_does_not_know_it
    call(:post, "/api/school/techniques", **CORKSCREW)
    other = new_club("Other")
    sign_in(new_account(other, "coach"))
    analyse("lead corkscrew")
    assert_equal "lead corkscrew".split.last, answer[:unreadable][:token]
  end

  def test_changing_the_numbering_changes_how_it_reads_and_nothing_of_what_it_means
    row = new_combination(text: "1-2-3b-6")
    before = db[:combinations].where(id: row[:id]).get(:meaning)
    call(:put, "/api/school/settings", settings: {numbering: "swapped"})
    assert_equal "1-2-3b-5", call(:get, "/api/bench/combinations/#{row[:id]}")[:notation]
    assert_equal before, db[:combinations].where(id: row[:id]).get(:meaning)
  end

  def test_two_coaches_of_one_club_read_in_different_schemes
    row = new_combination(text: "1-2-3b")
    call(:put, "/api/school/my-numbering", numbering: "eight")
    assert_equal "1-2-7", call(:get, "/api/bench/combinations/#{row[:id]}")[:notation]
    sign_in(new_account(club, "owner"))
    assert_equal "1-2-3b", call(:get, "/api/bench/combinations/#{row[:id]}")[:notation]
    call(:put, "/api/school/my-numbering", numbering: "seventeen")
    assert_refused 422
  end

  def test_a_numbering_of_the_club_s_own
    numbers = {"1" => {technique: "cross"}, "2" => {technique: "jab"},
               "9" => {technique: "hook", side: "rear", level: "body"}}
    call(:put, "/api/school/numbers", numbers: numbers)
    call(:put, "/api/school/settings", settings: {numbering: "own"})
    analyse("2-1-9")
    assert_equal ["jab, cross, rear hook to the body", "2-1-9"], answer[:reading].values_at(:spoken, :canonical)
    call(:put, "/api/school/numbers", numbers: {"1" => {technique: "jab", side: "rear"}})
    assert_refused 422, path: "numbers/1"
    call(:put, "/api/school/numbers", numbers: {"one" => {technique: "jab"}})
    assert_refused 400
  end

  def test_settings_switch_the_rules
    analyse("1-2")
    assert_empty answer[:reading][:findings]
    call(:put, "/api/school/settings", settings: {finish: "exit step", lead_kick_bare: true})
    analyse("1-2")
    assert_equal ["open-finish"], answer[:reading][:findings].map { |finding| finding[:rule] }
    call(:put, "/api/school/settings", settings: {finish: "bow"})
    assert_refused 422, path: "finish", says: /not a choice/
    assert_equal "exit step", call(:get, "/api/school")[:settings][:finish]
  end

  def test_assistants_change_no_school_but_read_as_they_like
    sign_in(new_account(club, "assistant"))
    call(:put, "/api/school/settings", settings: {finish: "none"})
    assert_refused 403
    call(:put, "/api/school/my-numbering", numbering: "eight")
    assert_equal 200, status
  end
end
