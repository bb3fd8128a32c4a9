require "support/services"
require "jaunty_bell/files"

# A card from a file: what it drills is found on the shelf or put there, never twice.
class FileImportTest < ServiceTest
  Files = JauntyBell::Files

  def setup
    super
    @drill = new_drill(name: "Mitts", pool: [@two, @three], implement: "focus-mitts", tempo: 140, pause: 1)
    @mitts = new_card(name: "Mitts card", rounds: [round(title: "Mitts", drill_id: @drill[:id], rung: "air"),
      round(title: "Three", combination_id: @three)])
  end

  def text
    JSON.generate(Files::CardFile.of(as.cards.find(@mitts[:id]), as.plans.shelf_of(@mitts[:blocks]), as.reading))
  end

  def import(text, club_id = club)
    into = Services::Club.new(db, club_id, {id: nil, role: "coach"})
    [into, Services::Card::FileImport.new(into, Files::CardFile.read(text, into.reading)).keep]
  end

  def rounds(club, id) = club.cards.find(id)[:blocks].flat_map { |block| block["rounds"] }

  def test_into_its_own_club_nothing_is_doubled
    into, id = import(text)
    assert_equal [@drill[:id], nil], rounds(into, id).map { |each| each["drill_id"] }
    assert_equal [nil, @three], rounds(into, id).map { |each| each["combination_id"] }
    assert_equal [1, 2], [into.drills.all.size, into.combinations.all.size]
  end

  def test_into_another_club_everything_comes_with_it
    into, id = import(text, new_club("Elsewhere"))
    drill = into.drills.all.first
    assert_equal ["Mitts", 2], [drill[:name], drill[:pool].size]
    assert_equal [drill[:id], nil], rounds(into, id).map { |each| each["drill_id"] }
    assert_equal %w[Three Two], into.combinations.all.map { |row| row[:name] }
  end

  def test_what_has_the_name_and_is_something_else_gets_a_name_that_is_free
    other = new_club("Names taken")
    Store::Combinations.new(db, other).add(id: uuid, name: "Two", combination: Notation.read("1-1"))
    into, = import(text, other)
    assert_equal %w[Three Two] + ["Two 2"], into.combinations.all.map { |row| row[:name] }.sort
    into, = import(text.sub('"tempo":140', '"tempo":150'), other)
    assert_equal ["Mitts", "Mitts 2"], into.drills.all.map { |row| row[:name] }.sort
  end

  def test_a_card_that_will_not_do_leaves_nothing
    other = new_club("Nothing")
    broken = JSON.parse(text).tap { |card| card["blocks"][0]["rounds"][0]["work_s"] = 0 }
    assert_raises(Core::InvalidInput) { import(JSON.generate(broken), other) }
    assert_empty Store::Combinations.new(db, other).all
  end
end
