require "test_helper"
require "jaunty_bell/core"

# Mastery and effort as people read them.
class PlainWordsTest < Minitest::Test
  Book = JauntyBell::Core::Book
  Words = Book::PlainWords

  DAYS = {nil => nil, 0 => "within a day", 0.4 => "within a day", 0.6 => "about 1 day", 1.4 => "about 1 day",
          2 => "about 2 days", 13.4 => "about 13 days", 13.6 => "about 2 weeks", 20 => "about 3 weeks",
          52.5 => "about 8 weeks", 83 => "about 12 weeks", 84 => "about 3 months", 365 => "about 12 months"}.freeze

  def test_days =
    DAYS.each do |days, words|
      words.nil? ? assert_nil(Words.days(days)) : assert_equal(words, Words.days(days), days.inspect)
    end

  SURENESS = {0.0 => "not sure yet", 0.49 => "not sure yet", 0.5 => "half sure", 0.699 => "half sure",
              0.7 => "fairly sure", 0.849 => "fairly sure", 0.85 => "very sure", 1.0 => "very sure"}.freeze

  def test_sureness = SURENESS.each { |value, words| assert_equal words, Words.sureness(value), value.inspect }

  # What is held is at least fairly sure, by the same line.
  def test_the_words_change_where_the_state_does
    assert_equal "fairly sure", Words.sureness(Book::Mastery::OWNED)
    assert_equal "half sure", Words.sureness(Book::Mastery::OWNED - 1e-9)
  end

  def test_no_word_has_a_decimal_in_it
    (0..400).step(7) { |days| refute_match(/\d[.,]\d|%/, Words.days(days).to_s) }
    SURENESS.each_value { |words| refute_match(/\d/, words) }
  end

  def test_effort_in_words_at_every_rating
    words = (0..10).map { |rating| Book::Effort.new(rating, 60).words }
    assert_equal words.uniq, words
    assert_equal "very hard", Book::Effort.new(7, 60).words
    assert_equal "hard to very hard", Book::Effort.new(6.4, 60).words
    assert_equal 390.0, Book::Effort.new(6.5, 60).load
  end

  def test_efforts_that_cannot_be
    {[-1, 60] => "effort", [10.5, 60] => "effort", ["7", 60] => "effort", [nil, 60] => "effort", [5, -1] => "minutes",
     [5, 361] => "minutes", [5, nil] => "minutes"}.each do |(rating, minutes), path|
      error = assert_raises(JauntyBell::Core::InvalidInput,
        [rating, minutes].inspect) { Book::Effort.new(rating, minutes) }
      assert_equal path, error.path
    end
  end
end
