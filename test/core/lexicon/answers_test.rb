require "test_helper"

# The partner's stance: which hand parries, which way is outside.
class AnswersTest < Minitest::Test
  include CoreTest

  # feed | same stance | opposite stance: the usual answers
  TABLE = <<~TEXT.lines.map { |line| line.split("|").map(&:strip) }
    1              | rear parry, slip rear, rear catch   | lead parry, slip lead, lead catch
    2              | lead parry, slip lead, rear catch   | rear parry, slip rear, rear catch
    3              | rear cover, roll rear, duck         | lead cover, roll lead, duck
    4              | lead cover, roll lead, duck         | rear cover, roll rear, duck
    6              | lead cover, pull back               | rear cover, pull back
    rear kick      | lead check, lead cover, step out    | rear check, rear cover, step out
    lead low kick  | rear check, step out                | lead check, step out
    rear push kick | step off lead, lead parry           | step off rear, rear parry
    rear knee      | lead frame, step out                | rear frame, step out
    lead elbow     | rear frame, rear cover              | lead frame, lead cover
  TEXT

  def answers(feed, partner)
    action = read(feed).actions.first
    Lexicon::Answers.to(action.technique, action.side, action.level, Flow::Setting.new(partner: partner))
      .map do |id, side|
      technique = Lexicon::Techniques.default[id]
      Notation.write(Bench::Combination.new([Bench::Action.new(technique: technique, side: side || technique.side)]))
    end.join(", ")
  end

  def test_one_table_for_both_stances
    TABLE.each do |feed, same, opposite|
      assert_equal same, answers(feed, :same), "#{feed}, same stance"
      assert_equal opposite, answers(feed, :opposite), "#{feed}, opposite stance"
    end
  end

  def test_every_strike_has_an_answer
    Lexicon::Techniques.default.select(&:strike?).each do |technique|
      refute_empty Lexicon::Answers.to(technique, technique.side, technique.level, Flow::Setting.new), technique.id
    end
  end
end
