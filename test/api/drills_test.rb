require "support/api"

class DrillsApiTest < ApiTest
  def setup
    super
    @two = new_combination(name: "Two", text: "1-2")
    @kick = new_combination(name: "Kick", text: "1-2-rear kick")
  end

  def facts(**changes)
    {name: "Mitts to a count", pool: [{combination_id: @two[:id], at_rungs: []}], implement: "focus-mitts",
     manner: "counted", tempo: 140, pause_s: 0.6, both_sides: false, rungs: %w[count clock], count: 10, on_s: nil,
     off_s: nil, rest: "still", ladder: "up", breathing: true, feeds_aloud: false, kit: nil, holder_cues: nil,
     cautions: nil}.merge(changes)
  end

  def add(**changes) = call(:post, "/api/drills", id: uuid, **facts(**changes))

  def test_a_drill_is_kept_changed_and_put_away
    drill = add(kit: ["wraps", "gloves"])
    assert_equal [201, ["wraps", "gloves"], ["wraps", "gloves", "focus mitts"]],
      [status, drill[:kit], drill[:drawn][:kit]]
    call(:put, "/api/drills/#{drill[:id]}", version: 1, **facts(manner: "ladder", count: nil))
    assert_equal [2, %w[1 1-2]], [answer[:version], answer[:drawn][:ladder]]
    call(:put, "/api/drills/#{drill[:id]}", version: 1, **facts)
    assert_refused 409, says: /Somebody changed/
    call(:put, "/api/drills/#{drill[:id]}/archived", version: 2, archived: true)
    assert_empty call(:get, "/api/drills")
  end

  def test_the_corner_speaks_of_the_pool
    add(pool: [{combination_id: @two[:id], at_rungs: []}, {combination_id: @kick[:id], at_rungs: ["clock"]}])
    assert_includes answer[:drawn][:findings].map { |finding| [finding[:combination], finding[:rule]] },
      ["1-2-rear kick", "wrong-implement"]
  end

  def test_a_change_of_a_combination_says_which_drills_it_changes
    add
    assert_equal ["Mitts to a count"],
      call(:get, "/api/bench/combinations/#{@two[:id]}/uses")[:drills].map { |drill| drill[:name] }
  end

  # what is wrong → [status, path]
  BAD = {
    {count: nil} => [422, "count"], {manner: "brawl"} => [400, "manner"], {rungs: []} => [400, "rungs"],
    {pool: []} => [400, "pool"], {on_s: 20} => [422, "on"],
    {implement: "chair"} => [422, "implement"], {tempo: 0} => [400, "tempo"], {name: " "} => [400, "name"]
  }.freeze

  def test_bad_drills_are_refused_and_nothing_is_kept
    BAD.each do |changes, (code, path)|
      add(**changes)
      assert_refused code, path: path
    end
    add(pool: [{combination_id: uuid, at_rungs: []}])
    assert_refused 422, path: "pool"
    add
    add
    assert_refused 409, path: "name"
    assert_equal 1, db[:drills].count
  end
end
