require "test_helper"
require "ripper"

# Which storey may name which: the constants that every file names, read by Ruby's own parser.
class ArrowsTest < Minitest::Test
  LIB = File.expand_path("../../lib/jaunty_bell", __dir__)

  # storey → what it may name besides itself
  MAY_NAME = {
    "core" => [], "store" => %w[Core], "services" => %w[Core Store], "files" => %w[Core],
    "stand_ins" => %w[Core Files], "api" => %w[Core Store Services Files]
  }.freeze
  NAMES = {"core" => "Core", "store" => "Store", "services" => "Services", "files" => "Files",
           "stand_ins" => "StandIns", "api" => "Api"}.freeze
  # What comes from outside, and the only storey that may speak to it.
  OUTSIDE = {
    "Sequel" => %w[store api], "PG" => %w[store], "Sinatra" => %w[api], "Rack" => %w[api], "Roda" => %w[api],
    "OpenapiFirst" => %w[api], "Prawn" => %w[files], "Icalendar" => %w[files], "CSV" => %w[files]
  }.freeze

  def test_every_arrow_goes_one_way
    wrong = each_file { |storey, names| names & (NAMES.values - [NAMES.fetch(storey)] - MAY_NAME.fetch(storey)) }
    assert_empty wrong
  end

  def test_what_comes_from_outside_is_named_by_its_own_storey
    wrong = each_file { |storey, names| names.select { |name| OUTSIDE.key?(name) && !OUTSIDE[name].include?(storey) } }
    assert_empty wrong
  end

  def test_the_core_is_told_what_day_it_is
    files = Dir[File.join(LIB, "core/**/*.rb")]
    assert_operator files.size, :>, 150
    assert_empty files.select { |file|
      File.read(file).match?(/\bTime\.now\b|\bDate\.today\b|\bClock\.|\bENV\b|\brand\(\)|\bSecureRandom\b/)
    }
  end

  # A walk that found nothing would prove nothing.
  def test_the_walk_sees_what_is_named
    assert_equal %w[Core Rack Store],
      named("module JauntyBell\n  class A < Rack::Builder\n    X = Core::Care::BLOCKS\n    # Files::Bells\n    " \
      "def a = Store.new\n  end\nend").sort - %w[JauntyBell A X]
  end

  private

  # {file => what the block finds} where it finds anything.
  def each_file
    MAY_NAME.keys.flat_map { |storey| Dir[File.join(LIB, storey, "**/*.rb")].map { |file| [storey, file] } }
      .filter_map do |storey, file|
      found = yield(storey, named(File.read(file)))
      [file.delete_prefix(LIB), found] if found.any?
    end.to_h
  end

  # Constants with which a name begins: "Core" of Core::Care::BLOCKS, of JauntyBell::Core::Care too.
  def named(source) = roots(Ripper.sexp(source)).uniq

  def roots(node)
    return [] unless node.is_a?(Array)
    return paths(node) if node[0] == :const_path_ref
    return [node[1]] if node[0] == :@const
    node.flat_map { |each| roots(each) }
  end

  def paths(node)
    path = flat(node)
    return node.flat_map { |each| roots(each) } if path.nil?
    [(path.first == "JauntyBell") ? path[1] : path.first]
  end

  # ["Core", "Care"] of a path of constants; nil where something is called in it.
  def flat(node)
    case node[0]
    when :const_path_ref then flat(node[1])&.push(node[2][1])
    when :var_ref then (node[1][0] == :@const) ? [node[1][1]] : nil
    end
  end
end
