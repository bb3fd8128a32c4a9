require "support/interface"
require "support/generated"
require "jaunty_bell/files"
require "rexml/document"

# The drawing on paper puts every mark where the drawing on screen does: both are made from the same shapes and the same answer of
# the core, by two programs.
class WrapTest < InterfaceTest
  Bench = JauntyBell::Core::Bench
  TEXTS = ["1-2", "1-2-3b-2", "1-2-switch-lead kick", "1 with step in-2", "1-[1]-rear parry-2-3", "at close 3b-4b-rear knee", "1-2-slip rear-2-3-roll lead-3-2", "2-3-2-rear low kick", "1-..-2", "rear elbow-lead push kick"].freeze

  def drawn(text)
    analysis = Bench.analyse(text)
    [JSON.parse(JSON.generate(JauntyBell::Files::AnalysisJson.new(analysis).actions), symbolize_names: true), analysis.set_time.to_f]
  end

  # [x, y] of every mark on paper, those done together left out (they come after their action).
  def on_paper(actions, set_time)
    svg = JauntyBell::Files::WrapSvg.new(actions, set_time, width: 320, half: 24).to_s
    places = svg.scan(/translate\(([-\d.]+) ([-\d.]+)\)/).map { |pair| pair.map(&:to_f) }
    actions.each_with_object([]) { |action, kept| kept << places.shift.tap { places.shift if action[:with] } }
  end

  def test_marks_stand_in_the_same_places
    all = TEXTS.map { |text| drawn(text) }
    screens = answers("kit/wrap/layout", *all.map { |actions, set_time| [["layOut", actions, set_time, 320, {half: 24, leastBeat: 0, labels: false}]] })
    TEXTS.zip(all, screens) do |text, (actions, set_time), rows|
      screen = rows.flat_map { |row| row[:places] }
      paper = on_paper(actions, set_time)
      assert_equal screen.size, paper.size, text
      screen.zip(paper, actions) do |place, (x, y), action|
        assert_in_delta place[:x], x, 0.02, text
        assert_in_delta place[:y], y, 0.02, text unless action[:by] == "partner"
      end
    end
  end

  def test_the_sheet_is_sound_xml_for_any_combination
    random = Random.new(12)
    30.times do
      analysis = Bench::Analysis.new(Generated.build(random, most: 8))
      actions = JauntyBell::Files::AnalysisJson.new(analysis).actions
      next unless analysis.set_time.positive?
      svg = JauntyBell::Files::WrapSvg.new(actions, analysis.set_time.to_f, width: 320, half: 24).to_s
      document = REXML::Document.new(svg)
      assert_equal "svg", document.root.name
      refute_includes svg, "NaN"
    end
  end
end
