require "test_helper"
require "jaunty_bell/api"

# What docs/architecture.md names is there: files, constants and methods.
class DocsTest < Minitest::Test
  ROOT = File.expand_path("../..", __dir__)
  TEXT = File.read(File.join(ROOT, "docs/architecture.md"))

  def test_every_file_that_is_named_is_there
    files = TEXT.scan(%r{`((?:lib|web/src|test|openapi|bin)/[\w/.-]+\.\w+)`}).flatten.uniq
    assert_operator files.size, :>, 25
    assert_empty files.reject { |file| File.exist?(File.join(ROOT, file)) }
  end

  def test_every_question_is_answered_by_what_there_is
    rows = TEXT[/## Twelve questions.*?(?=\n## )/m].scan(/^\| .+ \|$/).drop(1)
    assert_equal 12, rows.size
    names = rows.join.scan(/`((?:Core|Store|Services)::[\w:]+(?:[.#]\w+[?!]?)?)`/).flatten
    assert_operator names.size, :>=, 22
    assert_empty names.reject { |name| there?(name) }
  end

  private

  def there?(name)
    owner, sign, method = name.partition(/[.#]/)
    object = JauntyBell.const_get(owner)
    return true if sign.empty?
    (sign == "#") ? object.method_defined?(method) : object.respond_to?(method)
  rescue NameError
    false
  end
end
