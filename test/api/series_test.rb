require "support/api"

# Combinations in named series: moved by hand, printed, taken away and brought in again in their order.
class SeriesApiTest < ApiTest
  def setup
    super
    @two, @three, @kick = [["Two", "1-2"], ["Three", "1-2-3"], ["Kick", "1-rear kick"]].map do |name, text|
      new_combination(name: name, text: text)[:id]
    end
    @month = call(:post, "/api/series", id: uuid, name: "The month's", combination_ids: [@kick, @two])
  end

  def test_a_series_keeps_its_order_and_is_moved_by_hand
    assert_equal [201, [@kick, @two], 1], [status, *@month.values_at(:combination_ids, :version)]
    call(:put, "/api/series/#{@month[:id]}", version: 1, name: "The month's three",
      combination_ids: [@two, @three, @kick])
    assert_equal [200, "The month's three", [@two, @three, @kick]], [status, *answer.values_at(:name, :combination_ids)]
    call(:put, "/api/series/#{@month[:id]}", version: 1, name: "Late", combination_ids: [])
    assert_refused 409
    assert_equal [@two, @three, @kick], call(:get, "/api/series").first[:combination_ids]
  end

  def test_what_cannot_be_kept
    call(:post, "/api/series", id: uuid, name: "The month's", combination_ids: [])
    assert_refused 409, path: "name"
    call(:post, "/api/series", id: uuid, name: "Stray", combination_ids: [uuid])
    assert_refused 409, path: "combination_ids"
    call(:post, "/api/series", id: uuid, name: " ", combination_ids: [])
    assert_refused 400, path: "name"
    assert_equal ["The month's"], call(:get, "/api/series").map { |row| row[:name] }
  end

  def test_a_series_goes_and_its_combinations_stay
    call(:delete, "/api/series/#{@month[:id]}")
    assert_equal [200, []], [status, call(:get, "/api/series")]
    assert_equal 3, call(:get, "/api/bench/combinations").size
    call(:delete, "/api/series/#{@month[:id]}")
    assert_refused 404
  end

  def test_taken_away_in_its_order
    get "/api/series/#{@month[:id]}/list.txt"
    assert_equal "# The month's\nKick: 1-rear kick\nTwo: 1-2\n", last_response.body
    assert_equal [{"name" => "The month's", "combinations" => %w[Kick Two]}],
      JSON.parse(get("/api/series/#{@month[:id]}/list.json").body)["series"]
    get "/api/series/#{@month[:id]}/list.pdf"
    assert_equal ["application/pdf", "%PDF"], [last_response.media_type, last_response.body[0, 4]]
  end

  def test_a_list_brought_in_keeps_its_order
    call(:post, "/api/bench/imports", text: "Zeta: 1-1\nAlpha: 2-2\n", keep: true, series: "Belt one")
    row = call(:get, "/api/series").find { |each| each[:name] == "Belt one" }
    names = call(:get, "/api/bench/combinations").to_h { |each| [each[:id], each[:name]] }
    assert_equal %w[Zeta Alpha], names.values_at(*row[:combination_ids])
    call(:post, "/api/bench/imports", text: "Omega: 1-1-1", keep: true, series: "Belt one")
    assert_refused 409, path: "name"
    refute_includes call(:get, "/api/bench/combinations").map { |each| each[:name] }, "Omega", "all or nothing"
  end

  def test_an_export_brings_its_series_with_it
    file = get("/api/bench/exports/json").body
    other = new_club("Other")
    sign_in(new_account(other, "coach"))
    call(:post, "/api/bench/imports", text: file, keep: true)
    names = call(:get, "/api/bench/combinations").to_h { |each| [each[:id], each[:name]] }
    assert_equal [["The month's", %w[Kick Two]]],
      call(:get, "/api/series").map { |row| [row[:name], names.values_at(*row[:combination_ids])] }
  end
end
