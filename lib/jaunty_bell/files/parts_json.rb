module JauntyBell
  module Files
    # The parts of a combination as JSON-ready data, each with its counts and time.
    class PartsJson
      ROUND = 120 # seconds of work a part is counted for

      # `weak` is the index of the action that ends a weak link, or nil; without it the first weak link found is taken.
      def initialize(analysis, weak: nil)
        @analysis = analysis
        @weak = weak || analysis.walk.visits.find(&:weak)&.index
      end

      def to_a
        Core::Bench::Parts.of(@analysis.combination, weak: @weak).map do |part|
          own = Core::Bench::Analysis.new(part.combination, reading: @analysis.reading, setting: @analysis.setting,
            tempo: @analysis.tempo, pause: @analysis.pause)
          round = own.round(ROUND)
          {kind: part.kind, from: part.from, to: part.to, notation: own.canonical, spoken: own.spoken,
           beats: own.beats.to_f, set_time: own.set_time.to_f.round(6), strikes: own.counts.strikes, sets: round[:sets],
           strikes_in_round: round[:counts].strikes}
        end
      end
    end
  end
end
