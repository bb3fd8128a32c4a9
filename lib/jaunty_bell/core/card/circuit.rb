module JauntyBell::Core
  module Card
    # Who is where, step by step, in a circuit: groups go round the stations in order, and where there are more groups
    # than stations some wait, evenly spaced among them. Each group meets each station once a lap.
    #
    #   Circuit.new(stations: [2, 2, 2], students: 8).groups # => [2, 2, 2, 2], one of which waits at each bell
    class Circuit
      WAITING = nil

      attr_reader :laps

      # `stations` are capacities in order; `students` nil for as many as there is room for. Raises InvalidInput without
      # a station.
      def initialize(stations:, students: nil, laps: 1)
        if stations.empty?
          raise InvalidInput.new("This circuit has no station: add one, or take the circuit off the card.",
            path: "rounds")
        end
        @stations = stations
        @students = students || stations.size * stations.min
        @laps = laps
      end

      # How many students are in each group. A group is no larger than the smallest station takes; groups differ by one
      # at most.
      def groups
        @groups ||= begin
          needed = [(@students.to_f / @stations.min).ceil, @students.clamp(0, @stations.size)].max
          needed = [needed, 1].max
          (0...needed).map { |i| @students / needed + ((i < @students % needed) ? 1 : 0) }
        end
      end

      # Stations and, where there are more groups than stations, places to wait: station indexes and WAITING, in order.
      def places
        @places ||= begin
          waiting = [groups.size - @stations.size, 0].max
          total = @stations.size + waiting
          station = -1
          # Place i is for waiting where the count of waiting places due rises there.
          (0...total).map { |i| ((i + 1) * waiting / total > i * waiting / total) ? WAITING : station += 1 }
        end
      end

      # Bells of work in the whole circuit.
      def steps = places.size * laps

      # Steps each group waits in the whole circuit.
      def waits = places.count(WAITING) * laps

      # Where each group is at each step of a lap: table[step][group] is a station's index or WAITING.
      def table =
        (0...places.size).map { |step| groups.each_index.map { |group| places[(group + step) % places.size] } }
    end
  end
end
