require "support/api"

# Flows, a club's own exercises, and rounds as they are written.
class FlowsApiTest < ApiTest
  def phases = [phase("hip circles", seconds: 30, sides: true, exercise: "hip-circles"), phase("rope", seconds: 60,
    exercise: "rope")]

  def add(**facts) = call(:post, "/api/flows", id: uuid, name: "Warm in two", phases: phases, **facts)

  def test_a_flow_is_kept_changed_and_put_away
    flow = add
    assert_equal [201, 120, ["skipping rope"], phases], [status, *flow.values_at(:seconds, :kit, :phases)]
    call(:put, "/api/flows/#{flow[:id]}", version: 1, name: "Warm in one", phases: phases.first(1))
    assert_equal [2, "Warm in one", 60], answer.values_at(:version, :name, :seconds)
    call(:put, "/api/flows/#{flow[:id]}", version: 1, name: "Late", phases: phases)
    assert_refused 409, says: /Somebody changed/
    call(:put, "/api/flows/#{flow[:id]}/archived", version: 2, archived: true)
    assert_empty call(:get, "/api/flows")
    assert_equal [flow[:id]], call(:get, "/api/flows?archived=true").map { |row| row[:id] }
  end

  # what is wrong → [status, path, what is said]
  def bad
    {{phases: []} => [422, "phases", /needs something/],
     {phases: Array.new(31) { phase("march", seconds: 10, exercise: "march") }} =>
       [422, "phases", /at most 30; this has 31/],
     {phases: [phase("rope", exercise: "rope")]} => [422, "phases/0/seconds", /"rope" has no time/],
     {phases: [phase("yoga", seconds: 5, exercise: "yoga")]} => [422, "phases/0/exercise", /no exercise/],
     {phases: [phase("x", seconds: 5, combination_id: uuid)]} => [422, "phases/0/combination_id", /not on your shelf/],
     {name: " "} => [400, "name", nil]}
  end

  def test_what_cannot_be_followed_is_refused_with_its_place
    bad.each do |facts, (code, path, says)|
      add(**facts)
      assert_refused code, path: path, **(says ? {says: says} : {})
    end
    assert_equal 0, db[:flows].count
    add
    add
    assert_refused 409, path: "name"
  end

  # A line as a coach writes it; one thing alone is a flow of one, a repetition takes what it takes in this club.
  def test_a_line_is_read_as_what_a_flow_is_made_of
    call(:put, "/api/school/settings", settings: {seconds_per_rep: 4})
    read = call(:post, "/api/flows/phases", text: "hip circles 0:20, 10 squats")[:phases]
    assert_equal [["hip circles", 20, true, "hip-circles"], ["10 squats", 40, false, "squats"]],
      read.map { |phase| phase.values_at(:name, :seconds, :sides, :exercise) }
    assert_equal ["rope"], call(:post, "/api/flows/phases", text: "rope")[:phases].map { |phase| phase[:exercise] }
    call(:post, "/api/flows/phases", text: "rope 1:00, stare at the river")
    assert_refused 422, path: "text", says: /"stare at the river" is no exercise and has no length/
    squats = call(:get, "/api/bench/lexicon")[:exercises].find { |each| each[:id] == "squats" }
    assert_equal squats[:usual] * 4, squats[:usual_s]
  end

  # A card names it; what is changed in it is changed on the card.
  def test_a_flow_on_a_card
    flow = add
    sums = call(:post, "/api/card/sums", **draft(round(title: "Warm", flow_id: flow[:id], work_s: 5)))
    assert_equal [120, "Warm in two"], [sums[:rounds][0][:work], sums[:rounds][0][:what]]
    card = call(:post, "/api/card/cards", id: uuid, **saved(round(title: "Warm", flow_id: flow[:id])))
    call(:put, "/api/flows/#{flow[:id]}", version: 1, name: "Warm in one", phases: phases.first(1))
    assert_equal 60, call(:get, "/api/card/cards/#{card[:id]}")[:sums][:total]
    held = new_class(card: card[:id])
    bout = call(:get, "/api/floor/classes/#{held[:id]}")
    assert_equal [["hip circles", 0, 60_000, "hip-circles", true]],
      bout[:rounds][0][:phases].map { |each| each.values_at(:name, :from, :to, :exercise, :sides) }
    assert_equal [:"hip-circles"], bout[:exercises].keys
  end

  def own(**facts) =
    call(:post, "/api/school/exercises", name: "Rower", for: "conditioning", in: "seconds", usual: 60,
      effort: 7, **facts)

  def test_a_club_s_own_exercises
    assert_equal [["rower", "Rower", []]], own[:own_exercises].map { |each| each.values_at(:id, :name, :used_in) }
    own
    assert_refused 409, path: "name"
    own(name: "Squats")
    assert_refused 409, path: "name", says: /of that name already/
    own(name: "Sledge", for: "fun")
    assert_refused 422, path: "for"
    lexicon = call(:get, "/api/bench/lexicon")[:exercises].find { |each| each[:id] == "rower" }
    assert_equal [true, []], lexicon.values_at(:own, :figures)
    add(phases: [phase("Rower", seconds: 60, exercise: "rower")])
    call(:delete, "/api/school/exercises/rower")
    assert_refused 409, says: /used in Warm in two/
    assert_equal ["exercise", "warm-up"],
      call(:post, "/api/card/written", text: "light jog", blocks: [])[:lines][0].values_at(:kind, :block)
    db[:flows].delete
    call(:delete, "/api/school/exercises/rower")
    assert_empty answer[:own_exercises]
    call(:delete, "/api/school/exercises/rower")
    assert_refused 404
  end

  def test_lines_written_on_a_card
    new_combination(name: "Ticket punch", text: "1-2-3b-2")
    new_card(rounds: [round(work_s: 150, rest_s: 45, explain_s: 20, effort: 8)])
    lines = call(:post, "/api/card/written", text: "rope 5:00\n1-2-3 bag\nticket\n3:00", blocks: [])[:lines]
    assert_equal %w[exercise combination combination] + [nil], lines.map { |line| line[:kind] }
    assert_equal [150, 45, 20, 8.0], lines[1][:round].values_at(:work_s, :rest_s, :explain_s, :effort),
      "as the club's own cards"
    assert_match(/beside the time/, lines[3][:problem])
    made = lines.first(3).map { |line| {kind: line[:block], rounds: [line[:round]]} }
    blocks = made.map { |block| {title: "", laps: 1, importance: 3, work: nil, rest: nil}.merge(block) }
    sums = call(:post, "/api/card/sums", minutes: 60, blocks: blocks, group_id: nil, students: nil)
    assert_equal 200, status, last_response.body
    assert_equal "jab, cross, lead hook", sums[:rounds][1][:written][:spoken]
    assert_operator sums[:rounds][1][:strikes], :>, 100
    like = call(:post, "/api/card/written", text: "1-2", blocks: [{kind: "mitts", work_s: 95, rest_s: 10, effort: 4,
                                                                   swap: "every", every: 30}])[:lines][0]
    assert_equal ["mitts", 95, 10, "every", 30], [like[:block],
      *like[:round].values_at(:work_s, :rest_s, :swap, :every)]
  end

  def test_paths_and_feeds
    path = call(:post, "/api/bench/paths", notation: "gallop in-gallop out")
    assert_equal ["pendulum", 104.0], path.values_at(:shape, :length)
    assert_equal "square", call(:post, "/api/bench/paths", shape: "square", size: 200)[:shape]
    call(:post, "/api/bench/paths", shape: "square", size: 20_000)
    assert_refused 422, path: "size"
    feed = call(:post, "/api/bench/feeds", feed: "their jab")
    assert_equal ["their jab", "rear parry", 1],
      [feed[:spoken], feed[:usual][:same].first, feed[:actions].size]
    assert_equal [[], []],
      call(:post, "/api/bench/feeds", feed: "red").values_at(:actions, :usual).then { |actions, usual|
        [actions, usual[:same]]
      }
  end
end
