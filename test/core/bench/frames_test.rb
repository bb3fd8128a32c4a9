require "support/generated"

# The floor picture: sound stances, honest steps, feet that never cross.
class FramesTest < Minitest::Test
  include CoreTest

  def frames(text, **reading)
    reading = Notation::Reading.new(**reading)
    Bench::Frames.of(Flow::Walk.new(Notation.read(text, reading), Flow::Setting.new, stance: reading.stance), reading)
  end

  # A foot's place along and to the left of where the body faces.
  def inside(frame, side)
    foot = frame.feet[side]
    radians = frame.facing * Math::PI / 180
    x, y = foot.x - frame.hip[0], foot.y - frame.hip[1]
    [x * Math.cos(radians) + y * Math.sin(radians), -x * Math.sin(radians) + y * Math.cos(radians)]
  end

  def left(frame, southpaw) = inside(frame, southpaw ? :rear : :lead)

  def right(frame, southpaw) = inside(frame, southpaw ? :lead : :rear)

  def moved(one, two, side) = [two.feet[side].x - one.feet[side].x, two.feet[side].y - one.feet[side].y]

  def test_feet_never_cross_and_rest_in_a_sound_stance
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 80) do |seed:|
      combination = Generated.build(Random.new(seed))
      %i[orthodox southpaw].each do |stance|
        reading = Notation::Reading.new(stance: stance)
        Bench::Frames.of(Flow::Walk.new(combination, Flow::Setting.new, stance: stance), reading).each do |frame|
          width = left(frame, stance == :southpaw)[1] - right(frame, stance == :southpaw)[1]
          assert_in_delta 42, width, 0.3, "seed #{seed}, #{stance}, at #{frame.at}: shoulder width, not crossed"
          next unless frame.phase == :set
          along = (left(frame, stance == :southpaw)[0] - right(frame, stance == :southpaw)[0]).abs
          assert_in_delta 52, along, 0.3, "seed #{seed}: never on one line"
          refute(frame.feet.values.any?(&:lifted))
        end
      end
    end
  end

  def test_time_runs_forward_to_the_end_of_the_set
    ["1-2-3b-2", "1 with step in-rear kick down-gallop in-switch kick-[1]-slip-..-clinch"].each do |text|
      walk = Flow::Walk.new(read(text))
      told = Bench::Frames.of(walk)
      assert_equal told.map(&:at), told.map(&:at).sort
      assert_equal walk.beats, told.last.at
    end
  end

  # After a switch the cross is the other hand's, and its weight goes onto the other foot: the one in front.
  def test_weight_goes_onto_the_foot_in_front
    {"2" => 68, "switch-2" => 32, "jab" => 55, "switch-1" => 45}.each do |text, lead|
      strike = frames(text).reverse.find { |frame| frame.phase == :act }
      assert_equal lead, strike.weight, text
    end
  end

  STEPS = {"step in" => true, "step out" => true, "step lead" => true, "step rear" => true, "shuffle lead" => true,
           "gallop in" => true, "gallop out" => true}.freeze

  def test_an_ordinary_step_moves_both_feet_by_the_same_amount
    STEPS.each_key do |step|
      told = frames("1-#{step}-2").select { |frame| frame.phase == :set }
      before, after = told[1], told[2]
      assert_equal moved(before, after, :lead), moved(before, after, :rear), step
      refute_equal [0, 0], moved(before, after, :lead), step
    end
  end

  def test_a_pivot_is_a_quarter_turn_about_the_front_foot
    {"pivot lead" => -90, "pivot rear" => 90}.each do |pivot, degrees|
      before, after = frames("1-#{pivot}").select { |frame| frame.phase == :set }.last(2)
      assert_equal degrees, after.facing - before.facing
      assert_equal [0, 0], moved(before, after, :lead), "the front foot stays"
      refute_equal [0, 0], moved(before, after, :rear)
    end
  end

  def test_a_switch_changes_the_feet_on_the_spot_and_a_walk_up_on_the_way
    told = frames("1-switch-lead kick").select { |frame| frame.phase == :set }
    assert_equal %i[orthodox orthodox southpaw southpaw], told.map(&:stance)
    assert_equal told[1].hip, told[2].hip
    walked = frames("1-walk up").select { |frame| frame.phase == :set }
    assert_equal :southpaw, walked.last.stance
    assert_operator walked.last.hip[0], :>, walked[1].hip[0]
  end

  def test_a_gallop_brings_the_rear_foot_up_first
    pass = frames("1-gallop in").find { |frame| frame.phase == :pass }
    start = frames("1").first
    assert_equal start.feet[:lead].x, pass.feet[:lead].x
    assert_operator pass.feet[:rear].x, :>, start.feet[:rear].x
  end

  # kick → degrees the standing foot turns out, at least and at most
  TURNS = {"rear kick" => 60..120, "rear rising kick" => 5..30, "rear low kick" => 40..80,
           "rear front kick" => 10..40}.freeze

  def test_the_standing_foot_turns_out_under_a_kick
    TURNS.each do |kick, degrees|
      told = frames(kick)
      act = told.find { |frame| frame.phase == :act }
      assert_includes degrees, act.feet[:lead].angle - told.first.feet[:lead].angle, kick
      assert act.feet[:rear].lifted
      assert_equal [100, :lead], [act.weight, act.drive[:foot]]
    end
  end

  # text → entry stance of the feet at the end
  LANDINGS = {"rear kick" => :orthodox, "rear kick down" => :orthodox, "rear kick forward" => :southpaw,
              "lead kick forward" => :orthodox, "rear kick around" => :orthodox}.freeze

  def test_where_a_kick_lands
    LANDINGS.each { |text, stance| assert_equal stance, frames(text).last.stance, text }
    assert_operator frames("rear kick forward").last.hip[0], :>, 0
    assert_in_delta 360, (frames("rear kick around").last.facing - frames("rear kick around").first.facing).abs
  end

  def test_the_driving_line_starts_under_the_driving_foot
    drives = frames("1-2-3-rear kick").filter_map(&:drive)
    assert_equal [[:rear, "lead hand"], [:rear, "rear hand"], [:lead, "lead hand"], [:lead, "rear leg"]],
      drives.map { |drive| drive.values_at(:foot, :limb) }
    act = frames("2").find { |frame| frame.phase == :act }
    assert_operator act.feet[:rear].angle.abs, :<, frames("2").first.feet[:rear].angle.abs, "the heel turns out"
    assert_operator act.weight, :>, 50
  end

  def test_southpaw_is_the_mirror_of_orthodox
    text = "1-2 with step in-slip rear-3-rear kick forward-pivot lead-step lead"
    frames(text).zip(frames(text, stance: :southpaw)).each do |one, two|
      %i[lead rear].each do |side|
        assert_in_delta one.feet[side].x, two.feet[side].x, 0.11
        assert_in_delta one.feet[side].y, -two.feet[side].y, 0.11
        assert_in_delta one.feet[side].angle, -two.feet[side].angle, 0.11
      end
    end
  end

  def test_hands_that_are_out_and_low
    assert_equal :out, frames("lead post-2").last.hands[:lead]
    assert_equal :low, frames("2b").find { |frame| frame.phase == :act }.hands[:rear]
    assert_equal({lead: :home, rear: :home}, frames("1-2").last.hands)
  end
end
