# What every test has: Minitest, and the core.
if ENV["COVERAGE"]
  require "simplecov"
  SimpleCov.start { add_filter "/test/" }
end
require "bundler/setup"
$LOAD_PATH.unshift File.expand_path("../lib", __dir__), __dir__
require "minitest/autorun"
require "timeout"
require "jaunty_bell/core"

# A test that hangs is stopped and counts as failed, instead of using up the hours of whoever waits for the run.
module Watched
  LONGEST = Integer(ENV.fetch("LONGEST_TEST", "240")) # seconds

  def run = Timeout.timeout(LONGEST, RuntimeError) { super }
end
Minitest::Test.prepend(Watched)
require "support/starved"

module CoreTest
  Core = JauntyBell::Core
  Bench = JauntyBell::Core::Bench
  Notation = JauntyBell::Core::Bench::Notation
  Flow = JauntyBell::Core::Bench::Flow
  Lexicon = JauntyBell::Core::Lexicon

  def read(text, **reading) = Notation.read(text, Notation::Reading.new(**reading))

  def numbering(id) = Lexicon::Numberings[id]
end
