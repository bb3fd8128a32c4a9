module JauntyBell::Core
  module Bench
    module Flow
      # How hard a strike is meant: what is written on it, else what the drill says.
      module Force
        def self.hard?(action, setting) = (action.force || setting.intensity) == :hard
      end
    end
  end
end
