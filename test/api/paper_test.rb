require "support/api"
require "pdf-reader"
require "json_schemer"

class PaperTest < ApiTest
  SCHEMA = JSONSchemer.schema(JSON.parse(File.read(File.expand_path("../../docs/schemas/card.schema.json", __dir__))))

  def pages
    assert_equal [200, "application/pdf"], [status, last_response.content_type]
    PDF::Reader.new(StringIO.new(last_response.body)).pages
  end

  # Text without blanks: a reader takes the space between two letters for a guess.
  def bare(text) = text.gsub(/\s+/, "")

  def full_card(rounds: 10)
    combination = new_combination(name: "Ticket punch", text: "1-2-3b-2")
    drill = new_drill(name: "Called", pool: [combination[:id], new_combination(name: "Kick", text: "1-rear kick")[:id]],
      implement: "long-pads", manner: "called")
    list = Array.new(rounds) do |i|
      round(title: "Round #{i}", combination_id: (combination[:id] if i.even?), drill_id: (drill[:id] if i.odd?),
        swap: "even", explain_s: 10)
    end
    new_card(name: "Tuesday's hands", rounds: list)
  end

  # And another that shows how the body does what is drilled.
  def test_the_wall_sheet_is_one_page_with_every_round
    get "/api/paper/cards/#{full_card[:id]}/wall.pdf"
    assert_equal 2, pages.size
    bodies = bare(pages.last.text)
    ["how the body does it", "Round 0: jab, cross, lead hook to the body, cross", "guard"]
      .each { |words| assert_includes bodies, bare(words) }
    text = bare(pages.first.text)
    ["Tuesday's hands", "60 minutes", "Round 0", "Round 9", "3:00", "1-2-3b-2"]
      .each { |words| assert_includes text, bare(words) }
    assert_match(/tuesday-s-hands-wall\.pdf/, last_response.headers["content-disposition"])
  end

  def test_a_very_long_card_takes_more_pages_and_loses_nothing
    get "/api/paper/cards/#{full_card(rounds: 45)[:id]}/wall.pdf"
    assert_operator pages.size, :>, 1
    text = bare(pages.map(&:text).join)
    45.times { |i| assert_includes text, "Round#{i}" }
  end

  def test_pocket_cards_hold_cues_for_striker_and_holder
    get "/api/paper/cards/#{full_card[:id]}/pocket.pdf"
    assert_equal 2, pages.size
    text = bare(pages.map(&:text).join)
    ["1. Round 0", "8. Round 7", "jab, cross, lead hook to the body, cross", "Striker", "Holder", "Breathe out"]
      .each { |words| assert_includes text, bare(words) }
  end

  # A card of what is more than one combination: a counted pool, a flow of ten, and stretches of one drill.
  def mixed_card
    pool = ["1-2", "1-2-3b-2", "2-3-2"].map { |text| new_combination(name: "As #{text}", text: text)[:id] }
    counted = new_drill(name: "By number", pool: pool, implement: "focus-mitts", manner: "counted", count: 4)
    single = new_drill(name: "One", pool: pool.first(1), implement: "hanging-bag")
    new_card(name: "Mixed", rounds: [
      round(title: "Counted", drill_id: counted[:id], swap: "even"),
      round(title: "Warm", work_s: 250, phases: Array.new(10) { |i| phase("warm-up part #{i + 1}", seconds: 25) }),
      round(title: "Burn", drill_id: single[:id], work_s: 90,
        phases: [phase("steady", seconds: 60), phase("all out", seconds: 30, burst: true)])
    ])
  end

  def test_no_one_of_a_pool_stands_for_the_rest_and_nothing_is_too_small_to_read
    card = mixed_card
    {"wall" => ["1-2 / 1-2-3b-2 / 2-3-2", "steady, 1:00 · all out, 0:30"],
     "pocket" => ["jab, cross, lead hook to the body, cross", "cross, lead hook, cross",
       "In turn steady, 1:00 · all out, 0:30", "warm-up part 10, 0:25"]}.each do |kind, told|
      get "/api/paper/cards/#{card[:id]}/#{kind}.pdf"
      text = bare(pages.map(&:text).join)
      told.each { |words| assert_includes text, bare(words) }
      assert_operator pages.flat_map(&:runs).map(&:font_size).min, :>=, 7, kind
    end
  end

  def test_a_card_leaves_as_a_file_and_comes_back_the_same
    card = full_card(rounds: 3)
    get "/api/paper/cards/#{card[:id]}/card.json"
    file = last_response.body
    assert_empty SCHEMA.validate(JSON.parse(file)).map { |error| error["error"] }
    other = new_account(new_club("Other Bank"), "owner")
    sign_in(other)
    call(:post, "/api/paper/imports", text: file)
    assert_equal 201, status, last_response.body
    get "/api/paper/cards/#{answer[:id]}/card.json"
    assert_equal JSON.parse(file), JSON.parse(last_response.body)
    call(:post, "/api/paper/imports", text: file)
    get "/api/paper/cards/#{answer[:id]}/card.json"
    assert_equal JSON.parse(file), JSON.parse(last_response.body), "what is on the shelf already is used again"
    assert_equal 2, call(:get, "/api/bench/combinations").size
  end

  def test_a_name_taken_by_another_combination_is_not_overwritten
    card = full_card(rounds: 1)
    get "/api/paper/cards/#{card[:id]}/card.json"
    file = last_response.body.gsub('"technique":"hook"', '"technique":"uppercut"')
    call(:post, "/api/paper/imports", text: file)
    assert_equal 201, status
    assert_equal ["Kick", "Ticket punch", "Ticket punch 2"].sort,
      (call(:get, "/api/bench/combinations").map { |row| row[:name] } | ["Kick"]).sort
  end

  # A card's file with one round that says this.
  def self.file(round)
    JSON.generate(format: "jaunty-bell/card", version: 1, name: "x", minutes: 60, combinations: [], drills: [],
      blocks: [{kind: "bag", rounds: [{title: "x", **round}]}])
  end

  # text → what is said
  BAD = {"" => nil, "not json" => /cannot be read as JSON/, "{}" => /no card of ours/,
         '{"format":"jaunty-bell/card","version":1}' => /Something is missing/,
         file({work_s: 0}) => /Work must be/, file({drill_id: "none"}) => /not on your shelf/}.freeze

  def test_files_that_are_no_card
    BAD.each do |text, says|
      call(:post, "/api/paper/imports", text: text)
      assert_includes [400, 422], status, text
      assert_match says, answer[:errors].first[:message] if says
    end
    assert_equal 0, db[:cards].count
  end
end
