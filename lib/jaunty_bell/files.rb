# Open formats, in and out: what the core knows, as plain data.
require "zeitwerk"
require "jaunty_bell/core"

module JauntyBell
  module Files
  end
end

loader = Zeitwerk::Loader.new
loader.tag = "jaunty_bell.files"
loader.push_dir(File.join(__dir__, "files"), namespace: JauntyBell::Files)
loader.setup
