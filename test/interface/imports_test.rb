require "test_helper"
require "tsort"

# Who imports whom in the interface, types too: no circles, and the shared parts know no place.
class ImportsTest < Minitest::Test
  SRC = File.expand_path("../../web/src", __dir__)
  PLACES = %w[bench card floor book weeks school frame].freeze

  def test_no_circles
    assert_empty circles(imports)
  end

  def test_the_shared_parts_know_no_place
    wrong = imports.select { |file, _| file.start_with?("kit/", "api/") }
      .transform_values { |list| list.select { |each| PLACES.include?(each.split("/").first) } }
    assert_empty wrong.reject { |_, list| list.empty? }
  end

  def test_a_circle_is_found
    assert_equal [%w[a b c]], circles({"a" => %w[b], "b" => %w[c], "c" => %w[a], "d" => %w[a]}).map(&:sort)
  end

  private

  # {file => files it imports}
  def imports
    @imports ||= Dir[File.join(SRC, "**/*.{ts,tsx}")].reject { |file| file.end_with?(".d.ts") }.to_h do |file|
      names = File.read(file).scan(/from "(\.[^"]+)"/).flatten
      found = names.flat_map do |name|
        %w[.ts .tsx].map { |kind| File.expand_path("#{name}#{kind}", File.dirname(file)) }
      end
      [short(file), found.select { |path| File.exist?(path) }.map { |path| short(path) }]
    end.tap { |found| assert_operator found.size, :>, 150 }
  end

  def short(path) = path.delete_prefix("#{SRC}/")

  # Files that import each other by some way round (Tarjan, as Ruby's TSort has it).
  def circles(graph)
    each_child = ->(node, &block) { graph.fetch(node, []).each(&block) }
    TSort.strongly_connected_components(->(&block) { graph.each_key(&block) }, each_child)
      .select { |part| part.size > 1 }
  end
end
