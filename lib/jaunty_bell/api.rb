# Sinatra, one file per room, thin: check, ask the core, store, answer.
require "zeitwerk"
require "jaunty_bell/services"
require "jaunty_bell/files"
require "jaunty_bell/letters"

module JauntyBell
  module Api
  end
end

loader = Zeitwerk::Loader.new
loader.tag = "jaunty_bell.api"
loader.push_dir(File.join(__dir__, "api"), namespace: JauntyBell::Api)
loader.setup
