require "test_helper"
require "yaml"

# Addresses that the interface writes by hand (links to files, streams) are addresses of the contract; those that go
# through the typed client are its compiler's business.
class AddressesTest < Minitest::Test
  ROOT = File.expand_path("../..", __dir__)
  PATHS = YAML.safe_load_file(File.join(ROOT, "openapi/openapi.yaml"), aliases: true).fetch("paths").keys.freeze

  def test_every_address_leads_somewhere
    written = Dir[File.join(ROOT, "web/src/**/*.{ts,tsx}")].reject { |file| file.end_with?(".d.ts") }
      .flat_map { |file| addresses(File.read(file)).map { |address| [file.delete_prefix(ROOT), address] } }
    assert_operator written.size, :>, 50
    assert_empty written.reject { |_, address| known?(address) }
  end

  def test_one_that_leads_nowhere_is_found
    assert_equal ["/api/care/students/{}/gone.json"], addresses("href={`/api/care/students/${student}/gone.json`}")
    refute known?("/api/care/students/{}/gone.json")
    assert known?("/api/care/students/{id}/file")
    assert known?("/api/paper/cards/{}"), "what is only the beginning of one"
  end

  private

  # "/api/…" with "{}" for what is filled in.
  def addresses(text) =
    text.scan(%r{["`](/api/[^"`\s?]*)}).flatten.map { |address| address.gsub(/\$\{[^}]*\}/, "{}").chomp("/") }

  def known?(address)
    wanted = pattern(address)
    PATHS.any? { |path| pattern(path) == wanted || pattern(path).start_with?("#{wanted}/") }
  end

  def pattern(path) = path.gsub(/\{\w*\}/, "{}")
end
