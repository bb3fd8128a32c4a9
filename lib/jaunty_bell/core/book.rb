module JauntyBell::Core
  # Each student over weeks: workload and mastery.
  module Book
  end
end
