module JauntyBell
  module Core
    # A whole class: rounds in blocks, and the sums over them.
    module Card
      BLOCKS = ["warm-up", "technique", "bag", "mitts", "pads", "partner", "circuit", "finisher", "cool-down"].freeze
      SHARES = {"alone" => 1r, "pairs" => 1/2r}.freeze
      LONGEST_ROUND = 3_600 # seconds
      LONGEST_CLASS = 360 # minutes
    end
  end
end
