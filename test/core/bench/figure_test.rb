require "support/generated"
require "support/bones"

# The figure: a body that could be one, whatever it does.
class FigureTest < Minitest::Test
  include CoreTest
  include Bones

  Figure = Bench::Figure
  Vector = Figure::Vector
  Build = Figure::Build
  TECHNIQUES = Lexicon::Techniques.default.to_a.reject(&:pause?)
  ELBOWS = (25.0..179.0)
  KNEES = (25.0..180.0)
  STANDS = Figure::Body::BALL + 0.01 # cm; a ball of the foot that is higher is in the air

  def poses(text, height: Build::HEIGHT, **reading)
    reading = Notation::Reading.new(**reading)
    combination = text.is_a?(String) ? Notation.read(text, reading) : text
    walk = Bench::Flow::Walk.new(combination, Bench::Flow::Setting.new, stance: reading.stance)
    Figure.of(walk, reading, height: height)
  end

  # Every technique × side × level alone, in a combination of one.
  def self.alone
    TECHNIQUES.flat_map do |technique|
      sides = technique.sides.empty? ? [nil] : technique.sides
      levels = technique.levels.empty? ? [nil] : technique.levels
      sides.product(levels).reject { |_, level| technique.id == "round-kick" && level == :leg }.map do |side, level|
        Bench::Combination.new([Bench::Action.new(technique: technique, side: side, level: level)])
      end
    end
  end

  ALONE = alone.freeze

  def each_alone
    ALONE.each do |combination|
      %i[orthodox southpaw square].each { |stance| yield combination, poses(combination, stance: stance), stance }
    end
  end

  def named(combination, stance) = "#{Notation.spoken(combination)}, #{stance}"

  def test_bones_keep_their_length
    each_alone { |combination, all, stance| assert_bones(all, named(combination, stance)) }
  end

  def assert_bones(all, why, height = Build::HEIGHT)
    segments = Build.segments(height)
    all.each do |pose|
      Bones::ALL.each do |bone, one, other|
        assert_in_delta segments.fetch(bone), apart(pose.joints[one], pose.joints[other]), 0.01,
          "#{why}, #{pose.phase}: #{bone} to #{other}"
      end
    end
  end

  def test_joints_bend_as_they_can
    each_alone do |combination, all, stance|
      all.each do |pose|
        %w[left right].each do |side|
          at = ->(*names) { names.map { |name| pose.joints[:"#{side}_#{name}"] } }
          assert_includes ELBOWS, angle(*at.call("shoulder", "elbow", "wrist")), named(combination, stance)
          assert_includes KNEES, angle(*at.call("hip", "knee", "ankle")), named(combination, stance)
        end
      end
    end
  end

  # The knee of a leg that stands goes the way its foot points, or nearly.
  def test_standing_knees_bend_over_the_foot
    each_alone do |combination, all, stance|
      all.each do |pose|
        %w[left right].each do |side|
          hip, knee, ankle, ball = %w[hip knee ankle ball].map { |name| pose.joints[:"#{side}_#{name}"] }
          next if ball[2] > STANDS || angle(hip, knee, ankle) > 172
          bent = Vector.less(knee, Vector.between(hip, ankle, 0.5))
          toes = Vector.less(ball, ankle)
          over = bent[0] * toes[0] + bent[1] * toes[1]
          assert_operator over, :>, 0, "#{named(combination, stance)}, #{pose.phase}, #{side}"
        end
      end
    end
  end

  def test_nothing_is_under_the_floor
    each_alone do |combination, all, stance|
      all.each do |pose|
        low, place = pose.joints.min_by { |_, at| at[2] }
        assert_operator place[2], :>=, Figure::Body::BALL - 0.01, "#{named(combination, stance)}, #{pose.phase}: #{low}"
      end
    end
  end

  STRAIGHT = %w[1 2 1b 2b].freeze

  def test_a_straight_strike_lands_with_the_elbow_a_little_bent
    STRAIGHT.each do |text|
      pose = poses(text).find { |each| each.phase == :contact }
      side = text.start_with?("1") ? "left" : "right"
      bent = angle(*%w[shoulder elbow wrist].map { |name| pose.joints[:"#{side}_#{name}"] })
      assert_includes 150..174, bent, text
    end
  end

  # Hand, elbow, knee or foot; the level's height is where a partner as tall has it.
  HEIGHTS = {head: 0.70..0.92, body: 0.58..0.72, leg: 0.15..0.40}.freeze

  def test_what_strikes_is_at_its_target_at_contact
    each_alone do |combination, all, stance|
      action = combination.actions.first
      next unless action.strike?
      pose = all.find { |each| each.phase == :contact }
      assert pose.reached, named(combination, stance)
      assert_includes HEIGHTS.fetch(action.level), pose.target[2] / Build::HEIGHT, named(combination, stance)
      nearest = pose.joints.values.map { |joint| apart(joint, pose.target) }.min
      assert_operator nearest, :<, 1.0, named(combination, stance)
    end
  end

  def test_the_mass_lies_over_what_stands_or_the_picture_says_so
    each_alone do |combination, all, stance|
      all.each { |pose| refute pose.off_balance, "#{named(combination, stance)}, #{pose.phase} at #{pose.at}" }
    end
  end

  # Where feet stand in two poses running they have not moved; one that goes is lifted on its way.
  def test_feet_that_stand_do_not_slide
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 40) do |seed:|
      assert_no_slides(poses(Generated.build(Random.new(seed))), "seed #{seed}")
    end
    each_alone { |combination, all, stance| assert_no_slides(all, named(combination, stance)) }
  end

  def assert_no_slides(all, why)
    all.each_cons(2) do |one, two|
      %i[left_ball right_ball].each do |ball|
        before, after = one.joints[ball], two.joints[ball]
        next if [before, after].any? { |place| place[2] > STANDS }
        assert_operator apart(before, after), :<, 1.0, "#{why}: #{ball} at #{two.at.to_f}"
      end
    end
  end

  def test_any_combination_is_a_body_in_order_of_time
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 40) do |seed:|
      combination = Generated.build(Random.new(seed))
      all = poses(combination)
      assert_bones(all, "seed #{seed}")
      assert_equal all.map(&:at), all.map(&:at).sort
      assert_equal combination.actions.each_index.to_a, all.filter_map(&:action).uniq
      assert_equal :guard, all.first.phase
      assert_equal :guard, all.last.phase
      all.each { |pose| assert_equal 100, pose.weight.values.sum }
    end
  end

  def test_the_other_stance_is_the_mirror_image_to_the_bit
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 30) do |seed:|
      combination = Generated.build(Random.new(seed))
      one, other = poses(combination, stance: :orthodox), poses(combination, stance: :southpaw)
      one.zip(other).each { |pose, image| assert_mirrored(pose, image, "seed #{seed}") }
    end
  end

  def assert_mirrored(pose, image, why)
    flip = ->(name) { name.to_s.sub(/\A(left|right)/, "left" => "right", "right" => "left").to_sym }
    pose.joints.each do |name, (x, y, z)|
      assert_equal [x, -y, z], image.joints.fetch(flip.call(name)), "#{why}: #{name} at #{pose.at}"
    end
    assert_equal pose.weight.values.reverse, image.weight.values, why
    assert_equal pose.off_balance, image.off_balance
  end

  def test_a_taller_body_is_the_same_larger
    small, tall = poses("1-2-rear kick", height: 150.0), poses("1-2-rear kick", height: 200.0)
    assert_bones(tall, "200 cm", 200.0)
    small.zip(tall).each do |one, other|
      one.joints.each { |name, place| place.zip(other.joints[name]) { |a, b| assert_in_delta a * 4 / 3, b, 0.01 } }
    end
  end

  # Both feet leave the floor.
  def test_a_jump_leaves_the_floor
    ["rear jump knee", "rear superman punch", "rear jump push kick"].each do |text|
      all = poses(text)
      low = all.group_by(&:phase).transform_values { |group|
        group.map { |pose| %i[left_ball right_ball].map { |ball| pose.joints[ball][2] }.min }.max
      }
      assert_operator low[:contact], :>, Figure::Body::BALL + 5, text
      [low[:load], low[:guard]].each { |z| assert_in_delta Figure::Body::BALL, z, 0.01, text }
    end
  end

  # Whoever kicks side on leans away from it, whichever way their chest looks.
  def test_side_kicks_lean_away
    ["lead side kick", "rear spinning back kick", "lead hook kick"].each do |text|
      pose = poses(text).find { |each| each.phase == :contact }
      assert_operator pose.joints[:neck][0], :<, pose.joints[:pelvis][0] - 15, text
    end
  end

  def test_hands_are_home_at_rest
    %w[1-2 rear\ kick slip\ rear-2].each do |text|
      all = poses(text)
      guard = all.select { |pose| pose.phase == :guard }
      guard.each do |pose|
        %i[left_hand right_hand].each do |hand|
          assert_operator apart(pose.joints[hand], pose.joints[:head]), :<, 45, "#{text}, #{hand}"
        end
      end
    end
  end

  def test_a_feint_does_not_arrive
    real, feint = [poses("1"), poses("feint 1")].map { |all| all.find { |pose| pose.phase == :contact } }
    assert_nil feint.target
    assert_operator feint.joints[:left_hand][0], :<, real.joints[:left_hand][0] - 15
  end

  # A pad's hand is a hand's breadth behind its face, whichever hand the holder's map says, in either stance of both.
  def test_the_partner_holds_the_pad_where_the_strike_is_met
    PADS.each do |text, hands|
      %i[orthodox southpaw].product(%i[same opposite]).each do |stance, partner|
        all = poses(text, stance: stance, partner: partner)
        pose = all.find { |each| each.target }
        near = %w[left right].select { |side|
          apart(pose.partner[:"#{side}_hand"], pose.target) < 16
        }
        assert_equal hands, near.size, "#{text}, #{stance}, #{partner}"
        show = Bench::HolderMap.of(Notation.read(text), Notation::Reading.new(stance: stance, partner: partner)).first
        assert_equal [show.pad], near, "#{text}, #{stance}, #{partner}" if hands == 1
      end
    end
  end

  PADS = {"1" => 1, "2" => 1, "lead hook" => 1, "rear kick" => 2}.freeze

  def test_the_partner_is_a_body_that_faces_the_other
    ["1-2-[1]-slip rear-2", "rear kick", "[rear kick]-lead leg check-2"].each do |text|
      %i[same opposite].each do |partner|
        all = poses(text, partner: partner)
        assert_bones(all.map { |pose| pose.but(joints: pose.partner) }, text)
        all.each do |pose|
          assert_operator pose.partner[:head][0], :>, pose.joints[:head][0] + 30, "#{text}, #{partner}: apart"
          assert_operator pose.partner[:neck][0], :<, pose.partner[:pelvis][0] + 1, "#{text}, #{partner}: leaning in"
        end
      end
    end
  end

  def test_what_the_partner_throws_comes_at_the_striker
    pose = poses("[1]-slip rear-2").find { |each| each.action == 0 && each.phase == :contact }
    assert_operator apart(pose.partner[:left_hand], pose.joints[:head]), :<, 40
  end

  def test_every_technique_has_its_own_moves
    missing = TECHNIQUES.reject { |technique| technique.step? || %w[straight-knee round-kick].include?(technique.id) }
      .reject { |technique| Figure::Moves::SHIPPED["techniques"].key?(technique.id) }
    assert_empty missing.map(&:id)
    assert_empty Figure::Moves::SHIPPED["techniques"].keys - TECHNIQUES.map(&:id), "moves of nothing"
  end
end
