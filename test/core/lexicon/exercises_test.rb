require "test_helper"

# Exercises: what ships is whole, drawn on the floor, and found as coaches write it.
class ExercisesTest < Minitest::Test
  include CoreTest

  ALL = JauntyBell::Core::Lexicon::Exercises.default

  def test_what_ships_is_whole
    assert_operator ALL.count, :>=, 60
    ALL.each do |each|
      assert_includes Lexicon::Exercises::PURPOSES, each.purpose, each.id
      assert_includes Lexicon::Exercises::ROOMS, each.room, each.id
      assert_includes 0..10, each.effort, each.id
      assert_includes 1..300, each.usual, each.id
      assert_includes 1..2, each.figures.size, each.id
      (each.cues + each.cautions).each { |line| assert_match(/\A\p{Upper}.*\.\z/, line, "#{each.id}: a cue cut short") }
      refute_empty each.cues, each.id
    end
    assert_equal Lexicon::Exercises::PURPOSES.sort, ALL.map(&:purpose).uniq.sort
    assert_empty ALL.flat_map(&:written_names).tally.select { |_, count| count > 1 }
  end

  # as a coach writes it → its id
  NAMED = {"rope" => "rope", "Push-ups" => "push-ups", "push up" => "push-ups", "squat" => "squats",
           "hip circles" => "hip-circles", "hip circle" => "hip-circles", "BURPEES" => "burpees", "march" => "march",
           "yoga" => nil, "" => nil, "jab" => nil}.freeze

  def test_names_in_the_singular_and_the_plural
    NAMED.each { |text, id| id ? assert_equal(id, ALL.named(text)&.id, text) : assert_nil(ALL.named(text), text) }
  end

  # Everybody stands or lies on the floor, and every part is as long as it is said to be.
  def test_bodies_stand_on_the_floor_and_keep_their_lengths
    lengths = {arm: [18.6, 19.5], other_arm: [18.6, 19.5], leg: [24.5, 24.6], other_leg: [24.5, 24.6]}
    ALL.each do |each|
      each.figures.zip(each.drawn).each do |figure, pose|
        lowest = [*figure.lines.values.flatten(1).map(&:last), figure.head.last - Lexicon::Drawing::HEAD].min
        assert_in_delta pose.fetch("lift", 0), lowest, 0.1, each.id
        lengths.each do |part, wanted|
          made = figure.lines[part].each_cons(2).map { |one, two| Math.hypot(one[0] - two[0], one[1] - two[1]) }
          wanted.zip(made).each { |length, drawn| assert_in_delta length, drawn, 0.2, "#{each.id} #{part}" }
        end
      end
    end
  end

  OWN = {"name" => "Rower", "for" => "conditioning", "in" => "seconds", "usual" => 60, "effort" => 7}.freeze
  # what is wrong with it → the path
  BAD = {{"name" => " "} => "name", {"name" => "!!"} => "name", {"for" => "fun"} => "for", {"in" => "miles"} => "in",
         {"usual" => 0} => "usual", {"usual" => 4_000} => "usual", {"effort" => 11} => "effort",
         {"room" => "attic"} => "room"}.freeze

  def test_a_club_s_own
    rower = Lexicon::Exercises.own(OWN.merge("cues" => ["Legs first."], "sides" => true))
    assert_equal ["rower", "rower", :seconds, true, [], "spot"],
      [rower.id, rower.spoken, rower.measured_in, rower.sides, rower.figures, rower.room]
    assert_equal "rower", ALL.with([rower]).named("Rower").id
    BAD.each do |change, path|
      error = assert_raises(Core::InvalidInput, change.inspect) { Lexicon::Exercises.own(OWN.merge(change)) }
      assert_equal path, error.path, change.inspect
    end
  end
end
