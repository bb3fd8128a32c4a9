require "test_helper"

# The table of combinations in flow_cases.txt: what the corner says of each, and of the ordinary ones nothing.
class FlowCasesTest < Minitest::Test
  include CoreTest

  FILE = File.join(__dir__, "flow_cases.txt")
  IMPLEMENTS = {"bag" => "hanging-bag", "mitts" => "focus-mitts", "air" => "air", "dummy" => "wall-dummy",
                "partner" => "partner", "shield" => "kick-shield", "pads" => "long-pads"}.freeze
  LEVELS = %w[foundation building advanced].freeze
  Case = Struct.new(:line, :text, :stance, :settings, :expected)

  def self.cases
    @cases ||= File.readlines(FILE, chomp: true).each_with_index.filter_map do |line, i|
      next if line.strip.empty? || line.start_with?("#")
      text, settings, expected = line.split("|").map(&:strip)
      stance = text.start_with?("square:") ? :square : :orthodox
      Case.new(i + 1, text.delete_prefix("square:").strip, stance, settings.to_s.split(/,\s+/), expected.to_s)
    end
  end

  cases.each do |each|
    define_method(:"test_line_#{each.line}_#{each.text.tr(" -", "_")}") do
      walk = Flow::Walk.new(read(each.text), setting(each.settings), stance: each.stance)
      said = walk.sorted_findings.map do |finding|
        "#{finding.rule}:#{finding.severity}#{"@#{finding.at + 1}" if finding.at}"
      end
      assert_equal each.expected, said.join(", "), "line #{each.line}: #{each.text}"
    end
  end

  def test_every_rule_fires_somewhere_and_there_are_enough_cases
    fired = self.class.cases.flat_map { |each| each.expected.scan(/[a-z-]+(?=:)/) }.uniq
    assert_empty Flow::Rules.all.map { |rule| rule.class.id } - fired, "rules that no case fires"
    assert_operator self.class.cases.size, :>=, 60
    assert_operator self.class.cases.count { |each| each.expected.empty? }, :>=, 40, "cases with nothing to say"
  end

  def test_nothing_said_of_ordinary_combinations_is_worth_a_laugh
    lines = File.readlines(File.join(__dir__, "ordinary.txt"), chomp: true).reject { |line| line.start_with?("#") }
    assert_operator lines.size, :>=, 40
    lines.each do |line|
      text, expected = line.split("|").map(&:strip)
      said = Bench.analyse(text).findings
      assert_equal expected.to_s, said.map { |each| "#{each.rule}:#{each.severity}@#{each.at + 1}" }.join(", "), text
      assert_empty said.map(&:severity) & %i[fault weak], text
    end
  end

  private

  def setting(words)
    school = {}
    given = words.each_with_object({}) do |word, found|
      case word
      when *IMPLEMENTS.keys then found[:implement] = Lexicon::Implements[IMPLEMENTS[word]]
      when "hard" then found[:intensity] = :hard
      when *LEVELS then found[:level] = word
      when "opposite" then found[:partner] = :opposite
      when "seam" then found[:seam] = true
      when "juniors" then found[:juniors] = true
      when "trade" then found[:manner] = "trade"
      when /\Akit:(.*)/ then found[:kit] = Regexp.last_match(1).split(",")
      when /\Alevel_limits\.(\w+)=(\d+)/
        school["level_limits"] = {Regexp.last_match(1) => Regexp.last_match(2).to_i}
      when /\A(\w+)=(.*)/ then school[Regexp.last_match(1)] = Regexp.last_match(2)
      else flunk "line says \"#{word}\", which is no setting"
      end
    end
    Flow::Setting.new(school: Lexicon::School.default.with(school), **given)
  end
end
