require "support/api"

# What no room should have to think of: broken, oversized and misdirected requests.
class BadInputTest < ApiTest
  def test_broken_json
    post "/api/bench/analysis", "{\"notation\":", JSON_TYPE
    assert_refused 400, says: /not readable as JSON/
  end

  def test_a_body_over_a_megabyte
    post "/api/bench/analysis", JSON.generate(notation: "1" * 1_000_001), JSON_TYPE
    assert_refused 413, says: /larger than 1 MB/
  end

  def test_a_body_over_a_megabyte_that_lies_about_its_length
    post "/api/bench/analysis", JSON.generate(notation: "1" * 1_000_001), JSON_TYPE.merge("CONTENT_LENGTH" => "10")
    assert_includes [400, 413], status
  end

  def test_an_address_that_does_not_exist
    call(:get, "/api/bench/nothing")
    assert_refused 404
    call(:post, "/api/book/squad")
    assert_refused 405
  end

  def test_unknown_ids
    ["/api/bench/combinations/", "/api/card/cards/", "/api/floor/classes/", "/api/book/students/"].each do |path|
      call(:get, path + uuid)
      assert_refused 404
    end
  end
end
