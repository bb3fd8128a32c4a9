module JauntyBell::Core
  module Card
    class Fit
      # What the fit chooses about: a round with its repeats, or a whole circuit.
      #
      #   at        [block, round]; [block] for a circuit        times     how often its work is done
      #   fixed     seconds of work before the choice (a count)  talk      seconds of explaining
      #   least     seconds of work at the least                 step, most_steps   what may be added to it
      #   rest      [least, most] seconds after each             must      may not be left out
      #   rank      of two that weigh alike which one keeps its time, the higher one; whole, below RANKS
      Item = Value.of(:at, :times, :fixed, :talk, :least, :step, :most_steps, :rest, :must, :importance, :effort,
        :gloves, :holder_kit, change: nil, rank: 0) do
        # What a second of its work weighs where ties are to be broken: no sum of ranks reaches the least step of
        # importance.
        def weight = importance * self.class::RANKS + rank

        # Seconds of one work at so many steps.
        def work(steps) = least + steps * step

        # Seconds of work in all its repeats.
        def seconds_of_work(steps) = times * (fixed + work(steps))

        # Seconds from its first word to its last bell, and with the rest after that, at the shortest rests.
        def seconds(steps) = talk + seconds_of_work(steps) + (times - 1) * rest[0]
      end

      class Item
        RANKS = 1_000_000
      end
    end
  end
end
