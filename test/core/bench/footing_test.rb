require "test_helper"

# Which hand it is after the feet have changed: words, holder's map, picture and counts say the same.
class FootingTest < Minitest::Test
  include CoreTest

  # text | the side of entry that does each action | the stance at the end, entered orthodox
  HANDS = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2-3                          | lead rear lead             | orthodox
    1-2-switch-2                   | lead rear - lead           | southpaw
    1-2-switch-1-2-3-4             | lead rear - rear lead rear lead | southpaw
    1-2-switch-lead kick           | lead rear - lead           | southpaw
    1-2-switch-lead hook           | lead rear - lead           | southpaw
    1-switch-2-switch-2            | lead - lead - rear         | orthodox
    2-rear kick forward-2-3        | rear rear lead rear        | southpaw
    2-lead kick forward-2-3        | rear lead rear lead        | orthodox
    1-walk up-2                    | lead - lead                | southpaw
    1-2 with switch                | lead lead                  | southpaw
    switch-1                       | - rear                     | southpaw
    (1-2-switch)x2                 | lead rear - rear lead -    | orthodox
    feint rear kick forward-2      | rear rear                  | orthodox
    [switch]-1-2                   | - lead rear                | orthodox
    1-2-switch round kick-2        | lead rear lead rear        | orthodox
  TABLE

  def test_hands_by_the_stance_the_body_is_in
    HANDS.each do |text, sides, stance|
      combination = read(text)
      assert_equal sides.split, combination.actions.map { |action| action.side&.to_s || "-" }, text
      walk = Flow::Walk.new(combination)
      assert_equal stance.to_sym, Bench::Frames.of(walk).last.stance, "#{text}: the picture ends in"
      assert_equal text, Notation.write(combination)
    end
  end

  def test_words_map_and_counts_agree
    reading = Notation::Reading.new
    analysis = Bench.analyse("1-2-switch-1-2")
    assert_equal "left jab, right cross, switch to southpaw, right jab, left cross", analysis.by_hand
    assert_equal({left: 2, right: 2}, analysis.counts.by_hand)
    assert_equal ["right", "right", nil, "left", "right"],
      Bench::HolderMap.of(analysis.combination, reading).map { |show| show&.pad }
    assert_equal %w[lead rear rear lead],
      Bench::Frames.of(analysis.walk, reading).filter_map { |frame| frame.drive && frame.drive[:limb].split.first }
  end

  # text | what is said of the hand
  REFUSED = {
    "1-2-switch-left jab" => "from the left side it is a cross, not a jab",
    "1-2-switch-right cross" => "from the right side it is a jab, not a cross"
  }.freeze

  def test_a_hand_that_is_not_that_hand_by_then_is_refused
    REFUSED.each { |text, says| assert_includes assert_raises(Notation::Unreadable) { read(text) }.message, says }
    assert_equal read("1-2-switch-1"), read("1-2-switch-right jab")
    assert_equal read("1-2-switch-2"), read("1-2-switch-left hand")
  end

  def test_the_walk_goes_by_the_stance_the_body_is_in
    assert_empty Flow::Walk.new(read("1-2-switch-1-2")).findings
    assert_empty Flow::Walk.new(read("1-2-step off lead-rear kick forward-2")).findings
    assert_equal ["lead-kick-load"], Flow::Walk.new(read("1-2-switch-1-rear kick")).findings.map(&:rule),
      "the rear leg stands in front by then"
  end

  def test_a_part_is_entered_in_the_stance_of_its_moment
    whole = read("1-2-switch-1-2-3")
    assert_equal "1-2-3", Notation.write(whole.part(3, 5))
    assert_equal "switch-1-2-3", Notation.write(whole.part(2, 5))
  end
end
