require "test_helper"
require "open3"

# The core loads alone and never loads the rest of the house.
class CoreAloneTest < Minitest::Test
  LIB = File.expand_path("../../lib", __dir__)
  OTHERS = %w[Sequel Sinatra Rack Rodauth Puma PG].freeze

  def test_the_core_loads_alone_and_whole
    script = <<~RUBY
      require "jaunty_bell/core"
      Zeitwerk::Loader.eager_load_all
      loaded = #{OTHERS.inspect}.select { |name| Object.const_defined?(name) }
      rest = %i[Store Services Api Files].select { |name| JauntyBell.const_defined?(name) }
      abort "loaded too: \#{loaded + rest}" if (loaded + rest).any?
      print JauntyBell::Core::Bench.analyse("1-2-3b-2").beats.to_f
    RUBY
    output, errors, status = Open3.capture3("bundle", "exec", "ruby", "-I#{LIB}", "-e", script)
    assert status.success?, errors
    assert_equal "4.5", output
  end
end
