module JauntyBell::Core
  module Weeks
    # What a coach has decided: this combination in the class on this day, at this rung or (nil) at the one that stands.
    Pin = Value.of(:combination_id, :on, rung: nil)
  end
end
