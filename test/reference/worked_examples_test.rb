require "test_helper"

# Worked examples of section 5 of the product's own book: the house model's definition by itself, to the letter.
class WorkedExamplesTest < Minitest::Test
  include CoreTest

  # written | beats | findings | complexity (scheme six, default school, no implement, no level)
  EXAMPLES = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2-3-2                      | 4.0  | range-in:cue@3                            | 4.5
    1-2-3b-2                     | 4.5  | range-in:cue@3                            | 5.5
    1-3                          | 2.0  | half-wound:cue@2 range-in:cue@2           | 3.0
    1-2-pivot lead-2             | 3.5  |                                           | 4.0
    1-lead kick body             | 3.25 | lead-kick-load:weak@2                     | 3.5
    1-2-lead kick body           | 3.75 | lead-kick-load:cue@3                      | 4.0
    1-2-switch-lead kick body    | 4.25 |                                           | 5.0
    1-2-rear kick body around-1  | 5.0  | around-then-more:fault@3 open-hip:cue@3   | 6.0
    feint 1-3b-3                 | 3.0  | range-in:cue@2 same-side-again:cue@3      | 4.0
    3-3-3                        | 3.5  | same-side-again:weak@3 cold-start:cue@1 same-side-again:cue@2 | 4.0
    rear spear elbow-rear kick   | 2.75 | range-out:fault@2 open-hip:cue@2          | 4.0
    at close 3b-4b-3-4           | 4.25 |                                           | 4.5
    1-[1]-parry-2-3              | 4.0  | range-in:cue@5                            | 5.0
    1 with step in-2             | 2.0  |                                           | 2.5
    1-2-lead horizontal elbow-rear straight knee-rear kick body | 6.25 | range-in:cue@3 | 8.5
    2-..-2                       | 3.0  |                                           | 2.5
  TABLE

  EXAMPLES.each do |written, beats, findings, complexity|
    define_method(:"test_#{written.tr(" -", "_")}") do
      analysis = Bench.analyse(written)
      assert_equal beats.to_f, analysis.beats.to_f
      assert_equal findings,
        analysis.findings.map { |finding| "#{finding.rule}:#{finding.severity}@#{finding.at + 1}" }.join(" ")
      assert_equal complexity.to_f, analysis.complexity.to_f
    end
  end
end
