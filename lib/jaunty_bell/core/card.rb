module JauntyBell::Core
  # A whole class: rounds in blocks, the sums over them, and the judgement of them.
  #
  #   block → rounds → tasks (the sums of a round) → runs (when, on the clock) → shares (of each student)
  module Card
    BLOCKS = ["warm-up", "technique", "bag", "mitts", "pads", "partner", "circuit", "finisher", "cool-down"].freeze
    # What a round of a block is done on, where neither it nor its drill says.
    USUAL_IMPLEMENT = {"technique" => "air", "bag" => "hanging-bag", "mitts" => "focus-mitts", "pads" => "long-pads",
                       "partner" => "partner"}.freeze
    SWAPS = ["alone", "even", "every", "round", "n for n"].freeze
    INTENSITIES = %w[touch light medium hard].freeze
    LAPS = (1..20) # round a circuit
    BELLS = %w[one own].freeze # of a circuit's stations
    REPEATS = (1..20) # of a round
    IMPORTANCES = (1..5)
    CHANGES = (0..600) # seconds
    PLACES = (1..60) # students at a station
    LONGEST_ROUND = 3_600 # seconds
    LONGEST_CLASS = 360 # minutes
    MOST_ROUNDS = 80
    MOST_PHASES = 30 # of a round, or of a flow
    GRID = 5 # seconds, of what is fitted

    # Something from the shelf by its id and name: `what` is a Bench::Combination or a Bench::Drill, `members` the ids
    # of a drill's pool.
    Named = Value.of(:id, :name, :what, archived: false, members: [].freeze) do
      # The id of the member of a drill's pool that is drilled at a rung.
      def member_at(rung) = members[what.facts.versions.fetch(rung, 0)]
    end
  end
end
