module JauntyBell::Core
  # Combinations: read, walked, counted, timed.
  module Bench
    STANCES = %w[orthodox southpaw square].freeze

    # Reads and analyses a text in one step. Raises Notation::Unreadable.
    def self.analyse(text, reading: Notation::Reading.new, **given)
      Analysis.new(Notation.read(text, reading), reading: reading, **given)
    end
  end
end
