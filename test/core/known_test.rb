require "test_helper"
require "jaunty_bell/files"

# What both sides know stands once, in the core: the interface and the contract have it from there.
class KnownTest < Minitest::Test
  Known = JauntyBell::Files::Known
  ROOT = File.expand_path("../..", __dir__)
  WRITTEN = {"web/src/api/known.ts" => :typescript, "openapi/known.yaml" => :contract}.freeze

  def test_what_was_written_is_what_the_core_says
    WRITTEN.each do |path, kind|
      assert_equal Known.public_send(kind), File.read(File.join(ROOT, path)), "run bin/known"
    end
  end

  # A list that is typed again gives itself away by its first three words in a row.
  def test_no_list_is_typed_again
    twice = Dir[File.join(ROOT, "{web/src,openapi}/**/*.{ts,tsx,yaml}")]
      .reject { |file| file.match?(/known|schema\.d/) }
      .flat_map { |file| repeated(File.read(file)).map { |name| [file.delete_prefix("#{ROOT}/"), name] } }
    assert_empty twice
  end

  def test_the_search_finds_one_that_is
    assert_equal [:RUNGS], repeated('const STEPS = ["air", "count", "clock"];')
    assert_equal [:MATTERS], repeated("enum: [head knock, hand or wrist, elbow]")
  end

  private

  def repeated(text)
    Known::CHOICES.select { |_, list| list.size > 2 }.select do |_, list|
      words = list.first(3).map { |word| /["']?#{Regexp.escape(word.to_s)}["']?/ }
      text.match?(/#{words.map(&:source).join(",\\s*")}/)
    end.keys
  end
end
