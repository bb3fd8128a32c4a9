require "test_helper"
require "support/generated"

# Where marks stand on the wrap and which shape they have.
class CoreWrapTest < Minitest::Test
  include CoreTest

  def places(text, **more) = Bench::Wrap.places(Bench.analyse(text, **more))

  # written → [shape, line, fill, how far out, turned how] of its last mark
  MARKS = {
    "1" => ["bar", "lead", "cloth", -0.72, ""], "2" => ["bar", "rear", "rear", 0.72, "scale(1 -1)"],
    "1-3b" => ["crescent", "lead", "cloth", -0.46, ""], "1-2-lead low kick" => ["blade", "lead", "cloth", -0.2, ""],
    "1-rear push kick" => ["blade", "rear", "rear", 0.46, "scale(1 -1) rotate(-42)"],
    "1-6" => ["tick", "rear", "rear", 0.72, "scale(1 -1)"],
    "1-rear falling elbow" => ["diamond", "rear", "rear", 0.72, "scale(1 -1)"],
    "1-slip rear" => ["notch", "defence", "cloth", 0.98, "scale(1 -1)"],
    "1-duck" => ["notch at the seam", "defence", "cloth", 0, ""], "1-step out" => ["step back", "step", "none", 0, ""],
    "1-switch" => ["change of feet", "step", "none", 0, ""], "1-pivot lead" => ["pivot", "step", "none", 0, ""],
    "1-.." => ["pause", "none", "ink", 0, ""], "1-[2]" => ["bar", "partner", "partner", 1.3, "scale(1 -1)"],
    "feint 1" => ["bar", "lead", "none", -0.72, ""]
  }.freeze

  def test_shapes_and_places
    MARKS.each do |text, expected|
      place = places(text).last
      assert_equal expected, [place.mark.shape, place.mark.line, place.mark.fill, place.out, place.mark.turn], text
    end
  end

  def test_force_shows
    assert_equal [["scale(0.72)", 4], ["scale(0.86)", 4], ["scale(1.14)", 5.5]],
      %w[touch light hard].map { |force| places("#{force} 1").first.mark.then { |mark| [mark.turn, mark.width] } }
  end

  def test_what_is_done_with_it_is_pinned
    out, mark = places("1 with step in-2").first.pin
    assert_equal [0, "step"], [out, mark.shape]
    assert_equal ["notch", 0.98], places("1 with slip rear-2").first.pin.then { |at, notch| [notch.shape, at] }
  end

  def test_threads_where_there_is_a_link
    assert_equal [nil, :whole, :whole], places("1-2-1").map(&:thread)
    assert_equal [nil, nil, nil, :whole], places("1-[1]-rear parry-2").map(&:thread)
    assert_equal [nil, :slack], places("1-lead kick body").map(&:thread)
  end

  # Marks follow each other, inside the set, at any tempo, and each has a shape that there is.
  def test_in_order_and_inside
    random = Random.new(31)
    60.times do
      analysis = Bench::Analysis.new(Generated.build(random, most: 10), tempo: random.rand(60..240))
      all = Bench::Wrap.places(analysis)
      all.each do |place|
        assert_operator place.starts, :<=, place.middle
        assert_operator place.ends, :<=, analysis.set_time
        assert Bench::Wrap::SHAPES.key?(place.mark.shape)
      end
      all.each_cons(2) { |one, two| assert_operator one.ends, :<=, two.starts }
    end
  end
end
