require "support/interface"
require "support/generated"
require "jaunty_bell/files"
require "rexml/document"

# The drawing on paper and the one on screen put the same marks in the same places: the core says where and which.
class WrapTest < InterfaceTest
  Bench = JauntyBell::Core::Bench
  TEXTS = ["1-2", "1-2-3b-2", "1-2-switch-lead kick", "1 with step in-2", "1-[1]-rear parry-2-3",
    "at close 3b-4b-rear knee", "1-2-slip rear-2-3-roll lead-3-2", "2-3-2-rear low kick", "1-..-2",
    "rear elbow-lead push kick"].freeze

  def drawn(text)
    analysis = Bench.analyse(text)
    [analysis, JSON.parse(JSON.generate(JauntyBell::Files::AnalysisJson.new(analysis).actions), symbolize_names: true),
      analysis.set_time.to_f]
  end

  # [x, y, path] of every mark on paper.
  def on_paper(analysis)
    svg = JauntyBell::Files::WrapSvg.new(Bench::Wrap.places(analysis), analysis.set_time, width: 320, half: 24).to_s
    svg.scan(/translate\(([-\d.]+) ([-\d.]+)\) scale\([\d.]+\)"><path d="([^"]+)"/)
      .map { |x, y, path| [x.to_f, y.to_f, path] }
  end

  def test_marks_stand_in_the_same_places
    all = TEXTS.map { |text| drawn(text) }
    screens = answers("kit/wrap/layout",
      *all.map { |_, actions, set_time| [["layOut", actions, set_time, 320, {half: 24, leastBeat: 0, labels: false}]] })
    TEXTS.zip(all, screens) do |text, (analysis, _, _), rows|
      screen = rows.flat_map { |row| row[:places] }.flat_map do |place|
        [[place[:x], place[:y], place[:action][:place][:mark]],
          ([place[:pin][:x], place[:pin][:y], place[:action][:place][:pin][:mark]] if place[:pin])].compact
      end
      paper = on_paper(analysis)
      assert_equal screen.size, paper.size, text
      screen.zip(paper) do |(x, y, mark), (paper_x, paper_y, path)|
        assert_in_delta x, paper_x, 0.02, text
        assert_in_delta y, paper_y, 0.02, text
        assert_equal Bench::Wrap::SHAPES.fetch(mark[:shape]), path, text
      end
    end
  end

  def test_the_sheet_is_sound_xml_for_any_combination
    random = Random.new(12)
    30.times do
      analysis = Bench::Analysis.new(Generated.build(random, most: 8))
      next unless analysis.set_time.positive?
      svg = JauntyBell::Files::WrapSvg.new(Bench::Wrap.places(analysis), analysis.set_time, width: 320, half: 24).to_s
      document = REXML::Document.new(svg)
      assert_equal "svg", document.root.name
      refute_includes svg, "NaN"
    end
  end
end
