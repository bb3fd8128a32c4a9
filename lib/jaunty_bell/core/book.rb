module JauntyBell
  module Core
    # Each student over weeks: workload and mastery.
    module Book
    end
  end
end
