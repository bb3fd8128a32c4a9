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

  def test_the_interface_reads_all_that_is_written_for_it
    read = Dir[File.join(ROOT, "web/src/**/*.{ts,tsx}")].flat_map { |file|
      File.read(file).scan(/import \{([^}]*)\} from "[.\/]*api\/known"/).flatten
        .flat_map { |names| names.scan(/[A-Z_]{2,}/) }
    }
    assert_empty Known.typescript.scan(/^export const (\w+)/).flatten - read
    contract = Dir[File.join(ROOT, "openapi/*.yaml")].map { |file| File.read(file) }.join
    assert_empty YAML.safe_load(Known.contract)["schemas"].keys.reject { |name| contract.include?("schemas/#{name}\"") }
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
    assert_equal [:LADDERS],
      repeated("<option>up</option>\n  <option value=\"down\">down</option>\n<option>both</option>")
  end

  private

  LISTS = Known::CHOICES.merge(Known::SCHEMAS.reject { |_, list| Known::CHOICES.value?(list) })
    .select { |_, list| list.size > 2 }.freeze
  BETWEEN = /,\s*|<\/option>\s*<option[^>]*>/

  def repeated(text)
    LISTS.select do |_, list|
      words = list.first(3).map { |word| /["']?#{Regexp.escape(word.to_s)}["']?/ }
      text.match?(/#{words.map(&:source).join("(?:#{BETWEEN.source})")}/)
    end.keys
  end
end
