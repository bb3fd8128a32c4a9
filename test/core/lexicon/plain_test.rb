require "test_helper"

# Every short word of ours has a name that a coach reads.
class PlainTest < Minitest::Test
  include CoreTest

  KINDS = {rungs: Bench::Rungs::ALL, manners: Bench::Drill::MANNERS, swaps: Core::Card::SWAPS,
           fields: [*Core::Card::Difference::TOLD.map(&:to_s), "block", "what"],
           rules: Flow::Rules.all.map { |rule| rule.class.id }}.freeze

  def test_every_word_has_its_name_and_nothing_else_has
    KINDS.each { |kind, words| assert_equal words.sort, Lexicon::Plain.of(kind).keys.sort, kind.to_s }
  end

  def test_names
    assert_equal "Half the round each", Lexicon::Plain.name(:swaps, "even")
    assert_equal "what loads a lead kick", Lexicon::Plain.name(:rules, "lead-kick-load")
    assert_equal "made up", Lexicon::Plain.name(:rungs, "made up")
  end
end
