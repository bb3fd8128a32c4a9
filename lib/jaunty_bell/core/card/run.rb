module JauntyBell::Core
  module Card
    # One bell to the next: the changeover and talk before it, its work, and the rest after. Times in whole seconds;
    # `from` is when it begins (with its changeover), on the class's clock. `step` counts a circuit's bells, else nil.
    Run = Value.of(:block, :title, :from, :work, :rest, :effort, :share, round: nil, nth: 0, step: nil, change: 0,
      explain: 0, task: nil, active: false) do
      def length = change + explain + work + rest

      # When work begins and ends.
      def bell = from + change + explain

      def bell_end = bell + work
    end
  end
end
