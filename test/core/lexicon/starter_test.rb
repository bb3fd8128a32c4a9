require "test_helper"

# The starter shelf: forty combinations, fifteen drills and six cards of each discipline, clean by our own rules or
# knowingly kept.
class StarterTest < Minitest::Test
  include JauntyBell::Core

  Starter = JauntyBell::Core::Lexicon::Starter
  Notation = JauntyBell::Core::Bench::Notation
  # Kept though the corner speaks: it says how to coach a plain line (step in, wind up first), or where a kick must not
  # land
  KEPT = {"range-in" => :cue, "range-out" => :cue, "cold-start" => :cue, "half-wound" => :cue, "open-hip" => :cue,
          "leg-target" => :caution}.freeze
  ELBOWS = %w[elbow knee].freeze
  MOST_OF_JUNIORS = 4 # actions of ours in a line

  def shelves = Starter.disciplines.keys.to_h { |id| [id, Starter.of([id])] }

  def lines = shelves.values.flat_map(&:combinations).uniq

  def meaning(entry) = Notation.read(entry["notation"])

  def families(shelf)
    shelf.combinations.flat_map { |entry| meaning(entry).actions.map { |each| each.technique.family } }.uniq
  end

  def test_so_many_of_each
    shelves.each do |id, shelf|
      assert_equal [40, 15, 6], [shelf.combinations, shelf.drills, shelf.cards].map(&:size), id
    end
  end

  def test_names_and_meanings_are_one_s_own
    assert_equal lines.size, lines.uniq { |entry| entry["name"] }.size
    assert_equal lines.size, lines.uniq { |entry| meaning(entry) }.size
    lines.each { |entry| assert_equal entry["notation"], Notation.write(meaning(entry)), entry["name"] }
  end

  def test_clean_or_knowingly_kept
    lines.each do |entry|
      found = JauntyBell::Core::Bench.analyse(entry["notation"]).findings.reject { |each|
        KEPT[each.rule] == each.severity.to_sym
      }
      assert_empty found.map(&:rule), "#{entry["name"]}: #{entry["notation"]}"
    end
  end

  def test_what_each_discipline_is_about
    assert_empty families(shelves["boxing"]) & %w[kick elbow knee]
    assert_empty families(shelves["fitness"]) & %w[kick elbow knee]
    assert_includes families(shelves["kickboxing"]), "kick"
    assert_empty families(shelves["kickboxing"]) & ELBOWS
    assert_empty ELBOWS - families(shelves["elbows-and-knees"])
    assert_empty families(shelves["juniors"]) & %w[kick elbow knee]
    shelves["juniors"].combinations.each do |entry|
      assert_operator meaning(entry).actions.count(&:own?), :<=, MOST_OF_JUNIORS, entry["name"]
    end
  end

  def test_what_drills_and_cards_name_is_there
    shelves.each do |id, shelf|
      names = shelf.combinations.map { |entry| entry["name"] }
      assert_empty shelf.drills.flat_map { |entry| entry["pool"] } - names, id
      told = names + shelf.drills.map { |entry| entry["name"] }
      shelf.cards.each do |card|
        bare = card["rounds"].reject { |round| round[8].to_h.key?("exercise") }
        assert_empty bare.map { |round| round[1] } - told, "#{id}: #{card["name"]}"
      end
    end
  end

  def test_several_at_once_are_each_there_once
    both = Starter.of(%w[boxing kickboxing])
    assert_equal both.combinations.size, both.combinations.uniq { |entry| entry["name"] }.size
    assert_operator both.combinations.size, :<, 80
  end

  def test_what_is_no_discipline
    assert_raises(InvalidInput) { Starter.of([]) }
    assert_match(/boxing, kickboxing/, assert_raises(InvalidInput) { Starter.of(["fencing"]) }.message)
  end
end
