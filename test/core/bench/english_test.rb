require "support/generated"
require "jaunty_bell/files"

# Coaches' English: lists of what coaches write and say, with what they mean, and that nothing is guessed.
class EnglishTest < Minitest::Test
  include CoreTest

  def self.lines(name)
    File.readlines(File.join(__dir__, name), chomp: true).reject { |line| line.empty? || line.start_with?("#") }
      .map { |line| line.split(" | ").map(&:strip) }
  end

  PHRASES = lines("english.txt")
  APART = lines("english_apart.txt").reject { |_, meaning| meaning == "?" }
  BEFORE = lines("read_before.txt")

  def test_every_phrase_is_read_as_it_is_meant
    assert_operator PHRASES.size, :>=, 400
    PHRASES.each { |phrase, meaning| assert_equal meaning, Notation.write(read(phrase)), phrase }
  end

  def test_of_a_list_kept_apart_nineteen_in_twenty_are_read_and_none_wrongly
    read = APART.filter_map do |phrase, meaning|
      written = Notation.write(read(phrase))
      assert_equal meaning, written, phrase
      phrase
    rescue Notation::Unreadable
      nil
    end
    assert_operator read.size, :>=, APART.size * 0.95
  end

  def test_what_is_read_is_said_back_in_words_that_are_read_the_same
    (PHRASES + APART).each do |phrase, _|
      combination = read(phrase)
      said_back(combination).each do |words, reading|
        again = Notation.read(words, reading)
        assert_equal combination.actions, again.actions, "#{phrase}: #{words}"
      end
    rescue Notation::Unreadable
      assert_includes APART.map(&:first), phrase
    end
  end

  def test_nothing_that_was_read_before_reads_differently
    BEFORE.each { |text, canonical| assert_equal canonical, Notation.write(read(text)), text }
  end

  # What section 4 changes of what was read before: text | as it is read now.
  CHANGED = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2-roll-3          | 1-2-roll lead-3
    slip, jab           | slip lead-1
    1 with slip-2       | 1 with slip lead-2
    check hook          | check hook
    hook kick           | rear hook kick
    step jab            | 1 with step in
    1 with step         | 1 with step in
    1-2-switch-2-3      | 1-2-switch-2-3
  TABLE

  def test_what_reads_differently_now
    CHANGED.each { |text, canonical| assert_equal canonical, Notation.write(read(text)), text }
    assert_match(/two ways/, assert_raises(Notation::Unreadable) { read("jab body kick") }.message)
    assert_equal %i[lead lead rear], read("1-switch-2-3").actions.values_at(0, 2, 3).map(&:side)
  end

  # Where a coach could mean two things, both are shown: text | the two.
  TWO_WAYS = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    jab body kick       | jab-body kick            | jab body-kick
    rear leg kick       | rear low kick            | rear kick
    1-2 x3              | (1-2)x3                  | 1-(2)x3
    double one-two      | (one-two)x2              | (one)x2-two
    jab, cross x2       | (jab, cross)x2           | jab, (cross)x2
    left hand hook      | left hand-hook           | 3
    one jab             | one-jab                  | 1
  TABLE

  def test_what_could_mean_two_things_shows_both
    TWO_WAYS.each do |text, *both|
      error = assert_raises(Notation::Unreadable, text) { read(text) }
      assert_equal both.sort, error.suggestions.sort, text
    end
  end

  # A word that cannot be read is mended by what fits there, never by itself: text | suggestions.
  MENDS = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2-hok-2           | hook
    leed hook           | lead
    1-2 upercut         | uppercut, upper
    body                | cross body
    rihgt hand          | right
    flyng knee          | flying
    jab, slp, cross     | slip
  TABLE

  def test_mends_are_what_fits_there
    MENDS.each do |text, words|
      error = assert_raises(Notation::Unreadable, text) { read(text) }
      assert_equal words.split(", ").first, error.suggestions.first, text
      refute_includes error.suggestions, error.token.downcase
      error.suggestions.each { |each| assert_operator fixed(text, error, each), :>, error.at, "#{text}: #{each}" }
    end
  end

  # text | what is read of it, with its gaps | the gaps
  PARTLY = <<~TABLE.lines.map { |line| line.split("|").map(&:strip) }
    1-2-hok-2                | 1-2-▢-2           | hok
    1-2-flying banana kick-3 | 1-2-▢-rear kick-3 | flying banana
    1-2-                     | 1-2               |
    (1-2-3                   | 1-2-3             |
    1-xx-2-yy                | 1-▢-2-▢           | xx, yy
    at close 3-zz            | at close 3-▢      | zz
    jab, body kick or so     | 1-rear kick-▢     | or so
    foo                      |                   | foo
  TABLE

  def test_what_can_be_read_of_a_text_stays
    PARTLY.each do |text, expected, gaps|
      part = Notation.partly(text)
      assert_equal expected, part.combination ? Notation.write(part.combination) : "", text
      assert_equal gaps.to_s.split(", "), part.gaps.map(&:text), text
      part.gaps.each { |gap| assert_equal gap.text, text[gap.at, gap.length], text }
      assert_kind_of Notation::Unreadable, part.error
    end
    assert_nil Notation.partly("1-2").error
  end

  def test_every_example_of_the_word_list_can_be_read
    JauntyBell::Files::LexiconJson::WAYS.flat_map(&:last).each { |example| assert read(example), example }
    JauntyBell::Files::LexiconJson::WAYS.flat_map { |_, kinds, _| kinds }
      .each { |kind| assert Notation::Wording.said(kind).any?, kind.to_s }
  end

  # In a gloss of what the reader understands nothing is left out: every kind of phrase stands in the word list, but for
  # asides, which mean nothing, and what the examples show.
  def test_every_kind_of_phrase_is_in_the_word_list
    shown = JauntyBell::Files::LexiconJson::WAYS.flat_map { |_, kinds, _| kinds }
    kinds = Notation::Wording.phrases.values.map(&:first).uniq
    assert_equal %i[as aside met number partner straight times with], (kinds - shown).sort
  end

  def test_a_gap_is_no_mark_of_its_own
    assert_raises(Notation::Unreadable) { read("1-▢-2") }
    assert_equal 3, Bench::Analysis.new(Notation.partly("1-2-hok-2").combination).counts.strikes
  end

  def test_random_text_is_always_partly_read
    pieces = PHRASES.map(&:first).flat_map(&:split).uniq + ["-", ",", "(", ")", "[", "]", "x3", "??", "ß", "9"]
    random = Random.new(11)
    400.times do
      text = Array.new(random.rand(1..14)) { pieces.sample(random: random) }.join(" ")
      part = Notation.partly(text)
      assert part.combination || part.error, text
      part.gaps.each { |gap| assert_equal gap.text, text[gap.at, gap.length], text }
    end
  end

  private

  def said_back(combination)
    [[Notation.spoken(combination), Notation::Reading.new], [Notation.write(combination), Notation::Reading.new]] +
      %i[orthodox southpaw].map do |stance|
        reading = Notation::Reading.new(stance: stance)
        [Notation.by_hand(combination, reading), reading]
      end
  end

  # Where the text cannot be read any more with a suggestion in place, or its end.
  def fixed(text, error, words)
    mended = text[0...error.at] + words + text[(error.at + error.length)..]
    read(mended)
    mended.length
  rescue Notation::Unreadable => e
    e.at
  end
end
