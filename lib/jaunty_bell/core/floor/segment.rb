module JauntyBell::Core
  module Floor
    # A stretch of a class that is paused, skipped or repeated as one. kind: :explain, :work or :rest; `round` the index
    # of its run; `duration` in ms; `cues` in order of time.
    Segment = Value.of(:kind, :round, :duration, :cues)
  end
end
