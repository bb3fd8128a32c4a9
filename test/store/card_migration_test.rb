require "support/database"
require "jaunty_bell/files"

# Cards written before they became documents are carried over whole.
class CardMigrationTest < Minitest::Test
  def test_rounds_in_a_row_become_blocks
    Sequel.connect(TestDatabase.cluster.url("postgres")) { |server| server.run("CREATE DATABASE carried_over") }
    db = JauntyBell::Store::Database.open(TestDatabase.cluster.url("carried_over"))
    Sequel.extension :migration
    Sequel::Migrator.run(db, JauntyBell::Store::Database::MIGRATIONS, target: 6)
    club, card, empty = Array.new(3) { SecureRandom.uuid }
    db[:clubs].insert(id: club, name: "Old club", time_zone: "Europe/London")
    [card, empty].each { |id| db[:cards].insert(club_id: club, id: id, name: "Old", minutes: 60) }
    [["bag", "One", "alone"], ["bag", "Two", "alone"], ["mitts", "Three", "pairs"], ["bag", "Four", "alone"]]
      .each_with_index do |(block, title, share), i|
      db[:card_rounds].insert(club_id: club, card_id: card, position: i, block: block, title: title, work_s: 120,
        rest_s: 30, explain_s: 0, tempo: 132.5, pause_s: 0.6, share: share, both_sides: false, effort: 6.5,
        rung: "count")
    end
    JauntyBell::Store::Database.migrate(db)
    store = JauntyBell::Store::Cards.new(db, club)
    found = store.find(card)
    assert_equal [["bag", %w[One Two]], ["mitts", %w[Three]], ["bag", %w[Four]]],
      found[:blocks].map { |block| [block["kind"], block["rounds"].map { |round| round["title"] }] }
    assert_equal ["even", 132.5, 6.5], found[:blocks][1]["rounds"][0].values_at("swap", "tempo", "effort")
    assert_equal [4, 600], found.values_at(:rounds, :seconds)
    assert_equal 1, store.versions(card).size
    assert_empty store.find(empty)[:blocks]
    blocks = JauntyBell::Core::Card::Data.blocks(found[:blocks], JauntyBell::Core::Card::Shelf.new({}, {}))
    assert_equal 4 * 120, JauntyBell::Core::Card::Plan.new(blocks, minutes: 60).work_seconds
  ensure
    db&.disconnect
  end
end
