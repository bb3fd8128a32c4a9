require "support/api"

# Read and traded drills as they are kept, and a drill that climbs its rungs over the next classes.
class ProgressionApiTest < ApiTest
  def setup
    super
    @one = new_combination(name: "One", text: "slip rear-2")
    @two = new_combination(name: "Two", text: "3-2")
  end

  def facts(**changes)
    {name: "Drill", pool: [{combination_id: @one[:id], at_rungs: []}], implement: "focus-mitts", manner: "clocked",
     tempo: 140, pause_s: 0.6, both_sides: false, rungs: %w[clock], count: nil, on_s: nil, off_s: nil, rest: "still",
     ladder: "up", breathing: true, feeds_aloud: false, kit: nil, holder_cues: nil, cautions: nil}.merge(changes)
  end

  def add(**changes) = call(:post, "/api/drills", id: uuid, **facts(**changes))

  def pair(feed, combination) = {combination_id: combination && combination[:id], at_rungs: [], feed: feed}

  def test_read_and_traded_drills
    read = add(manner: "read", pool: [pair("their jab", @one), pair("red", @two)], rungs: ["answer"])
    assert_equal [201, ["their jab", "red"], ["their jab", "red"]],
      [status, read[:pool].map { |each| each[:feed] }, read[:drawn][:feeds].map { |each| each[:spoken] }]
    add(name: "Bare", manner: "read", pool: [pair("their jab", @one), pair("red", nil)])
    assert_refused 422, path: "pool/1", says: /"red" has no answer/
    add(name: "Twins", manner: "read", pool: [pair("red", @one), pair("Red", @two)])
    assert_refused 422, path: "pool/1/feed", says: /shown twice/
    trade = add(name: "Trade", manner: "trade", implement: "partner", intensity: "touch",
      trade: {turn: "last to finish", sets: 1, begins: "in turn", expected: 4})
    assert_equal ["Begin in turn. Back and forth until one stops. Last to finish counts.", "touch"],
      [trade[:drawn][:trade], trade[:intensity]]
    add(name: "Odd", manner: "trade", trade: {turn: "n for n", sets: 99, begins: "one", expected: 3})
    assert_refused 422, path: "trade/sets"
    assert_equal %w[read trade], call(:get, "/api/drills").map { |row| row[:manner] }.sort
  end

  # A mark says which feed it was of; who was last is a fact that can be taken back.
  def test_marks_of_a_feed_and_tallies
    student = new_student
    held = new_class
    mark = {id: uuid, student_id: student, combination_id: @one[:id], rung: "answer", on: Clock.today.iso8601,
            attempted: 3, clean: 2, feed: "their jab", at: Clock.now.utc.iso8601}
    tally = {id: uuid, round: 4, student_id: student, at: Clock.now.utc.iso8601}
    2.times { call(:post, "/api/floor/classes/#{held[:id]}/facts", marks: [mark], tallies: [tally]) }
    told = call(:get, "/api/floor/classes/#{held[:id]}")[:facts]
    assert_equal [["their jab"], [[4, nil]]], [told[:marks].map { |each| each[:feed] },
      told[:tallies].map { |each| each.values_at(:round, :taken_back_at) }]
    call(:post, "/api/floor/classes/#{held[:id]}/facts", taken_back: [tally[:id]])
    refute_nil call(:get, "/api/floor/classes/#{held[:id]}")[:facts][:tallies][0][:taken_back_at]
  end

  def test_the_next_five_classes_climb
    drill = add(rungs: %w[count clock], manner: "counted", count: 5)
    steps = call(:get, "/api/drills/#{drill[:id]}/progression")
    assert_equal [%w[count clock move call answer], "trade"],
      [steps.map { |step| step[:rung] }, steps.last[:manner]]
    group = new_group
    call(:post, "/api/drills/#{drill[:id]}/progression", group_id: group, from: "count")
    assert_refused 409, says: /no class with a card/
    shared, own = new_card(name: "Shared"), new_card(name: "Own")
    cards = [shared, shared, own, shared, shared, shared]
    classes = cards.each_with_index.map { |card, i|
      new_class(card: card[:id], group: group, starts_at: Clock.now + (i + 1) * 86_400)
    }
    put = call(:post, "/api/drills/#{drill[:id]}/progression", group_id: group, from: "count")
    assert_equal 200, status, last_response.body
    assert_equal [classes.first(5).map { |each| each[:id] }, %w[count clock move call answer]],
      [put.map { |each| each[:class_id] }, put.map { |each| each[:rung] }]
    assert_equal own[:id], put[2][:card_id], "a card that one class alone goes by is changed itself"
    assert_equal 4, (put.map { |each| each[:card_id] } - [own[:id]]).uniq.size
    assert_equal 1, cards(club).find(shared[:id])[:blocks].sum { |block| block["rounds"].size }, "the shared one stays"
    added = put.map { |each| cards(club).find(each[:card_id])[:blocks].flat_map { |block| block["rounds"] }.last }
    assert_equal put.map { |each| each[:rung] }, added.map { |each| each["rung"] }
    again = call(:post, "/api/drills/#{drill[:id]}/progression", group_id: group, from: "clock")
    assert_equal 200, status
    assert_equal %w[clock move call answer answer], again.map { |each| each[:rung] }
    assert_equal db[:drills].where(club_id: club).select_map(:name).uniq.size, db[:drills].where(club_id: club).count,
      "each rung's drill is made once"
  end
end
