require "support/interface"
require "support/bones"
require "jaunty_bell/core"
require "jaunty_bell/files"

# The figure on a device: what lies between two poses is a body too, and what is seen of it is what paper shows.
class FigureInterfaceTest < InterfaceTest
  include Bones

  Core = JauntyBell::Core
  Figure = Core::Bench::Figure
  TEXTS = ["1-2-3-rear kick", "[1]-slip rear-2-step in-rear knee", "lead push kick-gallop out-rear elbow"].freeze
  SHARES = [0.2, 0.5, 0.8].freeze

  def analysis(text) = Core::Bench.analyse(text)

  def packed(text) = JauntyBell::Files::FigureJson.packed(analysis(text))

  # Whole millimetres are sent; a foot and a fist may look shorter as they turn.
  def test_bones_keep_their_length_on_the_way
    TEXTS.each do |text|
      figure = packed(text)
      moments(figure).each do |moment|
        Bones::ALL.each do |bone, one, other|
          wanted = Figure::Build::CM.fetch(bone)
          within = %i[hand foot].include?(bone) ? wanted * 0.3 : 0.6
          assert_in_delta wanted, apart(*moment[:joints].values_at(one, other)), within, "#{text}: #{one} to #{other}"
        end
      end
    end
  end

  def moments(figure)
    times = figure[:poses].each_cons(2).flat_map { |one, two|
      SHARES.map { |share| one[:at] + (two[:at] - one[:at]) * share }
    }
    answers("kit/figure/poses", *times.map { |at| [["momentAt"].then { |name| [*name, figure, at] }] })
  end

  # Feet that stand in a pose and in the next have not moved between them.
  def test_feet_do_not_slide_on_the_way
    figure = packed(TEXTS.last)
    poses = Figure.of(analysis(TEXTS.last).walk)
    moments(figure).each_slice(SHARES.size).with_index do |between, i|
      %i[left_ball right_ball].each do |ball|
        one, two = poses[i].joints[ball], poses[i + 1].joints[ball]
        next if [one, two].any? { |place| place[2] > Figure::Body::BALL + 0.01 }
        between.each do |moment|
          assert_operator apart(one, moment[:joints][ball]), :<, 1.2
        end
      end
    end
  end

  # Whoever stands opposite goes by steps: one foot after the other, and the one that stands does not slide.
  def test_the_partner_steps
    figure = packed(TEXTS.first)
    steps = figure[:poses].each_cons(2).select { |_, two| two[:partner] }
    way = [0.1, 0.3, 0.5, 0.7, 0.9]
    walks = answers("kit/figure/poses", *steps.flat_map { |one, two|
      way.map { |share| [["momentAt", figure, one[:at] + (two[:at] - one[:at]) * share]] }
    }).map { |moment| moment[:partner] }.each_slice(way.size)
    lifted = walks.flat_map do |moments|
      moments.map do |joints|
        up = %i[left_ball right_ball].select { |ball| joints[ball][2] > Figure::Body::BALL + 0.3 }
        assert_operator up.size, :<, 2
        up
      end
    end
    assert_equal %i[left_ball right_ball], lifted.flatten.uniq.sort
    walks.each do |moments|
      moments.each_cons(2) do |one, two|
        %i[left_ball right_ball].each do |ball|
          next if [one, two].any? { |joints| joints[ball][2] > Figure::Body::BALL + 0.3 }
          assert_operator apart(one[ball], two[ball]), :<, 3.1, ball
        end
      end
    end
  end

  # Screen and paper: the same parts in the same order at the same places.
  def test_what_is_seen_is_what_paper_shows
    TEXTS.each do |text|
      pose = Figure.of(analysis(text).walk).find { |each| each.phase == :contact }
      Figure::Bands::VIEWS.each_value do |view|
        ours = Figure::Bands.of(pose.joints, view)
        theirs = answers("kit/figure/shapes", [["bandsOf", pose.joints, view]]).first
        assert_equal ours.map { |band| [band.name.to_s, band.side&.to_s] }.sort_by(&:to_s),
          theirs.map { |band| band.values_at(:name, :side) }.sort_by(&:to_s)
        theirs.each do |band|
          same = ours.find { |each| [each.name.to_s, each.side&.to_s] == band.values_at(:name, :side) }
          assert_in_delta same.from[0], band[:from][:x], 1e-6
          assert_in_delta same.to[1], band[:to][:y], 1e-6
          assert_in_delta same.near, band[:near], 1e-6
        end
      end
    end
  end
end
