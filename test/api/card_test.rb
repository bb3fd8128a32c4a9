require "support/api"

class CardApiTest < ApiTest
  def test_sums_while_editing
    drill = new_combination(text: "1-2-3b-2")
    call(:post, "/api/card/sums", minutes: 10, rounds: [json_round(combination_id: drill[:id]), json_round(title: "Rope", work_s: 300)])
    assert_equal [540, -60], answer.values_at(:total, :over)
    assert_equal [[71, 284], [nil, nil]], answer[:rounds].map { |round| round.values_at(:sets, :strikes) }
    assert_equal 142, answer[:counts][:by_hand][:left]
  end

  def test_saving_and_reading_back
    drill = new_combination
    id = uuid
    rounds = [json_round(block: "warm-up", title: "Rope"), json_round(combination_id: drill[:id], share: "pairs", both_sides: true, effort: 7, tempo: 132.5)]
    call(:post, "/api/card/cards", id: id, name: "Tuesday", minutes: 60, rounds: rounds)
    assert_equal 201, status
    read = call(:get, "/api/card/cards/#{id}")
    assert_equal rounds, read[:rounds]
    assert_equal 1, read[:version]
    call(:put, "/api/card/cards/#{id}", version: 1, name: "Tuesday", minutes: 45, rounds: rounds.reverse)
    assert_equal [2, rounds.reverse], answer.values_at(:version, :rounds)
    call(:put, "/api/card/cards/#{id}/archived", version: 2, archived: true)
    assert_empty call(:get, "/api/card/cards")
  end

  def test_two_coaches_on_one_card
    card = cards.add(id: uuid, name: "Card", minutes: 60, rounds: [])
    cards.change(card[:id], version: 1, name: "Theirs", minutes: 60, rounds: [round(title: "Theirs")])
    call(:put, "/api/card/cards/#{card[:id]}", version: 1, name: "Mine", minutes: 60, rounds: [])
    assert_refused 409
    assert_equal ["Theirs"], answer[:current][:rounds].map { |each| each[:title] }
  end

  # what is wrong with a round → the path
  BAD = {
    {work_s: 0} => "work_s", {work_s: -5} => "work_s", {work_s: 3601} => "work_s", {work_s: 90.5} => "work_s", {rest_s: -1} => "rest_s", {effort: 10.5} => "effort",
    {block: "brawl"} => "block", {title: ""} => "title", {combination_id: "x"} => "combination_id", {tempo: 0} => "tempo", {share: "trio"} => "share", {rung: "moon"} => "rung"
  }.freeze

  def test_bad_rounds_are_refused_with_their_place_and_nothing_is_saved
    card = cards.add(id: uuid, name: "Card", minutes: 60, rounds: [round])
    BAD.each do |change, field|
      call(:put, "/api/card/cards/#{card[:id]}", version: 1, name: "Card", minutes: 60, rounds: [json_round, json_round(**change)])
      assert_refused 400, path: "rounds/1/#{field}"
    end
    call(:put, "/api/card/cards/#{card[:id]}", version: 1, name: "Card", minutes: 361, rounds: [])
    assert_refused 400, path: "minutes", says: /360 or less/
    call(:post, "/api/card/sums", minutes: 60, rounds: [json_round(combination_id: uuid)])
    assert_refused 422, path: "rounds/0/combination_id", says: /not on your shelf/
    assert_equal 1, cards.find(card[:id])[:version]
  end
end
