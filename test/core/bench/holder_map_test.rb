require "test_helper"

# What the holder shows, for both stances of both people.
class HolderMapTest < Minitest::Test
  include CoreTest

  # striker, partner's stance, text → the pads
  PADS = {
    [:orthodox, :same, "1-3-4-6"] => %w[right right left left], [:southpaw, :same, "1-3-4"] => %w[left left right],
    [:orthodox, :opposite, "1-3-4"] => %w[right right left], [:southpaw, :opposite, "1-3"] => %w[left left],
    [:orthodox, :same, "rear kick-rear low kick-rear knee-rear push kick"] => %w[both thigh belly belly]
  }.freeze

  def test_pads_for_both_stances
    PADS.each do |(stance, partner, text), pads|
      reading = Notation::Reading.new(stance: stance, partner: partner)
      assert_equal pads, Bench::HolderMap.of(Notation.read(text, reading), reading).map(&:pad),
        [stance, partner, text].inspect
    end
  end

  def test_nothing_is_shown_for_what_is_not_hit
    assert_equal [true, false, false, false, true],
      Bench::HolderMap.of(read("1-feint 2-slip-[1]-2")).map { |show| !show.nil? }
  end

  def test_height_turn_and_the_idle_pad
    jab, hook, upper = Bench::HolderMap.of(read("1-3b-6"))
    assert_equal "right pad, head height, turned flat to the striker; left pad home at your own cheek", jab.to_s
    assert_equal %w[body inward], [hook.height, hook.turned]
    assert_equal ["left", "down"], [upper.pad, upper.turned]
    assert_equal ["both pads, body height", "belly pad, body height"],
      Bench::HolderMap.of(read("rear kick-rear knee")).map { |show| show.to_s.split(", ").first(2).join(", ") }
  end

  def test_the_school_says_how_high_and_wide
    school = Lexicon::School.default.with("feed_height" => "chest", "feed_width" => "wide")
    jab, body = Bench::HolderMap.of(read("1-2b"), Notation::Reading.new, school)
    assert_equal ["chest", "left pad a shoulder's width out"], [jab.height, jab.idle]
    assert_equal "body", body.height
  end

  def test_the_school_says_which_hand_catches_a_cross
    school = Lexicon::School.default
    assert_equal %w[right left], %w[rear lead].map { |side|
      Bench::HolderMap.of(read("2"), Notation::Reading.new, school.with("catch_cross" => side)).first.pad
    }
  end
end
