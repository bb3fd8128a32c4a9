require "test_helper"
require "yaml"

# Counts and lists in words: each count has its singular, here and in the interface, and none is put together elsewhere.
class WordsTest < Minitest::Test
  include CoreTest

  Words = Core::Words
  ROOT = File.expand_path("../..", __dir__)
  # What is counted in sentences. `least` 2: those that are only ever said of several.
  NOUNS = %w[strikes sets actions rounds classes students combinations stations laps groups pairs links places].freeze

  COUNTS = {
    [0, "action"] => "0 actions", [1, "action"] => "1 action", [2, "action"] => "2 actions", [1, "class"] => "1 class",
    [3, "class"] => "3 classes", [2, "switch"] => "2 switches", [1.5, "beat"] => "1.5 beats",
    [2, "new thing"] => "2 new things"
  }.freeze

  def test_counts = COUNTS.each { |(n, word), said| assert_equal said, Words.many(n, word) }

  LISTS = {[] => "", %w[a] => "a", %w[a b] => "a and b", %w[a b c] => "a, b and c"}.freeze

  def test_lists = LISTS.each { |words, said| assert_equal said, Words.list(words) }

  def test_nobody_is_warned_twice
    assert_equal ["Wraps and gloves on.", "Wrist in line.", "Land softly"],
      Words.sentences(["Wraps and gloves on. Wrist in line.", "Wrist in line.", "Land softly"])
    drill = Bench::Drill.new(pool: [read("1-2")], implement: Lexicon::Implements["hanging-bag"])
    assert_equal ["Wraps and gloves on.", "Wrist in line with the forearm."], drill.cautions
  end

  # A number that code puts before a plural says "1 actions" one day. Constants and what is checked to be several may.
  SEVERAL = [/MOST|LONGEST|LARGEST|WEEKS|limits|\.max\b|least\b/,
    /size > 1|found\.size|list\.size|@rounds|lean most|tally/,
    /strikes (?:a second|a minute|again)/].freeze

  def test_no_count_is_put_together_by_hand
    ruby = sources("lib/**/*.rb", /\#\{[^{}]*\} (?:#{NOUNS.join("|")})\b/)
    assert_empty ruby.reject { |line| SEVERAL.any? { |fine| line.match?(fine) } }
    web = sources("web/src/**/*.{ts,tsx}", /\{(?!count)[^{}"]+\} (?:#{NOUNS.join("|")})\b(?![=}])/)
    assert_empty web.reject { |line| line.match?(/sets of a turn|sets whole/) }
  end

  def test_every_cue_and_caution_is_a_sentence
    said = Lexicon::Techniques.default.flat_map { |technique| technique.cues + technique.cautions } +
      Lexicon::Implements.all.flat_map { |implement| implement.holder_cues + implement.cautions }
    assert_empty said.reject { |text| text.match?(/\A[A-Z].*\.\z/m) }
  end

  def test_nobody_is_called_like_a_combination
    demo = YAML.safe_load_file(File.join(ROOT, "demo/club.yml"))
    people = %w[coaches students].flat_map { |list| demo[list].flat_map { |one| one["name"].downcase.split } }
    names = demo["combinations"].flat_map { |one| one["name"].downcase.split }
    assert_empty people & names
  end

  private

  def sources(pattern, wrong)
    Dir[File.join(ROOT, pattern)].flat_map do |file|
      File.readlines(file).select { |line| line.match?(wrong) && !line.match?(%r{^\s*(#|//|\*|/\*)}) }
        .map { |line| "#{file.delete_prefix(ROOT)}: #{line.strip}" }
    end
  end
end
