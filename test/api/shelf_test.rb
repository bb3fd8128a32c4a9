require "support/api"

# The shelf: searched, compared, taken apart, carried in and out.
class ShelfApiTest < ApiTest
  def names = answer.map { |row| row[:name] }

  def test_search
    {"Gangway" => "1-2-3-rear kick", "Two" => "1-2", "Under" => "1-2-slip rear-2"}
      .each { |name, text| new_combination(name: name, text: text) }
    {"ends with a rear kick" => ["Gangway"], "has a slip" => ["Under"], "two strikes or fewer" => ["Two"],
     "gang" => ["Gangway"], "zzz" => []}.each do |query, found|
      call(:get, "/api/bench/combinations?search=#{URI.encode_www_form_component(query)}")
      assert_equal found, names, query
    end
  end

  def test_what_is_like_it_and_one_step_away
    three = new_combination(name: "Three", text: "1-2-3")
    new_combination(name: "Two", text: "1-2")
    new_combination(name: "Other", text: "6-5")
    call(:post, "/api/bench/near", notation: "1-2-3", except: three[:id])
    assert_equal [["Two", 0.5]], answer[:like].map { |row| row.values_at(:name, :share) }
    assert_equal [["Two", "drop", 2]], answer[:one_step].map { |row| row.values_at(:name, :step, :at) }
  end

  def test_parts_remember_their_origin
    call(:post, "/api/bench/parts", notation: "1-2-2-3")
    assert_equal "1-2-2-3", answer.find { |part| part[:kind] == "around" }[:notation], "round the weak link"
    whole = new_combination(text: "1-3-2")
    call(:post, "/api/bench/combinations", id: uuid, name: "Its start", notation: "1-3", origin_id: whole[:id],
      tags: ["part", " part ", "drill"])
    assert_equal [whole[:id], %w[part drill]], answer.values_at(:origin_id, :tags)
    call(:post, "/api/bench/combinations", id: uuid, name: "Stray", notation: "1-3", origin_id: uuid)
    assert_refused 409, path: "origin_id"
  end

  LIST = <<~TEXT
    # our basics
    Ticket punch: 1-2-3b-2 #mitts #the-basics
    1-2
    Broken: 1-hok
    Ticket punch: 1-1
    : 2-3
  TEXT

  def test_a_list_is_read_line_by_line_and_kept_only_on_demand
    call(:post, "/api/bench/imports", text: LIST, keep: false)
    told = answer[:lines].map { |line| [line[:number], line[:name], line[:problem]&.slice(0, 5)] }
    assert_equal [[2, "Ticket punch", nil], [3, "1-2", nil], [4, "Broken", "\"hok\""], [5, "Ticket punch", "\"Tick"],
      [6, "2-3", nil]], told
    assert_equal 0, db[:combinations].where(club_id: club).count
    call(:post, "/api/bench/imports", text: LIST, keep: true)
    assert_equal 3, answer[:kept]
    assert_equal ["mitts", "the basics"], db[:combinations].first(club_id: club, name: "Ticket punch")[:tags]
  end

  def test_what_is_exported_as_text_can_be_imported_again
    new_combination(name: "Ferry", text: "feint 1-(2-3b)x2-[1]-slip rear-rear kick around")
    new_combination(name: "Low", text: "at close 3b-4b")
    get "/api/bench/exports/text"
    assert_equal "Ferry: feint 1-(2-3b)x2-[1]-slip rear-rear kick around\nLow: at close 3b-4b\n", last_response.body
    text = last_response.body
    meanings = combinations.all.map { |row| row[:meaning].to_h }
    db[:combinations].where(club_id: club).delete
    call(:post, "/api/bench/imports", text: text, keep: true)
    assert_equal meanings, combinations.all.map { |row| row[:meaning].to_h }
  end

  def test_what_is_exported_as_json_fits_its_schema_and_reads_back_equal
    new_combination(name: "Ferry", text: "feint 1-(2-3b)x2-1 with step in-[1]-slip rear-hard rear kick around")
    call(:get, "/api/bench/exports/json")
    data = JSON.parse(last_response.body)
    schema = JSONSchemer.schema(JSON.parse(File.read(File.expand_path("../../docs/schemas/combinations.schema.json",
      __dir__))))
    assert_empty schema.validate(data).map { |error| error["error"] }
    exported, before = last_response.body,
      combinations.all.map { |row| [row[:name], row[:tags].to_a, row[:meaning].to_h] }
    db[:combinations].where(club_id: club).delete
    call(:post, "/api/bench/imports", text: exported, keep: true)
    assert_equal before, combinations.all.map { |row| [row[:name], row[:tags].to_a, row[:meaning].to_h] }
    call(:post, "/api/bench/imports", text: exported, keep: false)
    assert_match(/on the shelf already/, answer[:lines].first[:problem])
  end

  def test_json_that_is_not_ours_or_has_bad_entries
    call(:post, "/api/bench/imports", text: "{\"a\":", keep: false)
    assert_refused 422, path: "text", says: /cannot be read/
    call(:post, "/api/bench/imports", text: "{\"a\":1}", keep: false)
    assert_refused 422, says: /no list of combinations of ours/
    entries = [{"name" => "Odd", "meaning" => {"items" => [{"technique" => "headbutt"}]}}, {"name" => "None"}, 5,
      {"name" => "Endless",
       "meaning" => {"items" => [{"repeat" => [{"technique" => "jab", "side" => "lead", "level" => "head"}],
                                  "times" => 1_000_000_000}]}},
      {"name" => "Sideways", "meaning" => {"items" => [{"technique" => "hook", "side" => "up"}]}},
      {"name" => "Good", "meaning" => {"items" => [{"technique" => "jab", "side" => "lead", "level" => "head"}]}}]
    call(:post, "/api/bench/imports",
      text: JSON.generate(format: "jaunty-bell/combinations", version: 1, combinations: entries), keep: true)
    assert_equal [1, [false, false, false, false, false, true]],
      [answer[:kept], answer[:lines].map { |line| line[:problem].nil? }]
  end

  def test_a_change_says_which_cards_it_changes
    row = new_combination
    new_card(name: "Tuesday", rounds: [round(combination_id: row[:id]), round(combination_id: row[:id])])
    assert_equal [["Tuesday", 2]],
      call(:get, "/api/bench/combinations/#{row[:id]}/uses")[:cards].map { |card| card.values_at(:name, :rounds) }
  end
end
