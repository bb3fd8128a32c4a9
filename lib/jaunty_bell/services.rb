# What the application does with the store and the core: one object per thing a coach does or looks at, one folder per
# room.
require "zeitwerk"
require "jaunty_bell/said"
require "jaunty_bell/store"

module JauntyBell
  module Services
  end
end

loader = Zeitwerk::Loader.new
loader.tag = "jaunty_bell.services"
loader.push_dir(File.join(__dir__, "services"), namespace: JauntyBell::Services)
loader.setup
