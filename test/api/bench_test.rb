require "support/api"

class BenchApiTest < ApiTest
  def analyse(notation, **more) = call(:post, "/api/bench/analysis", notation: notation, **more)

  def test_analysis
    analyse("1-2-3b-2")
    assert_equal ["1-2-3b-2", "jab, cross, lead hook to the body, cross", 4.5],
      answer[:reading].values_at(:canonical, :spoken, :beats)
    assert_equal [71, 284], answer[:pace].values_at(:sets, :strikes)
    assert_equal ["range-in"], answer[:reading][:findings].map { |finding| finding[:rule] }
  end

  TWELVE = "1-2-3-2-slip rear-2-3b-rear kick-1-2-step out-rear push kick".freeze

  def test_the_figure_is_small_enough_for_a_phone
    call(:post, "/api/bench/figures", notation: TWELVE)
    assert_equal 200, status
    assert_equal [19, 19 * 3], [answer[:joints].size, answer[:poses].first[:places].size]
    assert_equal (0..11).to_a, answer[:poses].filter_map { |pose| pose[:action] }.uniq
    assert_operator Zlib.gzip(last_response.body).bytesize, :<, 15_000
    cross = answer[:poses].find { |pose| pose[:action] == 1 && pose[:target] }
    assert_equal({foot: "rear", limb: "rear hand"}, cross[:drive])
  end

  # What cannot be read is a gap in it; where nothing can be, nobody is drawn.
  def test_the_figure_of_what_can_be_read
    call(:post, "/api/bench/figures", notation: "1-hok-2")
    assert_equal [200, [0, 1, 2]], [status, answer[:poses].filter_map { |pose| pose[:action] }.uniq]
    call(:post, "/api/bench/figures", notation: "hok")
    assert_equal [200, {joints: [], poses: []}], [status, answer]
    call(:post, "/api/bench/figures", notation: "1-2", stance: "southpaw")
    assert_equal 200, status
  end

  def drawing(**asked)
    get "/api/bench/figures/drawing", asked
    status
  end

  def words_drawn = last_response.body.scan(%r{<text[^>]*>([^<]*)</text>}).flatten

  def test_the_figure_as_a_drawing
    assert_equal 200, drawing(notation: "1-[2]-3")
    assert_equal "image/svg+xml", last_response.content_type
    assert_match(/attachment; filename="1-2-3\.svg"/, last_response.headers["content-disposition"])
    assert_equal %w[guard 1 3], words_drawn
    row = last_response.body
    assert_equal 200, drawing(notation: "1-[2]-3", action: 2, turn: 90, tilt: 6)
    assert_equal %w[3], words_drawn
    assert_operator last_response.body.size, :<, row.size / 2
    assert_equal 200, drawing(notation: "1-2", turn: 0, tilt: 90, stance: "southpaw")
    refute_includes last_response.body, "#B9AC92", "no line of the floor from above"
  end

  # As far as it can be read; what nobody's body does is not drawn.
  def test_what_cannot_be_drawn
    assert_equal [200, %w[guard 1 2]], [drawing(notation: "1-hok-2"), words_drawn]
    assert_equal 422, drawing(notation: "hok")
    [1, 7].each do |action|
      assert_equal 422, drawing(notation: "1-[2]-3", action: action)
      assert_match(/no body to draw of action #{action + 1}/, answer[:errors].first[:message])
    end
    assert_equal 400, drawing(notation: "1-2", tilt: 200)
  end

  def test_what_cannot_be_read_yet_is_an_answer
    analyse("1-hok")
    assert_equal [200, "1-▢", nil], [status, answer[:reading][:canonical], answer[:pace]]
    assert_equal [[nil, "hok"], [{text: "hok", at: 2, length: 3, index: 1}]],
      [answer[:reading][:actions].map { |action| action[:gap] }, answer[:gaps]]
    assert_equal [1, []], [answer[:reading][:counts][:strikes],
      answer[:reading][:findings].flat_map { |each| each[:fixes] }]
    assert_equal({token: "hok", at: 2, length: 3, suggestions: ["hook"]},
      answer[:unreadable].slice(:token, :at, :length, :suggestions))
  end

  def test_of_what_cannot_be_read_at_all_nothing_is_drawn
    analyse("hok")
    assert_equal [200, nil, "hok"], [status, answer[:reading], answer[:unreadable][:token]]
  end

  def test_the_stance_that_the_body_is_in
    analyse("1-2-switch-1")
    assert_equal [nil, nil, nil, "southpaw"], answer[:reading][:actions].map { |action| action[:stance] }
    assert_equal "right", answer[:reading][:actions].last[:hand]
    analyse("1-2-switch-1", stance: "southpaw")
    assert_equal ["orthodox", "left"], answer[:reading][:actions].last.values_at(:stance, :hand)
  end

  def test_a_finding_that_one_combination_is_taught_so_against
    row = call(:post, "/api/bench/combinations", id: uuid, name: "Bare", notation: "1-lead kick")
    call(:put, "/api/bench/combinations/#{row[:id]}/taught-so", rule: "lead-kick-load", taught: true, version: 1)
    assert_equal [200, 2, [:"lead-kick-load"], 2.75], [status, *answer.values_at(:version), answer[:taught_so].keys,
      answer[:beats]]
    call(:put, "/api/bench/combinations/#{row[:id]}/taught-so", rule: "lead-kick-load", taught: false, version: 1)
    assert_refused 409
    call(:put, "/api/bench/combinations/#{row[:id]}", version: 2, name: "Bare", notation: "1-2-lead kick")
    assert_equal [:"lead-kick-load"], answer[:taught_so].keys, "kept when the text is changed"
    call(:put, "/api/bench/combinations/#{row[:id]}/taught-so", rule: "lead-kick-load", taught: false, version: 3)
    assert_equal({}, answer[:taught_so])
    analyse("1-lead kick", taught_so: ["lead-kick-load"])
    assert_equal "combination", answer[:reading][:findings].first[:taught]
    call(:put, "/api/bench/combinations/#{row[:id]}/taught-so", rule: "made-up", taught: true, version: 4)
    assert_refused 422, path: "rule"
  end

  def test_any_of_the_pace_follows_from_the_rest
    analyse("1-2-3-4", solve: "tempo", sets: 100, work: 180, pause: 0.6)
    assert_in_delta 199.005, answer[:pace][:tempo], 1e-3
    analyse("1-2", solve: "work", sets: 10, tempo: 120, pause: 1)
    assert_equal 19, answer[:pace][:work]
    analyse("1-2", solve: "tempo", sets: 400, work: 60, pause: 1)
    assert_match(/no tempo fits/, answer[:infeasible][:message])
    analyse("1-1-1-1-1-1", tempo: 600, pause: 0.0, work: 60)
    assert_match(/unlikely/, answer[:pace][:unlikely])
  end

  def test_keeping_changing_copying_and_archiving
    id = uuid
    call(:post, "/api/bench/combinations", id: id, name: "  Ticket ", notation: "1-2-3b")
    assert_equal [201, "Ticket", "1-2-3b", 1], [status, *answer.values_at(:name, :notation, :version)]
    call(:put, "/api/bench/combinations/#{id}", version: 1, name: "Ticket", notation: "1-2-3")
    assert_equal ["1-2-3", 2], answer.values_at(:notation, :version)
    call(:post, "/api/bench/combinations/#{id}/copies", id: uuid)
    assert_equal ["Ticket 2", "1-2-3"], answer.values_at(:name, :notation)
    call(:put, "/api/bench/combinations/#{id}/archived", version: 2, archived: true)
    assert answer[:archived]
    assert_equal ["Ticket 2"], call(:get, "/api/bench/combinations").map { |row| row[:name] }
    assert_equal ["Ticket"], call(:get, "/api/bench/combinations?archived=true").map { |row| row[:name] }
    call(:put, "/api/bench/combinations/#{id}/archived", version: 3, archived: false)
    refute answer[:archived]
  end

  def test_somebody_changed_it_meanwhile
    row = new_combination
    combinations.change(row[:id], version: 1, name: "Theirs", combination: Notation.read("1-1"))
    call(:put, "/api/bench/combinations/#{row[:id]}", version: 1, name: "Mine", notation: "1-2")
    assert_refused 409, says: /Somebody changed/
    assert_equal ["Theirs", "1-1", 2], answer[:current].values_at(:name, :notation, :version)
  end

  def test_the_club_s_numbering_is_how_everything_reads
    row = new_combination(text: "1-2-3b-2")
    db[:clubs].where(id: club).update(settings: Sequel.pg_jsonb({"numbering" => "eight"}))
    assert_equal "1-2-7-2", call(:get, "/api/bench/combinations/#{row[:id]}")[:notation]
    analyse("1-2-7")
    assert_equal "jab, cross, lead hook to the body", answer[:reading][:spoken]
    assert_includes call(:get, "/api/bench/lexicon")[:numbers], {digit: 7, spoken: "lead hook to the body"}
  end

  # a request body → the path of the first thing wrong
  BAD = {
    {} => "notation", {notation: 5} => "notation", {notation: "1", tempo: 0} => "tempo",
    {notation: "1", tempo: -4} => "tempo", {notation: "1", work: 3601} => "work", {notation: "1", pause: -1} => "pause",
    {notation: "1", sets: 1.5} => "sets", {notation: "1", stance: "crane"} => "stance",
    {notation: "1", colour: "red"} => "colour", {notation: "1" * 4001} => "notation"
  }.freeze

  def test_bad_questions_name_the_field
    BAD.each do |body, path|
      call(:post, "/api/bench/analysis", **body)
      assert_refused 400, path: path
    end
  end

  def test_bad_combinations_are_refused_and_nothing_is_kept
    call(:post, "/api/bench/combinations", id: uuid, name: "Bad", notation: "1-hok")
    assert_refused 422, path: "notation", says: /hok/
    call(:post, "/api/bench/combinations", id: uuid, name: "   ", notation: "1")
    assert_refused 400, path: "name"
    call(:post, "/api/bench/combinations", id: "not-a-uuid", name: "Bad", notation: "1")
    assert_refused 400, path: "id"
    new_combination(name: "Taken")
    call(:post, "/api/bench/combinations", id: uuid, name: "Taken", notation: "1")
    assert_refused 409, path: "name", says: /on the shelf already/
    assert_equal ["Taken"], call(:get, "/api/bench/combinations").map { |row| row[:name] }
  end
end
