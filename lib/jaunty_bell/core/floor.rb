module JauntyBell::Core
  # Running the class: what is heard and when.
  module Floor
  end
end
