require "support/cards"

# The words that can be spoken.
class VoiceTest < Minitest::Test
  include CardTest

  Voice = JauntyBell::Core::Floor::Voice

  # a text → the words it is spoken with
  SAID = {
    "jab, lead hook to the body" => ["jab", "lead", "hook", "to the body"],
    "rear round kick, down and back" => ["rear", "round kick", "down and back"],
    "Reverse punch with step in" => ["reverse punch", "with", "step in"], "Warm-up" => ["warm up"],
    "slip to the lead" => ["slip", "to the lead"], "Vasilisa's special, cross" => %w[cross], "" => [],
    "at close range, jab, cross, twice" => ["at close range", "jab", "cross", "twice"]
  }.freeze

  def test_the_longest_known_words_of_a_text
    SAID.each { |text, words| assert_equal words, Voice.default.words(text), text }
  end

  def test_a_club_s_own_words
    own = Voice.new(own: {"cork screw" => 500}, families: {"Cork-screw" => "punch", "wheel kick" => "kick"})
    assert_equal ["rear", "cork screw", "cross"], own.words("rear cork screw, cross")
    assert_equal ["lead", "kick"], own.words("lead wheel kick"), "not spoken yet: its family stands in"
    assert_equal 500 + Voice::GAP + Voice::LENGTHS["kick"], own.length(["cork screw", "kick"])
  end

  def test_numbers
    said = {1 => %w[one], 13 => %w[thirteen], 20 => %w[twenty], 47 => %w[forty seven], 100 => %w[one hundred],
            112 => %w[one hundred and twelve], 200 => %w[two hundred]}
    said.each { |number, words| assert_equal words, Voice.number(number) }
    assert((1..999).all? { |number| Voice.number(number).all? { |word| Voice::LENGTHS.key?(word) } })
  end

  def test_every_shipped_word_has_its_length
    assert_empty Voice.shipped - Voice::LENGTHS.keys, "run bin/voices"
    assert_empty Voice::LENGTHS.keys - Voice.shipped, "run bin/voices"
    assert_equal Voice::LENGTHS["jab"] + Voice::GAP + Voice::LENGTHS["cross"], Voice.default.length(%w[jab cross])
    assert_equal 0, Voice.default.length([])
  end

  # Whatever the lexicon can say, the Floor can speak.
  def test_every_technique_is_spoken_whole
    Lexicon::Techniques.default.each do |technique|
      assert_equal [Voice.plain(technique.spoken)], Voice.default.words(technique.spoken), technique.id
    end
  end
end
