require "test_helper"

# The state of the walk after each action: how far the sides are wound, the range, the hands that are out.
class WalkTest < Minitest::Test
  include CoreTest

  WOUND = {none: 0, half: 1, full: 2}.freeze
  BANDS = {far: 0, long: 1, mid: 2, close: 3}.freeze

  def visits(text, **facts) = Flow::Walk.new(read(text), Flow::Setting.new, **facts).visits

  # what is walked | lead and rear after it, as the table of section 5 of the product's book gives them
  WINDING = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1                          | half full
    2                          | full none
    3                          | none full
    at close rear elbow        | full none
    at close lead elbow        | none full
    rear kick                  | half full
    lead kick                  | half full
    rear kick down             | half full
    rear kick forward          | full half
    lead kick forward          | half full
    2-switch-1                 | full half
    2-switch-1-2               | none full
    2-rear knee                | half full
    2-slip lead                | full half
    2-slip rear                | half full
    3-roll lead                | full half
    2-pull back                | half full
    2-gallop in                | half full
    2-duck                     | half full
    2-..                       | half full
    2-switch                   | full none
    3-walk up                  | full full
    3-parry                    | half full
    2-parry                    | full half
    2-step in                  | full full
    3-step in                  | half full
    3-pivot lead               | half full
    2-step in-step out         | full full
    3-post                     | half full
    2-[1]                      | full half
    2-feint 2                  | full none
    3-lead backfist            | none full
    at close 2-chain punch     | full none
    touch 3                    | none full
  TABLE

  def test_winding_after_each_action
    WINDING.each do |text, sides|
      assert_equal sides.split.map { |name| WOUND.fetch(name.to_sym) }, visits(text).last.after.first(2), text
    end
  end

  def test_a_switch_loads_the_lead_side_for_the_next_action_only
    assert_equal [0, 2], visits("3-switch-feint 2").last.after.first(2), "a feint changes nothing, and the load is gone"
    assert_equal [1, 2], visits("3-switch-parry").last.after.first(2)
    assert_equal [2, 0], visits("3-switch-3").last.after.first(2), "the hook of the hand that is in front by now"
  end

  def test_a_square_stance_begins_fully_wound
    assert_equal [2, 2], visits("1", stance: :square).first.then { |visit| [visit.lead, visit.rear] }
    assert_equal [1, 2], visits("1").first.then { |visit| [visit.lead, visit.rear] }
  end

  # what is walked | the bands its actions are done from, and the band at the end
  RANGES = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2                        | long long / long
    3-2                        | mid mid / mid
    1-3-2                      | long mid mid / mid
    at close 3-4               | close close / close
    at long 3                  | mid / mid
    1-step in-3                | long long mid / mid
    step in-1                  | far long / long
    step in-step in-1          | far far long / long
    step out-1                 | mid long / long
    1 with step in             | long / long
    feint 1-3                  | long mid / mid
    1-[step in]-2              | long long mid / mid
    [step in]-1                | long mid / mid
    1-clinch-rear knee         | long long close / close
    clinch-rear knee           | mid close / close
    at close rear knee         | close / mid
    at mid rear knee           | mid / mid
    rear kick forward          | long / mid
    rear push kick             | long / far
    1-rear push kick-1         | long long long / long
    1-pull-3                   | long long mid / mid
    at close 3-push            | close close / mid
    1-walk up                  | long long / mid
    1-gallop in                | long long / mid
    1-gallop out               | long long / far
    slip-parry                 | long long / long
    at close 1                 | mid / mid
  TABLE

  def test_ranges
    RANGES.each do |text, told|
      from, at_end = told.split("/").map(&:split)
      walked = visits(text)
      assert_equal from.map(&:to_sym), walked.map(&:band_name), text
      assert_equal BANDS.fetch(at_end.first.to_sym), walked.last.after[2], text
    end
  end

  # what is walked | the hands that are out at the end
  HANDS = {
    "1-2" => [], "lead post" => [:lead], "lead post-2" => [:lead], "lead post-1" => [], "lead pin-lead parry" => [],
    "clinch" => %i[lead rear], "clinch-rear elbow" => [:lead], "lead frame-slip" => [:lead],
    "lead pull-lead push" => [], "rear post-rear post" => [:rear], "lead post-feint 1" => []
  }.freeze

  def test_hands_that_are_out
    HANDS.each { |text, out| assert_equal out, visits(text).last.after[3], text }
  end

  def test_the_first_contact_strike_is_never_weak
    ["3", "feint 1-3", "slip lead-2", "[1]-slip lead-2", "step in-3"].each do |text|
      assert_empty Flow::Walk.new(read(text)).findings.select(&:weak?), text
    end
  end

  def test_actions_done_together_cost_the_longer
    {"1 with step in" => 1, "1 with gallop in" => 1, "chain punch with gallop in" => 1,
     "chain punch with step in" => 0.5, "rear kick with slip lead" => 1.5}.each do |text, beats|
      assert_equal beats, Flow::Walk.new(read(text)).beats.to_f, text
    end
  end
end
