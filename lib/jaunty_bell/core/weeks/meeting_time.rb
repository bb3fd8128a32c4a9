module JauntyBell::Core
  module Weeks
    # When a group meets: `weekday` 1 (Monday) to 7, `at` "18:30", `minutes` of class.
    MeetingTime = Value.of(:weekday, :at, :minutes)
  end
end
