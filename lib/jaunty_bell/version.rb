module JauntyBell
  VERSION = "0.18"
end
