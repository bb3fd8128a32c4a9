require "zeitwerk"
require "jaunty_bell/core"

module JauntyBell
  # Simulated devices, so that everything that listens to one can be tried without one. Each is made from a seed, gives
  # its samples as plain lines, and can be swapped for a real one that gives the same. All they do is invented.
  module StandIns
    loader = Zeitwerk::Loader.new
    loader.push_dir(File.expand_path("stand_ins", __dir__), namespace: StandIns)
    loader.ignore(File.expand_path("stand_ins/command_line.rb", __dir__)) # asked for by bin/stand-in alone
    loader.setup
  end
end
