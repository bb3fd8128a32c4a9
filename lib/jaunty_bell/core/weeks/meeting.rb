module JauntyBell::Core
  module Weeks
    # One class of a programme: its place in the order (from 0), its day and time, and its week (from 0).
    Meeting = Value.of(:index, :on, :at, :minutes, :week)
  end
end
