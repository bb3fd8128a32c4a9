module JauntyBell::Core
  module Weeks
    # What cannot be, said before it is planned: about which combination (nil: the whole), why, and what would free it.
    Obstacle = Value.of(:text, combination_id: nil, frees: [].freeze)
  end
end
