require "support/generated"

# Every mend the corner offers has been tried: that finding is gone, and nothing as bad is new.
class MendsTest < Minitest::Test
  include CoreTest

  SETTINGS = [Flow::Setting.new, Flow::Setting.new(seam: true),
    Flow::Setting.new(implement: Lexicon::Implements["hanging-bag"], intensity: :hard, level: "foundation"),
    Flow::Setting.new(implement: Lexicon::Implements["partner"], intensity: :hard, partner: :opposite),
    Flow::Setting.new(school: Lexicon::School.default.with("finish" => "one defence"))].freeze

  def test_an_offered_mend_takes_its_finding_away_and_brings_nothing_as_bad
    offered = 0
    PropCheck.forall(seed: Generated.seeds).with_config(n_runs: 60) do |seed:|
      random = Random.new(seed)
      combination = Generated.build(random, most: 8)
      setting = SETTINGS.sample(random: random)
      walk = Flow::Walk.new(combination, setting)
      before = tally(walk)
      mender = Bench::Mender.new(walk)
      walk.findings.each do |finding|
        mender.with_mends(finding).mends.each do |mend|
          offered += 1
          text = "seed #{seed}: #{Notation.write(combination)} → #{mend.label}: #{Notation.write(mend.combination)}"
          after = tally(Flow::Walk.new(read(Notation.write(mend.combination)), setting))
          assert_operator count(after, finding.rule), :<, count(before, finding.rule), text
          worse = after.select { |(rule, rank), n| rank <= finding.rank && n > before.fetch([rule, rank], 0) }
          assert_empty worse, text
        end
      end
    end
    assert_operator offered, :>, 50
  end

  # combination | rule | the notation after each mend that is offered
  OFFERED = {
    ["1-3", "half-wound"] => ["1-4", "1-slip lead-3", "1-roll lead-3"],
    ["1-2-2", "same-side-again"] => ["1-2-1", "1-2-slip rear-2", "1-2-roll rear-2"],
    ["1-2-3b-2", "range-in"] => ["1-2-3b with step in-2", "1-2-step in-3b-2"],
    ["1-lead kick", "lead-kick-load"] => ["1-switch-lead kick", "1-walk up-lead kick", "1-gallop in-lead kick"],
    ["rear kick around-1", "around-then-more"] => ["rear kick-1", "rear kick around-..-1"],
    ["1-feint 2", "feint-last"] => ["1-2", "1-feint 2-2"],
    ["[1]-1-2", "unanswered-feed"] => ["[1]-rear parry-1-2", "[1]-slip rear-1-2", "[1]-rear catch-1-2"],
    ["(1-3)x2-2", "half-wound"] => ["(1-slip lead-3)x2-2", "(1-roll lead-3)x2-2", "(1-2-3)x2-2"],
    ["3-2", "cold-start"] => ["2-3 with step in-2", "1-2-3 with step in-2"],
    ["3-4", "cold-start"] => ["2-3 with step in-4", "1-2-3 with step in-4", "at close 3-4"]
  }.freeze

  def test_what_is_offered
    OFFERED.each do |(text, rule), notations|
      finding = Bench.analyse(text).findings.find { |each| each.rule == rule }
      assert_equal notations, finding.mends.map { |mend| Notation.write(mend.combination) }, "#{rule} on #{text}"
    end
  end

  def test_what_is_taught_so_stands_in_no_mend_s_way
    offered = ->(combination) {
      Bench::Analysis.new(combination).findings.find { |each| each.rule == "range-in" }.mends
    }
    plain = read("1-lead kick-3")
    taught = plain.teaching("lead-kick-load" => {"by" => "Nell", "on" => "2026-11-28"})
    assert_equal offered.call(plain).map(&:label), offered.call(taught).map(&:label)
    assert(offered.call(taught).all? { |mend| mend.combination.taught_so.key?("lead-kick-load") })
  end

  def test_an_answer_to_a_feed_follows_both_stances
    reading = Notation::Reading.new(partner: :opposite)
    finding = Bench.analyse("[1]-1-2", reading: reading).findings.find { |each| each.rule == "unanswered-feed" }
    assert_equal ["[1]-lead parry-1-2", "[1]-slip lead-1-2", "[1]-lead catch-1-2"],
      finding.mends.map { |mend| Notation.write(mend.combination) }
  end

  private

  def tally(walk) = walk.findings.map { |finding| [finding.rule, finding.rank] }.tally

  def count(tally, rule) = tally.sum { |(id, _), n| (id == rule) ? n : 0 }
end
