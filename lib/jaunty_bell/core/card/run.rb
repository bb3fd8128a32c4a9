module JauntyBell::Core
  module Card
    # One bell to the next: the changeover and talk before it, its work, and the rest after. Times in whole seconds;
    # `from` is when it begins (with its changeover), on the class's clock; `worked` what one student gets of its work.
    # `step` counts a circuit's bells, else nil.
    Run = Value.of(:block, :title, :from, :work, :rest, :effort, :worked, round: nil, nth: 0, step: nil, change: 0,
      explain: 0, task: nil, active: false) do
      def length = change + explain + work + rest

      # What one student gets of all of it: nobody does anything while it changes and is explained, or rests, unless
      # they move.
      def share = worked + Share.new(standing: change + explain) + Share.pause(rest, active: active)

      # When work begins and ends.
      def bell = from + change + explain

      def bell_end = bell + work
    end
  end
end
