module JauntyBell::Core
  module Weeks
    # A combination that a group should own by the end, and at which rung; importance 1–5.
    Goal = Value.of(:combination_id, :rung, importance: 3)
  end
end
