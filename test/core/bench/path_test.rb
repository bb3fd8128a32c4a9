require "test_helper"
require "support/generated"

# Where the feet go in steps: distances, shapes, where it ends.
class PathTest < Minitest::Test
  include CoreTest

  def path(text, **stance)
    reading = Bench::Notation::Reading.new(**stance)
    Bench::Path.new(Bench::Notation.read(text, reading), reading)
  end

  # steps → [cm in all, where it ends, degrees it faces, shape]; a step is half a stance of 52 cm
  PATHS = {
    "step in" => [26, [26, 0], 0, "line"], "step in 60cm" => [60, [60, 0], 0, "line"],
    "step in 1m-step out 1m" => [200, [0, 0], 0, "line"], "gallop in" => [52, [52, 0], 0, "line"],
    "gallop in-gallop out" => [104, [0, 0], 0, "pendulum"],
    "step left" => [26, [0, 26], 0, "line"], "shuffle right 50cm" => [50, [0, -50], 0, "line"],
    "step in-step left-step out-step right" => [104, [0, 0], 0, "square"],
    "step in 50cm-step in 50cm-step left 1m-step out 1m-step right 1m" => [400, [0, 0], 0, "square"],
    "step in 1m-step left 50cm-step right 1m-step left 50cm-step out 1m" => [400, [0, 0], 0, "T"],
    "pivot left-pivot left-pivot left-pivot left" => [nil, [0, 0], 0, "circle"],
    "pivot right" => [nil, nil, 90, nil], "walk-up" => [52, [52, 0], 0, "line"], "switch" => [0, [0, 0], 0, nil],
    "step in 1m-step left 2m" => [300, [100, 200], 0, nil]
  }.freeze

  def test_distances_ends_and_shapes
    PATHS.each do |text, (length, ends, facing, shape)|
      made = path(text)
      assert_in_delta length, made.length, 0.1, text if length
      ends&.zip(made.ends.values_at(:x, :y))&.each { |wanted, found| assert_in_delta wanted, found, 0.1, text }
      assert_in_delta facing, made.ends[:facing], 0.1, text
      shape.nil? ? assert_nil(made.shape, text) : assert_equal(shape, made.shape, text)
    end
  end

  def test_named_shapes_of_any_length_read_back_as_themselves
    Bench::Path::SHAPES.each do |shape|
      [60, 100, 200, 350].each do |size|
        made = path(Bench::Path.shaped(shape, size))
        assert_equal shape, made.shape, "#{shape} of #{size}"
        assert_equal shape, made.mirrored.shape, "#{shape} of #{size}, mirrored"
        assert_operator made.ends[:from_start], :<, Bench::Path::NEAR, "#{shape} comes home"
        assert_in_delta size, made.extent.max, (shape == "V") ? size * 0.45 : 6, "#{shape} of #{size}" if size >= 100
        unless shape == "circle"
          assert_empty made.findings.map(&:first) - %w[ends], "#{shape} of #{size}: no step too long"
        end
      end
    end
    assert_match(/no pattern of ours/, assert_raises(Core::InvalidInput) { Bench::Path.shaped("star", 100) }.message)
    assert_raises(Core::InvalidInput) { Bench::Path.shaped("line", 2_000) }
  end

  # Over random steps in both stances: the stance keeps its width, the feet never cross, and the other stance goes the
  # mirrored way to the bit.
  def test_over_random_steps
    steps = ["step in", "step out", "step left", "step right", "gallop in", "gallop out", "pivot left", "pivot right",
      "angle out left", "walk-up", "switch", "step off left", "step off right", "shuffle left"]
    random = Random.new(16)
    80.times do
      text = Array.new(random.rand(1..10)) {
        step = steps.sample(random: random)
        (random.rand < 0.4 && step !~ /pivot|switch/) ? "#{step} #{random.rand(5..300)}cm" : step
      }.join("-")
      made = path(text)
      refute made.crossed?, text
      made.feet.each do |feet|
        apart = Math.hypot(*feet[:lead].zip(feet[:rear]).map { |one, two| one - two })
        assert_in_delta Math.hypot(42, 52), apart, 0.3, "#{text}: at rest the stance is what it was"
      end
      southpaw = path(text.gsub(/left|right/, "left" => "right", "right" => "left"), stance: :southpaw)
      made.points.zip(southpaw.points).each do |one, two|
        assert_in_delta one.x, two.x, 0.11, text
        assert_in_delta one.y, -two.y, 0.11, text
      end
    end
  end

  # as it is written → what is wrong
  BAD = {"jab 60cm" => /after a step that travels/, "step in 60cm 70cm" => /./, "step in 99m" => /from 5 cm to 10 m/,
         "pivot left 60cm" => /./, "step in 2cm" => /from 5 cm/}.freeze

  def test_distances_are_read_and_written
    assert_equal "step in 60cm-shuffle lead 150cm", Bench::Notation.write(read("step in 60 cm, shuffle left 1.5 m"))
    BAD.each { |text, says| assert_match says, assert_raises(Core::InvalidInput, text) { read(text) }.message, text }
    assert_equal 60, read("jab with step in 60cm").actions.first.with.distance
  end

  def test_what_is_said_of_it
    assert_equal ["It ends where it began."], path("gallop in-gallop out").findings.map(&:last)
    assert_match(/26 cm ahead of where it began/, path("step in").findings.last.last)
    assert_match(/make two of it/, path("step left 1.2m").findings.first.last)
    assert_match(/turned 90° to the left/, path("pivot right").where_it_ends + path("pivot left").where_it_ends)
    assert Bench::Path.of_steps?(read("step in-..-step out"))
    refute Bench::Path.of_steps?(read("step in-1"))
  end
end
