require "support/database"

class CardsTest < StoreTest
  def saved(**facts) =
    {name: "Changed", minutes: 45, blocks: [], derived: {rounds: 0, seconds: 0, left_hand: 0, right_hand: 0}, **facts}

  def test_a_card_is_saved_whole_or_not_at_all
    card = new_card(rounds: [round, round(title: "Two")])
    assert_equal %w[Bag Two], card[:blocks][0]["rounds"].map { |each| each["title"] }
    assert_raises(Store::Conflict) { cards.change(card[:id], version: 1, **saved(group_id: uuid)) }
    assert_equal ["Card", 60, 1], cards.find(card[:id]).values_at(:name, :minutes, :version)
    assert_equal [2, []], cards.change(card[:id], version: 1, **saved).values_at(:version, :blocks)
    assert_equal 2,
      assert_raises(Store::Stale) { cards.change(card[:id], version: 1, **saved(name: "Late")) }.current[:version]
    assert_raises(Store::Conflict) { cards.add(id: card[:id], **saved) }
    assert_raises(Store::Missing) { cards.change(uuid, version: 1, **saved) }
  end

  def test_every_version_is_kept
    card = new_card(rounds: [round(title: "First")])
    cards.change(card[:id], version: 1, **saved)
    assert_equal [[2, "Changed", 45], [1, "Card", 60]],
      cards.versions(card[:id]).map { |row| row.values_at(:version, :name, :minutes) }
    assert_equal "First", cards.version(card[:id], 1)[:blocks][0]["rounds"][0]["title"]
    assert_raises(Store::Missing) { cards.version(card[:id], 3) }
    assert_raises(Store::Missing) { cards.versions(uuid) }
  end

  def test_cards_templates_and_the_archive_are_listed_apart
    card, template, old = new_card(name: "Card"), new_card(name: "Template", template: true), new_card(name: "Old")
    cards.archive(old[:id], version: 1, archived: true)
    assert_equal [["Card"], ["Template"], ["Old"]],
      %w[cards templates archived].map { |kind| cards.of_kind(kind).map { |row| row[:name] } }
    cards.template(template[:id], version: 1, template: false)
    assert_equal %w[Card Template], cards.of_kind.map { |row| row[:name] }.sort
    assert_equal card[:id], cards.of_kind.find { |row| row[:name] == "Card" }[:id]
  end

  def test_a_version_remembers_what_it_comes_from
    parent = new_card
    child = new_card(name: "Card, juniors", parent_id: parent[:id], variant: "juniors")
    assert_equal [parent[:id], "juniors"], cards.find(child[:id]).values_at(:parent_id, :variant)
    assert_raises(Store::Conflict) { new_card(parent_id: uuid) }
  end

  def test_the_club_s_usual_share_of_hands_is_that_of_its_classes
    left, right = [[30, 10], [10, 30]].map { |hands|
      new_card(name: uuid, derived: {left_hand: hands[0], right_hand: hands[1]})
    }
    assert_nil cards.usual_left(Clock.now - 86_400)
    [left, left, right].each { |card| classes.close(new_class(card: card[:id])[:id], Clock.now) }
    new_class(card: right[:id])
    assert_in_delta 70 / 120.0, cards.usual_left(Clock.now - 86_400)
  end

  def test_where_a_combination_is_drilled
    drill, other = new_combination, new_combination(name: "Other")
    new_card(name: "Tuesday",
      rounds: [round(combination_id: drill[:id]), round(combination_id: drill[:id]), round(combination_id: other[:id])])
    assert_equal [["Tuesday", 2]], combinations.cards_with(drill[:id]).map { |_, name, rounds| [name, rounds] }
    assert_empty combinations.cards_with(uuid)
  end
end
