module JauntyBell::Core
  module Card
    class Fit
      # What was chosen for an item: `steps` more than its least work, or nil where it is left out.
      Choice = Value.of(:item, :steps) do
        # Seconds of work in all its repeats.
        def seconds = steps ? item.seconds_of_work(steps) : 0
      end
    end
  end
end
