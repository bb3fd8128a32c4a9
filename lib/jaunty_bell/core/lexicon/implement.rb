module JauntyBell::Core
  module Lexicon
    # What is hit or used: a hanging bag, focus mitts, the air.
    Implement = Value.of(:id, :name, :takes, refuses: [], contact: true, stiff: false, live: false, holder: nil,
      gear: [], stands_in: [], holder_cues: [], cautions: []) do
      # Whether this strike technique can be thrown on it.
      def takes?(technique) = takes.include?(technique.family) && !refuses.include?(technique.plane.to_s)

      # Something solid is hit: wraps and gloves matter.
      def hit? = contact && !takes.empty?
    end
  end
end
