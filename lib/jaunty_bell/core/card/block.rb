module JauntyBell::Core
  module Card
    # Rounds with one purpose. In a circuit the rounds are stations, which all students go round `laps` times.
    #
    #   importance  1–5, what the fit gives time to first
    #   bells       in a circuit: "one" for all stations, on and off together, or "own", each its own
    #   work, rest  [least, most] seconds the fit may choose for its rounds, or nil: as each round allows (Fit)
    Block = Value.of(:kind, :rounds, title: "", laps: 1, importance: 3, work: nil, rest: nil, bells: "one") do
      include Bounds

      # Raises InvalidInput with a path under `at` ("blocks/0").
      def checked(at)
        unless BLOCKS.include?(kind)
          refuse(at, "kind", "\"#{kind}\" is not a block. Choose from: #{BLOCKS.join(", ")}.")
        end
        within(at, "laps", laps, LAPS.min, LAPS.max, "A circuit goes round from 1 to 20 times")
        unless IMPORTANCES.cover?(importance)
          refuse(at, "importance", "Importance goes from 1 to 5; this is #{importance}.")
        end
        refuse(at, "bells", "A circuit has one bell for all, or each station its own.") unless BELLS.include?(bells)
        range(at, "work", work, 1)
        range(at, "rest", rest, 0)
        if circuit? && rounds.empty?
          refuse(at, "rounds", "This circuit has no station: add one, or take the circuit off the card.")
        end
        rounds.each_with_index { |round, i| round.checked("#{at}/rounds/#{i}") }
        self
      end

      def circuit? = kind == "circuit"

      # Who is where at each bell of a circuit; `students` nil for as many as there is room for.
      def rotation(students) = Circuit.new(stations: rounds.map(&:capacity), students: students, laps: laps)

      # Seconds [on, off] that all stations of a circuit keep together; nil where they do not.
      def inner
        ways = rounds.map { |round| [round.on, round.off] }.uniq
        ways.first if circuit? && bells == "one" && ways.size == 1 && ways.first.all?
      end

      # What is called out: its own title, or its kind.
      def name = title.to_s.strip.empty? ? kind : title

      private

      def range(at, field, range, least)
        return if range.nil?
        sound = range.size == 2 && range.all? { |seconds| whole?(seconds, least, LONGEST_ROUND) } &&
          range[0] <= range[1]
        refuse(at, field, "The least and the most seconds of #{field}, the least first.") unless sound
      end
    end
  end
end
